import type { Measure, Note } from './model';

/** The notes of each measure, by its ordinal, in the order given. O(notes). */
export function notesByMeasure(notes: readonly Note[], count: number): readonly (readonly Note[])[] {
  const measures: Note[][] = Array.from({ length: count }, () => []);
  for (const note of notes) measures[note.measure]?.push(note);
  return measures;
}

/** What is printed on a measure, or its ordinal from 1 where nothing is, or there is no such measure yet. */
export function measureNumber(measures: readonly Measure[] | undefined, index: number): string {
  return measures?.[index]?.number || String(index + 1);
}
