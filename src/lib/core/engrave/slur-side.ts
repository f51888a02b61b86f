import { grouped } from '../score/grouped';
import { diatonicIndex } from '../pitch/pitch';
import type { Clef, Note } from '../score/model';
import { BASS, TREBLE } from '../score/model';
import type { EngravingSource, PlacedSlur } from './source';

type Side = 'above' | 'below';

/** A slur that goes over several lines is asked for on each. */
const known = new WeakMap<PlacedSlur, Side>();

/**
 * The side of a slur: at the heads where all stems go one way, above where they are mixed; in a staff of two voices the upper
 * voice's above and the lower's below. O(notes of its measures), once.
 */
export function slurSide(source: EngravingSource, slur: PlacedSlur): Side {
  const side = known.get(slur) ?? findSide(source, slur.start, slur.end);
  known.set(slur, side);
  return side;
}

function findSide(source: EngravingSource, from: Note, to: Note): Side {
  const measures = source.events.slice(from.measure, to.measure + 1);
  const cells = measures.map((staves) => staves[from.staff]?.notes ?? []);
  const voices = new Set(cells.flat().map(({ voice }) => voice));
  const own = cells.flat().filter((note) => note.voice === from.voice && !note.grace);
  if (voices.size > 1) {
    const others = cells.flat().filter((note) => note.voice !== from.voice && !note.grace);
    return averageStep(own) >= averageStep(others) ? 'above' : 'below';
  }
  const within = own.filter((note) => note.at >= from.at && note.at <= to.at);
  const middle = middleLine(clefAt(source, from));
  const up = [...onsetsOf(within)].map((chord) => isStemUp(chord, middle));
  return up.every(Boolean) ? 'below' : 'above';
}

function averageStep(notes: readonly Note[]): number {
  return notes.reduce((sum, { pitch }) => sum + diatonicIndex(pitch), 0) / Math.max(1, notes.length);
}

function onsetsOf(notes: readonly Note[]): Iterable<readonly Note[]> {
  return grouped(notes, ({ at }) => at).values();
}

/** The note farther from the middle line decides; on it the stem goes down. */
function isStemUp(chord: readonly Note[], middle: number): boolean {
  const steps = chord.map(({ pitch }) => diatonicIndex(pitch) - middle);
  return Math.max(...steps) + Math.min(...steps) < 0;
}

function clefAt({ score }: EngravingSource, { staff, at }: Note): Clef {
  const clef = score.clefs.findLast((each) => each.staff === staff && each.at <= at);
  return clef ?? (staff === 1 ? BASS : TREBLE);
}

const CLEF_STEPS = {
  G: diatonicIndex({ step: 'G', alter: 0, octave: 4 }),
  F: diatonicIndex({ step: 'F', alter: 0, octave: 3 }),
  C: diatonicIndex({ step: 'C', alter: 0, octave: 4 }),
} as const;

/** The letter step of the third line: lines lie two steps apart, the clef's letter on its own. */
function middleLine({ sign, line, octave }: Clef): number {
  return CLEF_STEPS[sign] + 2 * (3 - line) + 7 * octave;
}
