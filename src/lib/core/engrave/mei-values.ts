import { writtenValue } from '../score/duration';
import type { Articulation, Clef, Tuplet } from '../score/model';
import type { Ticks } from '../units';

/** MEI accidental names, from triple flat to triple sharp. */
export function meiAccidental(alter: number): string {
  return (
    ({ [-3]: 'tf', [-2]: 'ff', [-1]: 'f', 0: 'n', 1: 's', 2: 'x', 3: 'ts' } as Record<number, string>)[
      alter
    ] ?? 'n'
  );
}

export function meiDuration(duration: Ticks, tuplet: Tuplet | null = null): string {
  const value = writtenValue(duration, tuplet) ?? { divisor: 4, dots: 0 };
  const dur = value.divisor === 0.5 ? 'breve' : String(value.divisor);
  return `dur="${dur}"${value.dots > 0 ? ` dots="${value.dots}"` : ''}`;
}

export function meiKeySignature(fifths: number): string {
  return fifths === 0 ? '0' : fifths > 0 ? `${fifths}s` : `${-fifths}f`;
}

export function meiClefAttributes(clef: Clef): string {
  const octave =
    clef.octave === 0
      ? ''
      : ` dis="${Math.abs(clef.octave) === 1 ? 8 : 15}" dis.place="${clef.octave > 0 ? 'above' : 'below'}"`;
  return `shape="${clef.sign}" line="${clef.line}"${octave}`;
}

/** Signs that MEI writes as an attribute of the note. */
const NOTE_SIGNS: Partial<Record<Articulation, string>> = {
  staccato: 'stacc',
  staccatissimo: 'stacciss',
  tenuto: 'ten',
  accent: 'acc',
  'strong-accent': 'marc',
  'detached-legato': 'ten stacc',
};

export function meiArticulations(articulations: readonly Articulation[]): string {
  const signs = articulations.flatMap((name) => NOTE_SIGNS[name] ?? []);
  return signs.length > 0 ? ` artic="${signs.join(' ')}"` : '';
}

/** Signs that MEI writes as an event pointing to the note. */
export function meiNoteEvents(
  articulations: readonly Articulation[],
  id: string,
  staff: number,
): readonly string[] {
  return articulations.flatMap((name) => {
    switch (name) {
      case 'fermata':
        return `<fermata startid="#${id}" staff="${staff}" place="above"/>`;
      case 'trill-mark':
        return `<trill startid="#${id}" staff="${staff}" place="above"/>`;
      case 'turn':
        return `<turn startid="#${id}" staff="${staff}" place="above"/>`;
      case 'inverted-turn':
        return `<turn startid="#${id}" staff="${staff}" place="above" form="lower"/>`;
      case 'mordent':
        return `<mordent startid="#${id}" staff="${staff}" place="above" form="lower"/>`;
      case 'inverted-mordent':
        return `<mordent startid="#${id}" staff="${staff}" place="above" form="upper"/>`;
      case 'breath-mark':
        return `<breath startid="#${id}" staff="${staff}"/>`;
      default:
        return [];
    }
  });
}
