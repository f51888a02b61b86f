import { countMeasure, type CountOptions } from '../counting/count';
import { beatsOf, metreLength } from '../score/time';
import type { TimeSignature } from '../score/model';
import { ticks, TICKS_PER_WHOLE } from '../units';
import type { Timeline } from './timeline';

/** One measure of clicks, to be played round and round. */
export interface Metronome {
  /** `measures` holds a place for each word, so that the word of the moment can be shown. */
  readonly timeline: Timeline;
  readonly words: readonly string[];
}

/** Every beat of a measure, said as a learner counts it. `tempoBpm` counts quarters a minute. */
export function metronome(time: TimeSignature, tempoBpm: number, options: CountOptions): Metronome {
  const length = metreLength(time);
  const beats = beatsOf(time).map(({ at, length: beat }) => ({ at, end: at + beat }));
  const counts = countMeasure(time, length, ticks(0), beats, options);
  const secondsPerTick = 60 / ((tempoBpm * TICKS_PER_WHOLE) / 4);
  const clicks = counts.map(({ at }) => ({
    at: at * secondsPerTick,
    weight: at === 0 ? ('downbeat' as const) : ('beat' as const),
  }));
  return {
    timeline: {
      sounds: [],
      clicks,
      measures: clicks.map(({ at }, measure) => ({ at, measure })),
      seconds: length * secondsPerTick,
      loopAt: 0,
    },
    words: counts.map(({ syllable }) => syllable),
  };
}
