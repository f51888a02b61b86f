import { describe, expect, it } from 'vitest';
import { DEFAULT_COUNT_OPTIONS } from '../counting/count';
import { metronome } from './metronome';

const at = (timeline: ReturnType<typeof metronome>['timeline']) =>
  timeline.clicks.map((click) => Math.round(click.at * 1000));

describe('the metronome', () => {
  it('clicks every beat of a measure, the first as the downbeat, and says it as the learner counts', () => {
    const { timeline, words } = metronome({ beats: 3, beatType: 4 }, 60, DEFAULT_COUNT_OPTIONS);
    expect(at(timeline)).toEqual([0, 1000, 2000]);
    expect(timeline.clicks.map(({ weight }) => weight)).toEqual(['downbeat', 'beat', 'beat']);
    expect(timeline.seconds).toBe(3);
    expect(words).toEqual(['1', '2', '3']);
    expect(
      metronome({ beats: 2, beatType: 4 }, 60, { ...DEFAULT_COUNT_OPTIONS, style: 'ta-ti' }).words,
    ).toEqual(['ta', 'ta']);
  });

  it('goes by dotted quarters in a compound metre: at 90 quarters a minute one a second', () => {
    const { timeline, words } = metronome({ beats: 6, beatType: 8 }, 90, DEFAULT_COUNT_OPTIONS);
    expect(at(timeline)).toEqual([0, 1000]);
    expect(words).toEqual(['1', '2']);
  });
});
