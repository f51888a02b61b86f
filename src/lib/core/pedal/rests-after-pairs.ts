import type { Note, Slur } from '../score/model';
import { partitionPoint } from '../score/partition-point';

/** A stretch of silence in ticks. */
export interface Silence {
  readonly from: number;
  readonly to: number;
}

/** The rests that follow two-note slurs: the hand lifts there, and the pedal with it. O((notes + slurs) log notes). */
export function restsAfterPairs(notes: readonly Note[], slurs: readonly Slur[]): readonly Silence[] {
  const byId = new Map(notes.map((note) => [note.id, note]));
  const hands = [0, 1].map((staff) => soundOf(notes.filter((note) => note.staff === staff && !note.grace)));
  return slurs.flatMap(({ from, to }) => {
    const [first, second] = [byId.get(from), byId.get(to)];
    if (!first || !second || first.at + first.duration !== second.at) return [];
    const silence = hands[second.staff]?.silenceFrom(second.at + second.duration);
    return silence ? [silence] : [];
  });
}

function soundOf(hand: readonly Note[]): { readonly silenceFrom: (at: number) => Silence | null } {
  const notes = [...hand].sort((a, b) => a.at - b.at);
  let end = 0;
  /** How long what has begun until then goes on, note by note. */
  const soundsUntil = notes.map(({ at, duration }) => (end = Math.max(end, at + duration)));
  return {
    silenceFrom: (from) => {
      const later = partitionPoint(notes, ({ at }) => at >= from);
      const to = notes[later]?.at ?? from;
      return to === from || (soundsUntil[later - 1] ?? 0) > from ? null : { from, to };
    },
  };
}
