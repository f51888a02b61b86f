import { splitNoteId } from '../score/ids';
import type { Measure, Note, Rest } from '../score/model';
import { measureAt, metreLength } from '../score/time';
import { bpm, ticks } from '../units';
import type { SourceFacts } from '../analyse/study-source';

/**
 * The same piece in doubled note values: eighths become quarters, one measure becomes two, and the pace stays, as the
 * tempo mark doubles with the values. Notes over a new barline are tied. O(events).
 */
export function doubleValues(facts: SourceFacts): SourceFacts {
  const { score } = facts;
  const measures: Measure[] = [];
  const sourceMeasure: number[] = [];
  for (const measure of score.measures) {
    const full = metreLength(measure.time);
    const total = 2 * measure.length;
    const isPickup = measure.index === 0 && measure.length < full;
    const lengths =
      total <= full ? [total] : isPickup ? [total - full, full] : [Math.min(full, total), total - full];
    let start = 2 * measure.start;
    for (const [part, length] of lengths.entries()) {
      if (length <= 0) continue;
      const isLast = part === lengths.length - 1;
      measures.push({
        ...measure,
        index: measures.length,
        number: '',
        start: ticks(start),
        length: ticks(length),
        startsRepeat: measure.startsRepeat && part === 0,
        endsRepeat: isLast ? measure.endsRepeat : null,
        barline: isLast ? measure.barline : 'single',
        rehearsal: part === 0 ? measure.rehearsal : null,
      });
      sourceMeasure.push(measure.index);
      start += length;
    }
  }
  const hasPickup = (measures[0]?.length ?? 0) < (measures[0] ? metreLength(measures[0].time) : 0);
  const numbered = measures.map((measure) => ({
    ...measure,
    number: hasPickup && measure.index === 0 ? '' : String(measure.index + (hasPickup ? 0 : 1)),
  }));
  const place = <T extends Placed>(event: T): T => placeDoubled(event, numbered);
  const from = (measure: number) => Math.max(0, sourceMeasure.indexOf(measure));
  const to = (measure: number) => Math.max(0, sourceMeasure.lastIndexOf(measure));
  return {
    ...facts,
    score: {
      ...score,
      measures: numbered,
      notes: score.notes.flatMap((note) => doubleNote(note, numbered)),
      rests: score.rests.flatMap((rest) => doubleRest(rest, numbered)),
      chords: score.chords.map(place),
      words: score.words.map(place),
      slashes: score.slashes.map(place),
      clefs: score.clefs.map(place),
      marks: score.marks.map((mark) => {
        const moved = place(mark);
        if (moved.kind === 'hairpin') return { ...moved, end: ticks(2 * moved.end) };
        return moved.kind === 'tempo' ? { ...moved, bpm: bpm(2 * moved.bpm) } : moved;
      }),
    },
    chords: facts.chords.map(place),
    sections: facts.sections.map((section) => ({ ...section, from: from(section.from), to: to(section.to) })),
    firstLike: sourceMeasure.map(
      (measure, index) => from(facts.firstLike[measure]!) + (index - from(measure)),
    ),
    firstAlike: sourceMeasure.map(
      (measure, index) => from(facts.firstAlike[measure]!) + (index - from(measure)),
    ),
    sourceMeasure,
  };
}

interface Placed {
  readonly at: number;
  readonly measure: number;
}

/** An event of the source where it stands among the doubled measures. */
export function placeDoubled<T extends Placed>(event: T, measures: readonly Measure[]): T {
  const at = ticks(2 * event.at);
  return { ...event, at, measure: measureAt(measures, at).index };
}

function doubleNote(note: Note, measures: readonly Measure[]): readonly Note[] {
  const grace = note.grace && { ...note.grace, written: ticks(2 * note.grace.written) };
  return cut(2 * note.at, 2 * note.duration, measures).map((piece, index, pieces): Note => ({
    ...note,
    ...piece,
    id: splitNoteId(note.id, index),
    grace,
    tieTo: index + 1 < pieces.length ? splitNoteId(note.id, index + 1) : note.tieTo,
    lyrics: index === 0 ? note.lyrics : [],
    articulations: index === 0 ? note.articulations : [],
  }));
}

function doubleRest(rest: Rest, measures: readonly Measure[]): readonly Rest[] {
  return cut(2 * rest.at, 2 * rest.duration, measures).map((piece) => ({ ...rest, ...piece }));
}

/** A stretch of time cut at the barlines inside it. */
function cut(at: number, duration: number, measures: readonly Measure[]) {
  const pieces: { at: Note['at']; duration: Note['duration']; measure: number }[] = [];
  let start = at;
  const end = at + duration;
  do {
    const measure = measureAt(measures, start);
    const until = duration === 0 ? start : Math.min(end, measure.start + measure.length);
    pieces.push({ at: ticks(start), duration: ticks(until - start), measure: measure.index });
    start = until;
  } while (start < end && start < measures.at(-1)!.start + measures.at(-1)!.length);
  return pieces;
}
