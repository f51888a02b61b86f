import { strongBeats, isCountedInEighths, beatsOf, metreLength } from '../score/time';
import type { TimeSignature } from '../score/model';
import { TICKS_PER_QUARTER } from '../units';
import { RHYTHM_CLASSES, type RhythmClass } from './rhythm-classes.data';

const EIGHTH = TICKS_PER_QUARTER / 2;
const SIXTEENTH = TICKS_PER_QUARTER / 4;

export function isFinerThan(a: RhythmClass, b: RhythmClass): boolean {
  return RHYTHM_CLASSES.indexOf(a) > RHYTHM_CLASSES.indexOf(b);
}

/**
 * Where notes may begin under a rhythm class, in ticks from the start of the metre, in order. Triplets stand where the
 * source has them (`tripletPlaces`). Under eighth pairs a half beat counts only beside its own beat, which is judged by
 * the caller.
 */
export function gridOf(
  rhythm: RhythmClass,
  time: TimeSignature,
  tripletPlaces: ReadonlySet<number> = NO_TRIPLETS,
): readonly number[] {
  if (tripletPlaces.size > 0) return makeGrid(rhythm, time, tripletPlaces);
  const name = `${rhythm}/${time.beats}/${time.beatType}/${time.groups?.join('+') ?? ''}`;
  const known = plainGrids.get(name) ?? makeGrid(rhythm, time, tripletPlaces);
  plainGrids.set(name, known);
  return known;
}

const NO_TRIPLETS: ReadonlySet<number> = new Set();
/** Grids without triplets by class and metre; there are few. */
const plainGrids = new Map<string, readonly number[]>();

function makeGrid(
  rhythm: RhythmClass,
  time: TimeSignature,
  tripletPlaces: ReadonlySet<number>,
): readonly number[] {
  const full = metreLength(time);
  const every = (unit: number) => Array.from({ length: Math.ceil(full / unit) }, (_, index) => index * unit);
  const beats = beatsOf(time).map((beat) => beat.at as number);
  switch (rhythm) {
    case 'downbeats':
      return [0];
    case 'strong-beats':
      return strongBeats(time);
    case 'quarters':
      return isCountedInEighths(time) ? beats : every(TICKS_PER_QUARTER);
    case 'eighth-pairs':
    case 'eighths':
      return every(EIGHTH);
    case 'triplets':
      return merge(every(EIGHTH), tripletPlaces);
    case 'sixteenths':
    case 'any':
      return merge(every(SIXTEENTH), tripletPlaces);
  }
}

function merge(places: readonly number[], more: ReadonlySet<number>): readonly number[] {
  return more.size === 0 ? places : [...new Set([...places, ...more])].sort((a, b) => a - b);
}

/** Does a class let a note begin between beats where nothing sounds at the beat itself? */
export function allowsOffBeatEntry(rhythm: RhythmClass): boolean {
  return isFinerThan(rhythm, 'eighths');
}

export function allowsTies(rhythm: RhythmClass): boolean {
  return isFinerThan(rhythm, 'eighth-pairs');
}
