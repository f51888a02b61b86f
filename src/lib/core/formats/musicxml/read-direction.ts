import { isWithin } from '../../score/bounds.data';
import { bpm, TICKS_PER_QUARTER, TICKS_PER_WHOLE, ticks, type Ticks } from '../../units';
import { childOf, childrenOf, numberOf, textOf, type XmlElement } from '../xml';
import { MOST } from '../most.data';
import { numberBetween } from './numbers';
import type { Cursor, PartReader } from './part-state';

const NOTE_TYPES: Readonly<Record<string, number>> = {
  breve: 0.5,
  whole: 1,
  half: 2,
  quarter: 4,
  eighth: 8,
  '16th': 16,
  '32nd': 32,
  '64th': 64,
  '128th': 128,
};

/** Length of a MusicXML note type with dots; null for a type that is not known. */
export function typeLength(type: string | null, dots: number): Ticks | null {
  const divisor = type === null ? undefined : NOTE_TYPES[type];
  const length = divisor === undefined ? NaN : (TICKS_PER_WHOLE / divisor) * (2 - 1 / 2 ** dots);
  return Number.isInteger(length) ? ticks(length) : null;
}

/** How far from where it stands a sign is meant, in ticks; a distance that no measure has is none. */
export function offsetOf(reader: PartReader, element: XmlElement): number {
  const offset = ((numberOf(element, 'offset') ?? 0) * TICKS_PER_QUARTER) / reader.divisions;
  return isWithin('length', Math.abs(offset)) ? offset : 0;
}

/** Reads `<direction>`: dynamics, words, rehearsal marks, tempo, hairpins and pedal. */
export function readDirection(reader: PartReader, cursor: Cursor, element: XmlElement): void {
  const offset = offsetOf(reader, element);
  const at = ticks(cursor.start + Math.max(0, Math.round(cursor.at + offset)));
  const staff = Math.max(0, Math.round(numberBetween(cursor, element, 'staff', 0, MOST.staves) ?? 1) - 1);
  const place = { part: reader.index, staff, measure: cursor.index, at };
  const placement = element.attributes['placement'] === 'below' ? 'below' : 'above';
  for (const type of element.children
    .filter((child) => child.name === 'direction-type')
    .flatMap((each) => each.children)) {
    switch (type.name) {
      case 'dynamics':
        for (const child of type.children) {
          reader.marks.push({
            ...place,
            kind: 'dynamic',
            text: child.name === 'other-dynamics' ? child.text : child.name,
          });
        }
        break;
      case 'words':
        if (type.text) reader.marks.push({ ...place, kind: 'words', text: type.text, placement });
        break;
      case 'rehearsal':
        cursor.rehearsal = type.text || cursor.rehearsal;
        break;
      case 'metronome': {
        const beatUnit = typeLength(textOf(type, 'beat-unit'), childrenOf(type, 'beat-unit-dot').length);
        const perMinute = numberOf(type, 'per-minute');
        if (beatUnit && perMinute && isWithin('tempo', perMinute)) {
          reader.marks.push({ ...place, kind: 'tempo', bpm: bpm(perMinute), beatUnit });
        } else reader.warnings.add('A tempo mark that gives no number was left out.', cursor.number);
        break;
      }
      case 'wedge':
        readHairpin(reader, cursor, type, at, staff);
        break;
      case 'pedal':
        readPedal(reader, type, place);
        break;
      case 'octave-shift':
        if (type.attributes['type'] !== 'stop')
          reader.warnings.add('An octave line is shown by writing the notes at pitch.', cursor.number);
        break;
      default:
        reader.warnings.add(`The sign “${type.name}” was left out.`, cursor.number);
    }
  }
  const sound = childOf(element, 'sound');
  const hasMetronome = element.children.some((child) => childOf(child, 'metronome'));
  if (sound && !hasMetronome) readSound(reader, cursor, sound, offset);
}

export function readSound(reader: PartReader, cursor: Cursor, sound: XmlElement, offset: number): void {
  const tempo = Number(sound.attributes['tempo'] ?? 0);
  if (isWithin('tempo', tempo)) {
    const at = ticks(cursor.start + Math.max(0, Math.round(cursor.at + offset)));
    reader.marks.push({
      kind: 'tempo',
      bpm: bpm(tempo),
      beatUnit: TICKS_PER_QUARTER,
      part: reader.index,
      staff: 0,
      measure: cursor.index,
      at,
    });
  }
  for (const jump of ['dacapo', 'dalsegno', 'segno', 'coda', 'tocoda', 'fine']) {
    if (sound.attributes[jump] !== undefined)
      reader.warnings.add(
        'A jump (D.C., D.S., coda or fine) is shown as words but not followed.',
        cursor.number,
      );
  }
}

function readHairpin(reader: PartReader, cursor: Cursor, wedge: XmlElement, at: Ticks, staff: number): void {
  const number = wedge.attributes['number'] ?? '1';
  const type = wedge.attributes['type'];
  if (type === 'crescendo' || type === 'diminuendo') {
    reader.openHairpins.set(number, { direction: type, at, staff, measure: cursor.index });
    return;
  }
  const open = reader.openHairpins.get(number);
  if (type !== 'stop' || !open) return;
  reader.openHairpins.delete(number);
  reader.marks.push({
    kind: 'hairpin',
    direction: open.direction,
    part: reader.index,
    staff: open.staff,
    measure: open.measure,
    at: open.at,
    end: at,
  });
}

function readPedal(
  reader: PartReader,
  pedal: XmlElement,
  place: { part: number; staff: number; measure: number; at: Ticks },
): void {
  const actions = { start: 'down', resume: 'down', stop: 'up', discontinue: 'up', change: 'change' } as const;
  const action = actions[pedal.attributes['type'] as keyof typeof actions];
  if (action) reader.marks.push({ ...place, kind: 'pedal', action });
}
