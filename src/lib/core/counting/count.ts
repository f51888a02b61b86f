import type { Measure, Note, Score, TimeSignature } from '../score/model';
import { beatsOf, isCountedInEighths, metreOffset, type Beat } from '../score/time';
import { ticks, TICKS_PER_WHOLE, type Ticks } from '../units';
import { syllableAt, type SyllablePlace } from './syllables';
import type { CompoundCount, CountingStyle, TripletCount } from '../document/choices/counting-styles.data';

export type CountState = 'sounds' | 'held' | 'rest';

/** One spoken syllable: when (ticks from the measure's start), for how long, and what is heard meanwhile. */
export interface Count {
  readonly at: Ticks;
  readonly duration: Ticks;
  readonly syllable: string;
  readonly state: CountState;
  /** Counted for the right hand alone, apart from the left hand's counts. */
  readonly isRightOnly?: true;
}

/** What sounds in a measure, in ticks from its start; ties already joined into one. */
export interface Sounding {
  readonly at: number;
  readonly end: number;
}

export interface CountOptions {
  /** `needed`: every beat, and within a beat the syllables that sound. `running`: the smallest division throughout. */
  readonly fill: 'needed' | 'running';
  readonly style: CountingStyle;
  readonly compound: CompoundCount;
  readonly triplet: TripletCount;
  /** Swung eighths are counted as the first and third of a triplet. */
  readonly isSwung: boolean;
}

export const DEFAULT_COUNT_OPTIONS: CountOptions = {
  fill: 'needed',
  style: 'numbers',
  compound: 'and-a',
  triplet: 'trip-let',
  isSwung: false,
};

/**
 * Counts one measure in a style: beats, and within a beat the syllables that sound. `offset` is how far into its metre the
 * measure begins, so a pickup counts the end of the measure it belongs to. The counts cover the measure without gap or
 * overlap. O(onsets).
 */
export function countMeasure(
  time: TimeSignature,
  length: Ticks,
  offset: Ticks,
  sounding: readonly Sounding[],
  options: CountOptions = DEFAULT_COUNT_OPTIONS,
): readonly Count[] {
  const onsets = [...new Set(sounding.map((each) => each.at).filter((at) => at >= 0 && at < length))].sort(
    (a, b) => a - b,
  );
  const spoken = new Map<number, SyllablePlace>();
  for (const beat of countedBeats(time, offset + length, options)) {
    const from = beat.at - offset;
    const to = from + beat.length;
    if (to <= 0 || from >= length) continue;
    const inside = onsets.filter((onset) => onset > from && onset < to);
    const place = (at: number): SyllablePlace => ({
      beat,
      into: at - from,
      inside: inside.map((each) => each - from),
      isStruckOnBeat: onsets.includes(from),
    });
    if (from >= 0) spoken.set(from, place(from));
    const shown = [...placesOf(beat, from, inside, options), ...restsBetween(from, inside, sounding)];
    for (const at of shown) if (at >= 0 && at < length) spoken.set(at, place(at));
    // A measure that starts inside a beat is still counted from its first moment.
    if (from < 0 && !spoken.has(0)) spoken.set(0, place(0));
  }
  const places = [...spoken.keys()].sort((a, b) => a - b);
  return places.map((at, index) => {
    const state = stateAt(at, sounding);
    return {
      at: ticks(at),
      duration: ticks((places[index + 1] ?? length) - at),
      syllable: syllableAt(
        spoken.get(at)!,
        options,
        state,
        beatsSinceStart(at, spoken.get(at)!, state, sounding),
      ),
      state,
    };
  });
}

/** How many beats the note (or silence) that is counted has lasted: 1 where it begins. */
function beatsSinceStart(
  at: number,
  { beat }: SyllablePlace,
  state: CountState,
  sounding: readonly Sounding[],
): number {
  if (state === 'sounds') return 1;
  const start =
    state === 'held'
      ? Math.max(...sounding.filter((each) => each.at < at && each.end > at).map((each) => each.at))
      : Math.max(0, ...sounding.filter((each) => each.end <= at).map((each) => each.end));
  return 1 + Math.floor((at - start) / beat.length);
}

/** Counts every measure of a score from all its notes, both hands combined. O(notes). */
export function countScore(
  score: Score,
  options: CountOptions = DEFAULT_COUNT_OPTIONS,
): readonly (readonly Count[])[] {
  const byMeasure = soundingByMeasure(score);
  return score.measures.map((measure) =>
    countMeasure(
      measure.time,
      measure.length,
      metreOffset(score.measures, measure.index),
      byMeasure[measure.index]!,
      options,
    ),
  );
}

/** In each measure, what sounds in it; a note tied over from before has a negative onset and so is held. */
function soundingByMeasure(score: Score): readonly (readonly Sounding[])[] {
  const result: Sounding[][] = score.measures.map(() => []);
  const tieSource = new Map<string, number>();
  for (const note of score.notes) {
    if (note.grace) continue;
    const start = tieSource.get(note.id) ?? note.at;
    if (note.tieTo !== null) tieSource.set(note.tieTo, start);
    const measure: Measure = score.measures[note.measure]!;
    result[note.measure]!.push(soundingIn(measure, note, start));
  }
  return result;
}

function soundingIn(measure: Measure, note: Note, start: number): Sounding {
  return { at: start - measure.start, end: note.at + note.duration - measure.start };
}

/** Inside a beat, a silence between two syllables that sound is counted where it begins. */
function restsBetween(
  from: number,
  inside: readonly number[],
  sounding: readonly Sounding[],
): readonly number[] {
  return inside.flatMap((next, index) => {
    const before = inside[index - 1] ?? from;
    const own = sounding.filter((each) => each.at <= before && each.end > before);
    const end = Math.max(...own.map((each) => each.end));
    const isSilent = own.length > 0 && end > before && end < next;
    return isSilent && sounding.every((each) => each.at >= next || each.end <= end) ? [end] : [];
  });
}

/** What has a number of its own: the beats, or in an every-eighth style each eighth of a beat that has three or is uneven. */
function countedBeats(
  time: TimeSignature,
  until: number,
  { style, compound }: CountOptions,
): readonly Beat[] {
  const beats = beatsThrough(time, until);
  const isEvery = style === 'numbers' && compound !== 'and-a' && isCountedInEighths(time);
  if (!isEvery) return beats;
  const unit = TICKS_PER_WHOLE / time.beatType;
  return beats.flatMap((beat) =>
    Array.from({ length: Math.round(beat.length / unit) }, (_, index): Beat => {
      const at = beat.at + index * unit;
      const number = compound === 'eighths' ? at / unit + 1 : index === 0 ? beat.number : index + 1;
      return { at: ticks(at), length: ticks(unit), division: 2, number };
    }),
  );
}

/** The metre's beats, going on with the numbers when a measure is longer than its metre. */
function beatsThrough(time: TimeSignature, until: number): readonly Beat[] {
  const beats = [...beatsOf(time)];
  const last = beats.at(-1)!;
  for (let at = last.at + last.length, number = last.number + 1; at < until; at += last.length, number += 1) {
    beats.push({ ...last, at: ticks(at), number });
  }
  return beats;
}

function placesOf(
  beat: Beat,
  from: number,
  inside: readonly number[],
  options: CountOptions,
): readonly number[] {
  if (options.fill === 'needed' || inside.length === 0) return inside;
  const isTriplet = beat.division === 2 && inside.every((at) => ((at - from) * 3) % beat.length === 0);
  const hasQuarters = inside.some((at) => ((at - from) * beat.division) % beat.length !== 0);
  const parts = isTriplet ? 3 : hasQuarters ? beat.division * 2 : beat.division;
  const running = Array.from({ length: parts - 1 }, (_, index) => from + (beat.length * (index + 1)) / parts);
  return [...new Set([...running.filter(Number.isInteger), ...inside])];
}

function stateAt(at: number, sounding: readonly Sounding[]): CountState {
  if (sounding.some((each) => each.at === at)) return 'sounds';
  return sounding.some((each) => each.at < at && each.end > at) ? 'held' : 'rest';
}
