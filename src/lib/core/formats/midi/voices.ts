import { grouped } from '../../score/grouped';
import type { Tuplet } from '../../score/model';
import { type VoiceEvent, PLAIN_EVENT } from '../assemble';

/** A note on the grid: ticks from the start of the piece, and its key. */
export interface GridNote {
  readonly at: number;
  readonly end: number;
  readonly key: number;
}

/** An event before its notes have names. */
export type KeyedEvent = Omit<VoiceEvent, 'pitches'> & { readonly keys: readonly number[] };

interface Span {
  readonly start: number;
  readonly length: number;
}

interface TupletSpan {
  readonly start: number;
  readonly end: number;
  readonly tuplet: Tuplet;
}

interface Chord {
  readonly at: number;
  readonly end: number;
  readonly keys: readonly number[];
}

/**
 * Writes the notes of one staff as voices of chords and rests, by measure: notes that begin and end together are a chord,
 * those that overlap what follows take a second voice, and what crosses a barline or the edge of a tuplet is tied.
 */
export function writeVoices(
  notes: readonly GridNote[],
  measures: readonly Span[],
  tuplets: readonly TupletSpan[],
): readonly (readonly (readonly KeyedEvent[])[])[] {
  const lines = separate(chordsOf(notes));
  if (lines.length === 0) lines.push([]);
  const spans = byMeasure(tuplets, measures, ({ start, end }) => [start, end]);
  return lines.map((line, index) => {
    const chords = byMeasure(line, measures, ({ at, end }) => [at, end]);
    return measures.map((measure, place) =>
      writeMeasure(chords[place]!, measure, spans[place]!, index === 0),
    );
  });
}

/** What of a sorted list reaches into each measure. */
function byMeasure<T>(
  list: readonly T[],
  measures: readonly Span[],
  bounds: (each: T) => readonly [from: number, to: number],
): readonly (readonly T[])[] {
  const found: T[][] = measures.map(() => []);
  let first = 0;
  for (const each of list) {
    const [from, to] = bounds(each);
    while (first < measures.length && measures[first]!.start + measures[first]!.length <= from) first += 1;
    for (let index = first; index < measures.length && measures[index]!.start < to; index += 1)
      found[index]!.push(each);
  }
  return found;
}

function chordsOf(notes: readonly GridNote[]): readonly Chord[] {
  return [...grouped(notes, ({ at, end }) => `${at}/${end}`).values()]
    .map((members) => {
      const { at, end } = members[0]!;
      return { at, end, keys: members.map(({ key }) => key).sort((a, b) => a - b) };
    })
    .sort((a, b) => a.at - b.at || b.keys.at(-1)! - a.keys.at(-1)!);
}

function separate(chords: readonly Chord[]): Chord[][] {
  const lines: Chord[][] = [];
  for (const chord of chords) {
    const free = lines.find((line) => line.at(-1)!.end <= chord.at);
    if (free) free.push(chord);
    else lines.push([chord]);
  }
  return lines;
}

function writeMeasure(
  line: readonly Chord[],
  measure: Span,
  spans: readonly TupletSpan[],
  hasRests: boolean,
): readonly KeyedEvent[] {
  const end = measure.start + measure.length;
  const events: KeyedEvent[] = [];
  let at = measure.start;
  const rest = (to: number) => {
    for (const piece of cut(at, to, spans))
      events.push({ ...PLAIN_EVENT, ...piece, at: piece.at - measure.start, keys: [] });
  };
  for (const chord of line) {
    const from = Math.max(chord.at, measure.start);
    const to = Math.min(chord.end, end);
    if (hasRests && from > at) rest(from);
    const pieces = cut(from, to, spans);
    for (const [index, piece] of pieces.entries()) {
      const goesOn = index + 1 < pieces.length || chord.end > end;
      events.push({
        ...PLAIN_EVENT,
        ...piece,
        at: piece.at - measure.start,
        keys: chord.keys,
        tied: chord.keys.map(() => goesOn),
      });
    }
    at = to;
  }
  if (hasRests && at < end) rest(end);
  return events;
}

/** Cuts a stretch at the edges of tuplets; what lies inside one belongs to it, unless it fills it whole. */
function cut(from: number, to: number, spans: readonly TupletSpan[]) {
  const edges = [from, to];
  for (const span of spans) {
    const isInside = (at: number) => at > span.start && at < span.end;
    if (!isInside(from) && !isInside(to)) continue;
    for (const edge of [span.start, span.end]) if (edge > from && edge < to) edges.push(edge);
  }
  const sorted = [...new Set(edges)].sort((a, b) => a - b);
  return sorted.slice(0, -1).map((at, index) => {
    const end = sorted[index + 1]!;
    const span = spans.find((each) => each.start <= at && each.end >= end);
    const isWhole = span?.start === at && span.end === end;
    return { at, duration: end - at, tuplet: span && !isWhole ? span.tuplet : null };
  });
}
