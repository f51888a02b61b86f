import { grouped } from './grouped';
import { splitNoteId } from './ids';
import type { Measure, Note, Score } from './model';
import { compareNotes } from './order';
import { ticks, type NoteId } from '../units';

/** One measure as it comes in playing: its ordinal, and how many times it has been played before. */
export interface PlayedMeasure {
  readonly measure: number;
  readonly pass: number;
}

const MOST_PLAYED = 10_000;

/**
 * The order in which measures are played when repeats and endings are followed. A repeat goes back to its own start sign,
 * or to the measure after the last repeat; an ending is played on its own passes only.
 */
export function playedOrder(score: Score): readonly PlayedMeasure[] {
  const { measures } = score;
  const order: PlayedMeasure[] = [];
  const times = new Map<number, number>();
  let from = 0;
  let pass = 1;
  let index = 0;
  while (index < measures.length && order.length < MOST_PLAYED) {
    const measure = measures[index]!;
    const leavesEndings = measure.endings.length === 0 && (measures[index - 1]?.endings.length ?? 0) > 0;
    if ((measure.startsRepeat && index !== from) || (leavesEndings && index > from)) {
      from = index;
      pass = 1;
    }
    const isSkipped = measure.endings.length > 0 && !measure.endings.includes(pass);
    if (!isSkipped) {
      const played = times.get(index) ?? 0;
      times.set(index, played + 1);
      order.push({ measure: index, pass: played });
      if (measure.endsRepeat !== null && pass < passesOf(measures, from, index)) {
        pass += 1;
        index = from;
        continue;
      }
      if (measure.endsRepeat !== null && measure.endings.length === 0) {
        from = index + 1;
        pass = 1;
      }
    }
    index += 1;
  }
  return order;
}

/** How often a passage is played: as its sign says, or as its endings need. */
function passesOf(measures: readonly Measure[], from: number, end: number): number {
  const own = measures[end]!.endsRepeat ?? 1;
  const endings = measures.slice(from, end + 1).flatMap((measure) => measure.endings);
  const after = measures[end + 1]?.endings ?? [];
  return Math.max(own, ...endings, ...(endings.length > 0 ? after : []));
}

/** A score with its repeats written out; notes of a later pass carry it in their ids. */
export function unfoldScore(score: Score): Score {
  const order = playedOrder(score);
  if (order.length === score.measures.length) return score;
  let start = 0;
  const measures: Measure[] = [];
  const shifts = order.map(({ measure }, index) => {
    const source = score.measures[measure]!;
    measures.push({
      ...source,
      index,
      start: ticks(start),
      startsRepeat: false,
      endsRepeat: null,
      endings: [],
      barline: index === order.length - 1 ? 'final' : source.barline === 'final' ? 'double' : source.barline,
    });
    const shift = start - source.start;
    start += source.length;
    return shift;
  });
  const nameIn = (id: NoteId, pass: number) =>
    pass === 0 ? id : (`${splitNoteId(id, 0)}_${pass}` as NoteId);
  const copies = <T extends { measure: number; at: number }>(events: readonly T[]) => {
    const byMeasure = grouped(events, ({ measure }) => measure);
    return order.flatMap(({ measure, pass }, index) =>
      (byMeasure.get(measure) ?? []).map((event) => ({
        event: { ...event, measure: index, at: ticks(event.at + shifts[index]!) },
        pass,
        index,
      })),
    );
  };
  const measureOf = new Map(score.notes.map((note) => [note.id, note.measure]));
  /** The pass of the measure that follows in playing, when it is the one that a tie or slur leads to. */
  const passAfter = (target: NoteId, index: number): number | null => {
    const measure = measureOf.get(target);
    if (measure === undefined) return null;
    for (const next of [order[index]!, order[index + 1]]) if (next?.measure === measure) return next.pass;
    return null;
  };
  const notes = copies(score.notes).map(({ event, pass, index }): Note => {
    const to = event.tieTo === null ? null : passAfter(event.tieTo, index);
    return {
      ...event,
      id: nameIn(event.id, pass),
      tieTo: event.tieTo === null || to === null ? null : nameIn(event.tieTo, to),
      tuplet: event.tuplet && { ...event.tuplet, id: `${event.tuplet.id}_${pass}` },
    };
  });
  const ids = new Set(notes.map((note) => note.id));
  const passes = Math.max(...order.map(({ pass }) => pass)) + 1;
  return {
    ...score,
    measures,
    notes: notes.sort(compareNotes),
    rests: copies(score.rests).map(({ event, pass }) => ({
      ...event,
      tuplet: event.tuplet && { ...event.tuplet, id: `${event.tuplet.id}_${pass}` },
    })),
    chords: copies(score.chords).map(({ event, index }) => ({ ...event, id: `h${index}t${event.at}` })),
    words: copies(score.words).map(({ event }) => event),
    slashes: copies(score.slashes).map(({ event }) => event),
    clefs: score.clefs.filter((clef) => clef.at === 0),
    marks: copies(score.marks).map(({ event, index }) =>
      event.kind === 'hairpin' ? { ...event, end: ticks(event.end + shifts[index]!) } : event,
    ),
    slurs: Array.from({ length: passes }, (_, pass) =>
      score.slurs.map(({ from, to }) => ({ from: nameIn(from, pass), to: nameIn(to, pass) })),
    )
      .flat()
      .filter(({ from, to }) => ids.has(from) && ids.has(to)),
  };
}
