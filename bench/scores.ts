import { comparePlaces, compareNotes } from '../src/lib/core/score/order';
import type { Score } from '../src/lib/core/score/model';
import { endOf } from '../src/lib/core/score/time';
import { noteId, ticks } from '../src/lib/core/units';
import { demoTunes } from '../src/lib/testing/demo-tunes';

/** A two-handed piece of any length, made by writing a demo study out again and again. */
export function pieceOfLength(measures: number): Score {
  const { score } = demoTunes().find((tune) => tune.file.startsWith('two-boats'))!;
  const size = score.measures.length;
  const period = endOf(score.measures);
  const copies = Math.ceil(measures / size);
  const at = (copy: number) => copy * period;
  const shift = <T extends { at: number; measure: number }>(events: readonly T[]): T[] =>
    Array.from({ length: copies }, (_, copy) =>
      events
        .filter((event) => copy * size + event.measure < measures)
        .map((event) => ({ ...event, at: ticks(event.at + at(copy)), measure: event.measure + copy * size })),
    ).flat();
  const renamed = (id: string, measure: number) => noteId(id.replace(/m\d+v/, `m${measure}v`));
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const notes = shift(score.notes).map((note) => {
    const copy = Math.floor(note.measure / size);
    const target = note.tieTo === null ? undefined : byId.get(note.tieTo);
    const isInside = target !== undefined && target.measure + copy * size < measures;
    return {
      ...note,
      id: renamed(note.id, note.measure),
      tieTo: target && isInside ? renamed(target.id, target.measure + copy * size) : null,
    };
  });
  return {
    ...score,
    title: `${measures} measures`,
    measures: Array.from({ length: measures }, (_, index) => {
      const measure = score.measures[index % size]!;
      return {
        ...measure,
        index,
        number: String(index + 1),
        start: ticks(measure.start + at(Math.floor(index / size))),
        barline: index === measures - 1 ? 'final' : 'single',
      };
    }),
    notes: notes.sort(compareNotes),
    rests: shift(score.rests).sort(comparePlaces),
    slurs: [],
    marks: [],
  };
}
