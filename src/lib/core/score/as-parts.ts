import type { Part, Score } from './model';

/** Players that one system joins, each as a part of its own, from top to bottom: what goes into a file. */
export function asParts(score: Score): Score {
  const [joined] = score.parts;
  if (!joined?.groups || score.parts.length !== 1) return score;
  const order = joined.order ?? Array.from({ length: joined.staves }, (_, staff) => staff);
  const places = new Map<number, { part: number; staff: number }>();
  const parts: Part[] = [];
  let next = 0;
  for (const [index, size] of joined.groups.entries()) {
    for (let staff = 0; staff < size; staff += 1) places.set(order[next + staff]!, { part: index, staff });
    next += size;
    parts.push({ id: `P${index + 1}`, name: joined.names?.[index] ?? `Part ${index + 1}`, staves: size });
  }
  const move = <T extends { readonly staff: number }>(events: readonly T[]): readonly T[] =>
    events.map((event) => ({ ...event, ...places.get(event.staff) }));
  return {
    ...score,
    parts,
    notes: move(score.notes),
    rests: move(score.rests),
    clefs: move(score.clefs),
    marks: move(score.marks),
  };
}
