import type { TimeSignature } from '../score/model';
import { beatsOf } from '../score/time';
import { ticks, type Ticks } from '../units';
import { TEXTURES, type Figure, type TextureFacts } from '../document/choices/textures.data';

/** One touch of a figure: when, counted from the start of the metre, for how long, and which notes of the stack. */
export interface Strike {
  readonly at: Ticks;
  readonly duration: Ticks;
  /** Places in the stack, low to high. */
  readonly tones: readonly number[];
}

interface FigureTask {
  readonly figure: Figure;
  /** How many notes the stack has. */
  readonly size: number;
  /** The stretch over which the chord holds, from the start of the metre. */
  readonly from: number;
  readonly duration: number;
  readonly time: TimeSignature;
  /** Where a chart strikes the chord again, from the start of the metre; null where the piece has no slashes. */
  readonly slashes?: readonly number[] | null;
}

interface Stretch {
  readonly at: number;
  readonly length: number;
  readonly division: 2 | 3;
}

/**
 * When the notes of a texture sound over one chord. Figures follow the beat groups of the metre, begin anew with every
 * chord. Strikes do not overlap; all but off-beat ones cover the stretch without a gap.
 */
export function strikesOf(task: FigureTask): readonly Strike[] {
  const { figure, size, from, duration } = task;
  const all = Array.from({ length: size }, (_, index) => index);
  const whole = [strike(from, duration, all)];
  const beats = beatsIn(task);
  if (beats.length === 0) return whole;
  const upper = all.slice(1);
  switch (figure) {
    case 'held':
      return whole;
    case 'pulsed':
      return beats.map((beat) => strike(beat.at, beat.length, all));
    case 'alternating':
      return inTurn(beats, size);
    case 'divided':
      return divided(beats).map((each) => strike(each.at, each.length, all));
    case 'divided-alternating':
      return inTurn(divided(beats), size);
    case 'slashes':
      return onSlashes(task, beats, all);
    case 'broken':
      return divided(beats).map((each, index) =>
        strike(each.at, each.length, [brokenTone(index, size, beats[0]!.division)]),
      );
    case 'bass-then-chord':
      return bassThenChord(beats, upper);
    case 'swing':
      return swing(beats, upper);
    case 'spread':
      return spread(from, duration, beats, size);
    case 'chord-and-top':
      return chordAndTop(beats, all);
    case 'outer-first':
      return divided(beats).map((each, index) =>
        strike(each.at, each.length, [outerFirst(index, size, beats[0]!.division)]),
      );
    case 'low-then-chord':
      return lowThenChord(from, duration, beats, upper);
    case 'walking':
      return size < 2 || beats.length < 2 ? [strike(from, duration, [0])] : walk(from, beats);
    case 'full-then-thin':
      return fullThenThin(beats, all);
    case 'off-beat':
      return offBeats(beats, all);
    case 'filled':
      return divided(beats).map((each, index) => strike(each.at, each.length, [index % size]));
  }
}

/** How many notes one after another a broken figure has in a stretch; in compound beats three, or six and more. */
export function placesIn(task: Pick<FigureTask, 'from' | 'duration' | 'time'>): number {
  const beats = beatsIn(task);
  const places = divided(beats).length;
  return beats[0]?.division === 3 && places < 6 ? Math.min(3, places) : places;
}

/** The texture in which a piece comes to rest: what moves is held, and a chord lies close enough to be struck at once. */
export function atRest(facts: TextureFacts): TextureFacts {
  const { stack, figure } = facts;
  // A chart says itself when its last chord is struck.
  if (figure === 'slashes') return facts;
  if (figure === 'alternating' || figure === 'divided-alternating')
    return { ...facts, stack: 'root', figure: 'held' };
  const isFarFlung = stack === 'low-root-triad' || stack === 'root-fifth-tenth';
  const { window, home } = TEXTURES['close-triads'];
  if (isFarFlung) return { ...facts, stack: 'triad', figure: 'held', window, home };
  return { ...facts, stack: stack === 'triad-octave' ? 'triad' : stack, figure: 'held' };
}

function strike(at: number, duration: number, tones: readonly number[]): Strike {
  return { at: ticks(at), duration: ticks(duration), tones };
}

/** The beats of the metre inside the stretch; one that begins between beats opens with what is left of its beat. */
function beatsIn({
  from,
  duration,
  time,
}: Pick<FigureTask, 'from' | 'duration' | 'time'>): readonly Stretch[] {
  const end = from + duration;
  return beatsOf(time).flatMap((beat): Stretch[] => {
    const at = Math.max(from, beat.at);
    const length = Math.min(end, beat.at + beat.length) - at;
    return length > 0 ? [{ at, length, division: beat.division }] : [];
  });
}

/** Beats cut into halves, or thirds where they are compound; short ones stay as they are. */
function divided(beats: readonly Stretch[]): readonly Stretch[] {
  return beats.flatMap((beat) => {
    const parts =
      beat.length % beat.division === 0 && beat.length / beat.division >= 5040 ? beat.division : 1;
    const length = beat.length / parts;
    return Array.from({ length: parts }, (_, index) => ({ ...beat, at: beat.at + index * length, length }));
  });
}

function inTurn(places: readonly Stretch[], size: number): readonly Strike[] {
  return places.map((each, index) => strike(each.at, each.length, [index % 2 === 0 ? 0 : size - 1]));
}

/** At the letter and at every slash after it, each until the next; a piece without slashes has the beats for them. */
function onSlashes(
  { from, duration, slashes }: FigureTask,
  beats: readonly Stretch[],
  all: readonly number[],
): readonly Strike[] {
  const end = from + duration;
  const again = slashes ?? beats.map(({ at }) => at);
  const at = [from, ...again.filter((each) => each > from && each < end), end];
  return at.slice(1).map((next, index) => strike(at[index]!, next - at[index]!, all));
}

/** Up and down through the chord in simple metre, up through it in each compound beat. */
function brokenTone(index: number, size: number, division: 2 | 3): number {
  if (size < 3) return index % size;
  if (size > 3) return [0, 1, 2, 3, 2, 1][index % 6]!;
  return division === 3 ? index % 3 : [0, 1, 2, 1][index % 4]!;
}

/** The root on the first beat, the chord on the others; in compound metre so within each beat. */
function bassThenChord(beats: readonly Stretch[], upper: readonly number[]): readonly Strike[] {
  if (beats[0]!.division === 3)
    return beats.flatMap((beat) =>
      divided([beat]).map((each, index) => strike(each.at, each.length, index === 0 ? [0] : upper)),
    );
  return beats.map((beat, index) => strike(beat.at, beat.length, index === 0 ? [0] : upper));
}

/** Root, chord, fifth, chord: bass and chord in turn, the second bass the fifth of the chord, laid low. */
function swing(beats: readonly Stretch[], upper: readonly number[]): readonly Strike[] {
  const [, ...chord] = upper;
  const fifth = upper[0]!;
  if (beats.length === 3)
    return beats.map((beat, index) => strike(beat.at, beat.length, index === 0 ? [0] : chord));
  return beats.map((beat, index) =>
    strike(beat.at, beat.length, index % 2 === 1 ? chord : [index % 4 === 2 ? fifth : 0]),
  );
}

/** Root, fifth and tenth one after another by half beats (thirds of a compound one), the tenth held to the end. */
function spread(from: number, duration: number, beats: readonly Stretch[], size: number): readonly Strike[] {
  const steps = divided(beats).slice(0, size);
  return steps.map((each, index) => {
    const isLast = index === steps.length - 1;
    return strike(each.at, isLast ? from + duration - each.at : each.length, [index]);
  });
}

/** The chord on each beat and its top note once more before the next. */
function chordAndTop(beats: readonly Stretch[], all: readonly number[]): readonly Strike[] {
  const top = all.slice(-1);
  return beats.flatMap((beat) => {
    const parts = divided([beat]);
    if (parts.length === 1) return [strike(beat.at, beat.length, all)];
    const last = parts.at(-1)!;
    return [strike(beat.at, last.at - beat.at, all), strike(last.at, last.length, top)];
  });
}

/** Root, fifth, third, fifth; in compound beats root, fifth, third. Of four notes each is struck once before one comes again. */
function outerFirst(index: number, size: number, division: 2 | 3): number {
  if (size < 3) return index % size;
  if (size > 3) return division === 3 ? [0, 3, 1, 2, 1, 3][index % 6]! : [0, 3, 1, 2][index % 4]!;
  return division === 3 ? [0, 2, 1][index % 3]! : [0, 2, 1, 2][index % 4]!;
}

/** The low root for a beat, then the chord held to the end, while the pedal keeps the root. */
function lowThenChord(
  from: number,
  duration: number,
  beats: readonly Stretch[],
  upper: readonly number[],
): readonly Strike[] {
  const first = beats[0]!;
  const rest = duration - first.length;
  if (rest <= 0) return [strike(from, duration, [0])];
  return [strike(from, first.length, [0]), strike(from + first.length, rest, upper)];
}

/** The root until the last beat, which steps towards the root to come. */
function walk(from: number, beats: readonly Stretch[]): readonly Strike[] {
  const last = beats.at(-1)!;
  return [strike(from, last.at - from, [0]), strike(last.at, last.length, [1])];
}

/** All of the chord on the first beat, then its upper notes, then its top. */
function fullThenThin(beats: readonly Stretch[], all: readonly number[]): readonly Strike[] {
  return beats.map((beat, index) => {
    const isLast = index > 0 && index === beats.length - 1 && beats.length > 2;
    const tones = index === 0 || all.length < 3 ? all : isLast ? all.slice(-1) : all.slice(-2);
    return strike(beat.at, beat.length, tones);
  });
}

/** Silence on the beat, the chord on what is left of it; beats too short to divide answer each other. */
function offBeats(beats: readonly Stretch[], all: readonly number[]): readonly Strike[] {
  return beats.flatMap((beat, index) => {
    const parts = divided([beat]);
    if (parts.length === 1) return index % 2 === 1 ? [strike(beat.at, beat.length, all)] : [];
    return parts.slice(1).map((each) => strike(each.at, each.length, all));
  });
}
