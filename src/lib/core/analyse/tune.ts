import { grouped } from '../score/grouped';
import { notesByMeasure } from '../score/by-measure';
import { midiOf } from '../pitch/pitch';
import type { Note, PartUse, Score, TunePlace } from '../score/model';
import type { NoteId } from '../units';

/** A line that a listener could follow: the notes of one voice, or the top or bottom of its chords. */
interface Stream {
  readonly id: string;
  readonly part: number;
  readonly staff: number;
  readonly line: 'single' | 'top' | 'bottom';
  readonly notes: readonly Note[];
  /** Measures in which the voice plays chords. */
  readonly chordal: ReadonlySet<number>;
  readonly isMarked: boolean;
}

export interface TuneFinding {
  readonly notes: readonly NoteId[];
  /** Which staff has the tune, by runs of measures; a change is where it moves to the other hand. */
  readonly places: readonly (TunePlace & { readonly reason: string })[];
  /** How plainly the tune stands out, 0–100. */
  readonly confidence: number;
}

/** Points a measure that a stream earns for being like a tune; chosen by trial on our own labelled textures. */
export const POINTS = {
  marked: 400,
  height: 2.2,
  stepwise: 46,
  repeatedNote: -30,
  leapy: -40,
  figure: -62,
  rhythm: 26,
  sparse: -55,
  busy: -18,
  chordal: -26,
  bottomLine: -30,
  silent: -220,
  singing: 16,
  /** Price of changing the stream, within a hand and to the other. */
  change: 75,
  changeHand: 115,
} as const;

/**
 * Finds the tune in any texture. Streams are the voices of each staff, and the top and bottom of voices that play chords.
 * Each measure of a stream earns points for moving by step, for varied rhythm and for height, and loses them for
 * repeating a figure, for chords and for leaps, as accompaniments do (after Uitdenbogerd & Zobel 1999 and Madsen & Widmer
 * 2007); dynamic programming over measures follows the tune from stream to stream, at a price. Sung words mark the tune.
 * O(notes + measures × streams²).
 */
export function findTune(score: Score): TuneFinding {
  const streams = streamsOf(score);
  const count = score.measures.length;
  if (streams.length === 0 || count === 0) return { notes: [], places: [], confidence: 0 };
  const byMeasure = streams.map((stream) => notesByMeasure(stream.notes, count));
  const heights = averageHeights(byMeasure, count);
  const points = streams.map((stream, index) =>
    Array.from({ length: count }, (_, measure) =>
      pointsOf(stream, byMeasure[index]!, measure, heights[measure]!),
    ),
  );
  const path = bestPath(streams, points, count);
  const chosen = overrule(path, streams, score.judgement?.tune ?? []);
  const notes = chosen.flatMap((stream, measure) => byMeasure[stream]?.[measure] ?? []);
  return {
    notes: notes.map((note) => note.id),
    places: placesOf(chosen, streams, byMeasure),
    confidence: confidenceOf(chosen, points),
  };
}

function streamsOf(score: Score): readonly Stream[] {
  const voices = grouped(
    score.notes.filter((note) => !note.grace && useOf(score, note) !== 'left-out'),
    ({ part, staff, voice }) => `${part}/${staff}/${voice}`,
  );
  return [...voices].flatMap(([id, notes]): Stream[] => {
    const { part, staff } = notes[0]!;
    const isMarked = notes.some((note) => note.lyrics.length > 0) || useOf(score, notes[0]!) === 'tune';
    const chords = [...grouped(notes, ({ at }) => at).values()].map((group) =>
      [...group].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch)),
    );
    const hasChords = chords.some((group) => group.length > 1);
    const chordal = new Set(chords.filter((group) => group.length > 1).map((group) => group[0]!.measure));
    const line = (pick: (group: readonly Note[]) => Note) => chords.map(pick);
    if (!hasChords) return [{ id, part, staff, line: 'single', notes, chordal, isMarked }];
    return [
      { id: `${id}/top`, part, staff, line: 'top', notes: line((group) => group.at(-1)!), chordal, isMarked },
      {
        id: `${id}/bottom`,
        part,
        staff,
        line: 'bottom',
        notes: line((group) => group[0]!),
        chordal,
        isMarked: false,
      },
    ];
  });
}

function useOf(score: Score, note: Note): PartUse | null {
  return score.parts[note.part]?.uses?.[note.staff] ?? null;
}

/** Mean key of each measure over all streams, against which a stream stands high or low. */
function averageHeights(
  byMeasure: readonly (readonly (readonly Note[])[])[],
  count: number,
): readonly number[] {
  return Array.from({ length: count }, (_, measure) => {
    const keys = byMeasure.flatMap((measures) => measures[measure]!.map((note) => midiOf(note.pitch)));
    return keys.length === 0 ? 60 : keys.reduce((sum, key) => sum + key, 0) / keys.length;
  });
}

function pointsOf(
  stream: Stream,
  measures: readonly (readonly Note[])[],
  measure: number,
  averageKey: number,
): number {
  const own = measures[measure]!;
  if (own.length === 0) return POINTS.silent;
  // A measure alone says little: its neighbours are looked at, too.
  const around = [...(measures[measure - 1] ?? []), ...own, ...(measures[measure + 1] ?? [])];
  const keys = around.map((note) => midiOf(note.pitch));
  const moves = keys.slice(1).map((key, index) => key - keys[index]!);
  const share = (test: (move: number) => boolean) =>
    moves.length === 0 ? 0 : moves.filter(test).length / moves.length;
  const height = own.reduce((sum, note) => sum + midiOf(note.pitch), 0) / own.length - averageKey;
  let points = POINTS.height * Math.max(-14, Math.min(14, height));
  points += POINTS.stepwise * share((move) => Math.abs(move) === 1 || Math.abs(move) === 2);
  points += POINTS.repeatedNote * Math.max(0, share((move) => move === 0) - 0.35);
  points += POINTS.leapy * share((move) => Math.abs(move) > 4);
  points += POINTS.figure * figureShare(measures, measure);
  points += POINTS.rhythm * Math.min(1, (new Set(around.map((note) => note.duration)).size - 1) / 2);
  const perMeasure = around.length / 3;
  if (perMeasure < 1.2) points += POINTS.sparse;
  if (perMeasure > 11) points += POINTS.busy;
  if (stream.staff > 0 && stream.chordal.has(measure)) points += POINTS.chordal;
  if (stream.line === 'bottom') points += POINTS.bottomLine;
  const middle = own.reduce((sum, note) => sum + midiOf(note.pitch), 0) / own.length;
  if (middle >= 57 && middle <= 81) points += POINTS.singing;
  if (stream.isMarked) points += POINTS.marked;
  return Math.round(points);
}

/**
 * How much a measure is a figure: an accompaniment uses the same rhythm and the same up-and-down again and again, on few
 * different notes, in even values.
 */
function figureShare(measures: readonly (readonly Note[])[], measure: number): number {
  const own = measures[measure]!;
  const shape = (notes: readonly Note[]) =>
    notes
      .slice(1)
      .map((note, index) => Math.sign(midiOf(note.pitch) - midiOf(notes[index]!.pitch)))
      .join();
  const rhythm = (notes: readonly Note[]) => notes.map((note) => note.duration).join();
  let same = 0;
  let compared = 0;
  for (const offset of [-2, -1, 1, 2]) {
    const other = measures[measure + offset];
    if (!other || other.length === 0) continue;
    compared += 1;
    if (rhythm(own) === rhythm(other)) same += shape(own) === shape(other) ? 1 : 0.35;
  }
  const isEven = new Set(own.map((note) => note.duration)).size === 1 && own.length >= 3;
  const classes = new Set(own.map((note) => midiOf(note.pitch))).size;
  const isRound = own.length >= 4 && classes <= own.length / 1.5;
  const repetition = compared === 0 ? 0 : same / compared;
  return Math.min(1.4, repetition * (own.length > 1 ? 1 : 0.8) + (isEven && isRound ? 0.4 : 0));
}

/** Follows the tune from stream to stream: most points, less the price of every change. O(measures × streams²). */
export function bestPath(
  streams: readonly Pick<Stream, 'part' | 'staff'>[],
  points: readonly (readonly number[])[],
  count: number,
): readonly number[] {
  let totals = streams.map((_, index) => points[index]![0]!);
  const backs: number[][] = [];
  for (let measure = 1; measure < count; measure += 1) {
    const before = totals;
    const back: number[] = [];
    totals = streams.map((to, index) => {
      let best = index;
      let bestTotal = before[index]!;
      for (const [from, stream] of streams.entries()) {
        if (from === index) continue;
        const isSameHand = stream.part === to.part && stream.staff === to.staff;
        const total = before[from]! - (isSameHand ? POINTS.change : POINTS.changeHand);
        if (total > bestTotal) {
          best = from;
          bestTotal = total;
        }
      }
      back.push(best);
      return bestTotal + points[index]![measure]!;
    });
    backs.push(back);
  }
  let state = totals.reduce((best, total, index) => (total > totals[best]! ? index : best), 0);
  const path = [state];
  for (const back of backs.toReversed()) path.unshift((state = back[state]!));
  return path;
}

/** Where the teacher said which staff has the tune, its best stream is taken. */
function overrule(
  path: readonly number[],
  streams: readonly Stream[],
  places: readonly TunePlace[],
): readonly number[] {
  return path.map((stream, measure) => {
    const place = places.findLast((each) => each.from <= measure && each.to >= measure);
    if (!place) return stream;
    const chosen = streams[stream]!;
    if (chosen.part === place.part && chosen.staff === place.staff) return stream;
    const candidates = streams
      .map((each, index) => ({ each, index }))
      .filter(({ each }) => each.part === place.part && each.staff === place.staff);
    const best = candidates.find(({ each }) => each.line !== 'bottom') ?? candidates[0];
    return best?.index ?? stream;
  });
}

function placesOf(
  path: readonly number[],
  streams: readonly Stream[],
  byMeasure: readonly (readonly (readonly Note[])[])[],
): TuneFinding['places'] {
  const places: TuneFinding['places'][number][] = [];
  for (const [measure, index] of path.entries()) {
    const { part, staff, isMarked, line } = streams[index]!;
    const last = places.at(-1);
    const isSilent = byMeasure[index]![measure]!.length === 0;
    if (last && (isSilent || (last.part === part && last.staff === staff)))
      places[places.length - 1] = { ...last, to: measure };
    else places.push({ from: measure, to: measure, part, staff, reason: reasonFor(isMarked, line) });
  }
  return places;
}

function reasonFor(isMarked: boolean, line: Stream['line']): string {
  if (isMarked) return 'It carries the words, or is marked as the tune.';
  if (line === 'top') return 'The top of the chords moves like a tune: by step and with a rhythm of its own.';
  return 'This voice moves like a tune: by step and with a rhythm of its own, while the others repeat figures or hold.';
}

/** How far the chosen streams are ahead of the best other, over the piece. */
function confidenceOf(path: readonly number[], points: readonly (readonly number[])[]): number {
  if (points.length === 1) return 100;
  let lead = 0;
  for (const [measure, chosen] of path.entries()) {
    const rival = Math.max(...points.filter((_, index) => index !== chosen).map((each) => each[measure]!));
    lead += Math.max(0, Math.min(100, points[chosen]![measure]! - rival));
  }
  return Math.round(lead / path.length);
}
