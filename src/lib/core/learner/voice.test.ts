import { describe, expect, it } from 'vitest';
import { voiceOf } from './voice';

const known = { voiceLowest: 57, voiceHighest: 72, voiceComfortLowest: null, voiceComfortHighest: null };

describe('what a learner sings', () => {
  it('has its comfortable middle a minor third from either end until that was asked', () => {
    expect(voiceOf(known)).toEqual({ lowest: 57, highest: 72, comfortLowest: 60, comfortHighest: 69 });
    expect(voiceOf({ ...known, voiceComfortLowest: 58 })).toMatchObject({
      comfortLowest: 58,
      comfortHighest: 69,
    });
    expect(voiceOf({ ...known, voiceComfortHighest: 65 })).toMatchObject({ comfortHighest: 65 });
  });

  it('is not known with one end alone', () => {
    expect(voiceOf({ ...known, voiceLowest: null })).toBeNull();
    expect(voiceOf({ ...known, voiceHighest: null })).toBeNull();
  });
});
