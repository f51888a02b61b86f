import { keyDistance, spanPlace, type HandSize } from '../hands/reach';
import { midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import type { HandName } from '../hands/hand';

/** What tires a hand where it is repeated, over a run of measures. */
export interface Strain {
  readonly hand: HandName;
  readonly kind: 'octaves' | 'stretches';
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

/** So many in so many measures are too many to pass without a word (our defaults). */
export const STRAIN_LIMITS = {
  octaves: { count: 10, measures: 4 },
  stretches: { count: 8, measures: 4 },
} as const;

const OCTAVE = 12;

/**
 * Runs of measures in which a hand strikes many octaves, or many chords wider than is comfortable: strain adds up, so it
 * is counted, not only the widest one. Rolled chords ask for no stretch. O(notes).
 */
export function findStrain(notes: readonly Note[], size: HandSize): readonly Strain[] {
  const hands: readonly (readonly [number, HandName])[] = [
    [0, 'right'],
    [1, 'left'],
  ];
  return hands.flatMap(([staff, hand]) => {
    const counts = { octaves: new Map<number, number>(), stretches: new Map<number, number>() };
    for (const { measure, width, low, high } of chordsOf(notes, staff)) {
      const count = (kind: keyof typeof counts) =>
        counts[kind].set(measure, (counts[kind].get(measure) ?? 0) + 1);
      if (high - low >= OCTAVE) count('octaves');
      if (width > spanPlace(size[hand].comfortable)) count('stretches');
    }
    return (['octaves', 'stretches'] as const).flatMap((kind) => runsOf(counts[kind], hand, kind));
  });
}

function runsOf(
  byMeasure: ReadonlyMap<number, number>,
  hand: HandName,
  kind: Strain['kind'],
): readonly Strain[] {
  const limit = STRAIN_LIMITS[kind];
  const found: { hand: HandName; kind: Strain['kind']; from: number; to: number; count: number }[] = [];
  const measures = [...byMeasure.keys()].sort((a, b) => a - b);
  for (const from of measures) {
    const inside = measures.filter((each) => each >= from && each < from + limit.measures);
    const count = inside.reduce((sum, each) => sum + byMeasure.get(each)!, 0);
    if (count < limit.count) continue;
    const to = inside.at(-1)!;
    const last = found.at(-1);
    // Runs that overlap are one.
    if (last && from <= last.to) {
      last.count += measures
        .filter((each) => each > last.to && each <= to)
        .reduce((sum, each) => sum + byMeasure.get(each)!, 0);
      last.to = Math.max(last.to, to);
    } else found.push({ hand, kind, from, to, count });
  }
  return found;
}

function chordsOf(notes: readonly Note[], staff: number) {
  const tiedInto = new Set(notes.flatMap((note) => note.tieTo ?? []));
  const byOnset = new Map<number, { measure: number; low: number; high: number }>();
  for (const note of notes) {
    const isStruck =
      note.staff === staff &&
      !note.grace &&
      !tiedInto.has(note.id) &&
      !note.articulations.includes('arpeggiate');
    if (!isStruck) continue;
    const key = midiOf(note.pitch);
    const known = byOnset.get(note.at);
    byOnset.set(note.at, {
      measure: note.measure,
      low: Math.min(known?.low ?? key, key),
      high: Math.max(known?.high ?? key, key),
    });
  }
  return [...byOnset.values()].map((each) => ({ ...each, width: keyDistance(each.low, each.high) }));
}
