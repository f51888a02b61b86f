import { notesByMeasure } from '../score/by-measure';
import { midiOf } from '../pitch/pitch';
import type { Note, Score } from '../score/model';

/** How a measure differs from an edition that was handed out. */
export interface MeasureDifference {
  readonly measure: number;
  readonly sentence: string;
}

/** Measures in which what a learner was given and what stands now are not the same, with how. O(notes). */
export function differencesFrom(handedOut: Score, now: Score): readonly MeasureDifference[] {
  const count = Math.max(handedOut.measures.length, now.measures.length);
  const [before, after] = [handedOut, now].map(({ notes }) => notesByMeasure(notes, count));
  return Array.from({ length: count }, (_, measure) => {
    const sentence = compare(before![measure]!, after![measure]!);
    return sentence ? [{ measure, sentence }] : [];
  }).flat();
}

function compare(before: readonly Note[], after: readonly Note[]): string | null {
  const sound = (note: Note) => `${note.staff}/${note.at}/${note.duration}/${midiOf(note.pitch)}`;
  const [old, current] = [
    new Map(before.map((n) => [sound(n), n])),
    new Map(after.map((n) => [sound(n), n])),
  ];
  const gone = [...old.keys()].filter((key) => !current.has(key)).length;
  const come = [...current.keys()].filter((key) => !old.has(key)).length;
  const fingers = [...current].filter(
    ([key, note]) => old.has(key) && old.get(key)!.finger !== note.finger,
  ).length;
  const parts = [
    ...(gone > 0 ? [`${gone} ${gone === 1 ? 'note' : 'notes'} gone`] : []),
    ...(come > 0 ? [`${come} ${come === 1 ? 'note' : 'notes'} new`] : []),
    ...(fingers > 0 ? [`${fingers} ${fingers === 1 ? 'finger' : 'fingers'} changed`] : []),
  ];
  return parts.length > 0 ? `${parts.join(', ')}.` : null;
}
