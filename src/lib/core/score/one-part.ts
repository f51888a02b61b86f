import type { Note, Rest, Score } from './model';

/** Staves of all parts one above the other, as one part: what is engraved when a whole source is shown. */
export function asOnePart(score: Score): Score {
  const shown = score.parts.flatMap((part, index) =>
    Array.from({ length: part.staves }, (_, staff) => staff)
      .filter((staff) => part.uses?.[staff] !== 'left-out')
      .map((staff) => ({ part: index, staff })),
  );
  const places = new Map(shown.map(({ part, staff }, index) => [`${part}/${staff}`, index]));
  const isAsIs = score.parts.length === 1 && shown.length === score.parts[0]!.staves;
  if (isAsIs || shown.length === 0) return score;
  const staffOf = (event: { part: number; staff: number }) => places.get(`${event.part}/${event.staff}`);
  const move = <T extends { readonly part: number; readonly staff: number }>(
    events: readonly T[],
  ): readonly T[] =>
    events.flatMap((event) => {
      const staff = staffOf(event);
      return staff === undefined ? [] : [{ ...event, part: 0, staff }];
    });
  const rename = <T extends Note | Rest>(events: readonly T[]): readonly T[] =>
    events.map((event) => ({ ...event, voice: `${event.part}x${event.voice}` }));
  const groups = score.parts
    .map((_, index) => shown.filter((each) => each.part === index).length)
    .filter((size) => size > 0);
  const notes = move(rename(score.notes));
  const ids = new Set(notes.map((note) => note.id));
  return {
    ...score,
    parts: [{ id: 'P1', name: score.parts[0]?.name ?? '', staves: shown.length, groups }],
    notes,
    rests: move(rename(score.rests)),
    clefs: move(score.clefs),
    marks: move(score.marks),
    slurs: score.slurs.filter(({ from, to }) => ids.has(from) && ids.has(to)),
  };
}
