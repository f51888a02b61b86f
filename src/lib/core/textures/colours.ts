import { spellChord, tonesOf, toneInterval } from '../pitch/chord';
import { transposeSpelling } from '../pitch/interval';
import { midiOf, pitchClassOf, type Pitch } from '../pitch/pitch';
import { generatedNoteId } from '../score/ids';
import type { ChordSymbol, Measure, Note, Rest } from '../score/model';
import { isCompound } from '../score/time';
import { TICKS_PER_QUARTER, ticks } from '../units';
import type { Colour } from '../document/choices/colours.data';
import type { Material } from '../analyse/material';
import { isMade } from './made';
import { fillWithRests } from '../score/fill-rests';
import { scaleNeighbour } from '../pitch/key';
import { runTo, walkTo } from './approach';
import { passingChord } from './passing-chord';

export interface Coloured {
  readonly notes: readonly Note[];
  readonly rests: readonly Rest[];
  /** Chords that stand between those of the piece. */
  readonly chords: readonly ChordSymbol[];
}

/**
 * The optional colours, laid over what was chosen: a suspended fourth that resolves at the end of a section, a bass that
 * steps or runs in a triplet towards the next root, a diminished chord between two chords a whole step apart, and the chord
 * broken upward under a held tune note. Only notes that the program made are touched. O(notes).
 */
export function addColours(
  { notes, rests }: Pick<Coloured, 'notes' | 'rests'>,
  colours: readonly Colour[],
  material: Material,
): Coloured {
  if (colours.length === 0) return { notes, rests, chords: [] };
  let coloured = [...notes];
  const chords: ChordSymbol[] = [];
  const touched = new Set<number>();
  for (const { measure, isPhraseEnd } of material.measures) {
    const index = measure.index;
    const isSectionEnd = material.sections.some((section) => section.to === index);
    const replace = (from: readonly Note[], to: readonly Note[]) => {
      if (to.length === 0) return;
      coloured = [...coloured.filter((note) => !from.includes(note)), ...to];
      touched.add(index);
    };
    const own = () => coloured.filter((note) => note.measure === index);
    if (colours.includes('suspension') && isSectionEnd) {
      const third = own().find((note) => isThird(note, material) && note.duration >= 2 * TICKS_PER_QUARTER);
      if (third) replace([third], suspend(third, measure, isOneOfMany(third, own())));
    }
    const passing = colours.includes('passing-diminished') ? passingChord(material, index, own()) : null;
    if (passing) {
      replace(passing.before, passing.after);
      chords.push(passing.symbol);
    } else if (!isSectionEnd) {
      const left = own().filter((note) => note.staff === 1);
      const next = coloured.find((note) => note.staff === 1 && note.measure === index + 1);
      const held = left.length === 1 ? left[0]! : null;
      const run =
        held && next && isMade(held) && colours.includes('triplet') ? runTo(held, next, measure) : [];
      if (held && run.length > 0) replace([held], run);
      else if (held && next && isMade(held) && colours.includes('approach'))
        replace([held], walkTo(held, next, measure));
    }
    if (colours.includes('fill') && isPhraseEnd) {
      const right = own().filter((note) => note.staff === 0);
      const left = own().filter((note) => note.staff === 1);
      const held = right.findLast((note) => note.duration >= 2 * TICKS_PER_QUARTER);
      if (held && left.length > 0 && left.every(isMade)) replace(left, fillUnder(held, left, material));
    }
  }
  const refilled = [...touched].flatMap((index) => {
    const { measure, offset } = material.measures[index]!;
    const left = coloured.filter((note) => note.measure === index && note.staff === 1);
    return fillWithRests(measure, offset, left, [], { staff: 1, voice: 'L' });
  });
  return {
    notes: coloured,
    rests: [...rests.filter((rest) => rest.staff !== 1 || !touched.has(rest.measure)), ...refilled],
    chords,
  };
}

function isThird(note: Note, material: Material): boolean {
  const chord = material.chordAt(note.at);
  return (
    note.staff === 1 &&
    isMade(note) &&
    chord?.kind === 'chord' &&
    tonesOf(chord.quality).some(
      (tone, index) =>
        tone.degree === 3 &&
        pitchClassOf(spellChord({ ...chord, bass: null })[index]!) === pitchClassOf(note.pitch),
    )
  );
}

function isOneOfMany(note: Note, notes: readonly Note[]): boolean {
  return notes.some((each) => each !== note && each.at === note.at && each.staff === note.staff);
}

/** The fourth for the first half, the third for the second; inside a chord that is held meanwhile, as a voice of its own. */
function suspend(third: Note, measure: Measure, isInChord: boolean): readonly Note[] {
  const half = Math.round(third.duration / 2 / TICKS_PER_QUARTER) * TICKS_PER_QUARTER;
  const fourth = scaleNeighbour(third.pitch, measure.key, 1);
  const slot = third.at - measure.start;
  const moving = isInChord ? { ...third, voice: `${third.voice}2` } : third;
  return [
    {
      ...moving,
      id: generatedNoteId(measure.index, 'left', slot, 'sus'),
      pitch: fourth,
      duration: ticks(half),
    },
    { ...moving, at: ticks(third.at + half), duration: ticks(third.duration - half) },
  ];
}

/** Root, fifth, octave and tenth upward in eighths while the tune holds, as far as they stay below it. */
function fillUnder(held: Note, left: readonly Note[], material: Material): readonly Note[] {
  const chord = material.chordAt(held.at);
  const { measure } = material.measures[held.measure]!;
  const bass = [...left].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch))[0]!;
  if (chord?.kind !== 'chord' || bass.at > held.at) return [];
  const unit = TICKS_PER_QUARTER / 2;
  const degrees = [1, 5, 1, 3];
  const places = Math.min(isCompound(measure.time) ? 3 : 4, Math.floor(held.duration / unit));
  if (places < 3) return [];
  const end = Math.max(...left.map((note) => note.at + note.duration));
  let below = midiOf(bass.pitch) - 1;
  const made: Note[] = [];
  for (const [order, degree] of degrees.slice(0, places).entries()) {
    const tone = tonesOf(chord.quality).find((each) => each.degree === degree);
    if (!tone) return [];
    const name = transposeSpelling(chord.root, toneInterval(tone));
    let pitch: Pitch = { ...name, octave: bass.pitch.octave };
    while (midiOf(pitch) <= below) pitch = { ...pitch, octave: pitch.octave + 1 };
    if (midiOf(pitch) >= midiOf(held.pitch)) return [];
    below = midiOf(pitch);
    const isLast = order === places - 1;
    const at = held.at + order * unit;
    made.push({
      ...bass,
      id: generatedNoteId(measure.index, 'left', at - measure.start, 'fill'),
      pitch,
      at: ticks(at),
      duration: ticks(isLast ? Math.max(end, at + unit) - at : unit),
    });
  }
  const kept = left
    .filter((note) => note.at < held.at)
    .map((note) => ({ ...note, duration: ticks(Math.min(note.duration, held.at - note.at)) }));
  return [...kept, ...made];
}
