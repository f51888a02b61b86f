import { describe, expect, it } from 'vitest';
import { sizeOf, spanLabel, SPAN_CHOICES } from './hands';

const measured = {
  spanLeftSemitones: 12,
  spanRightSemitones: 9,
  largestLeftSemitones: null,
  largestRightSemitones: null,
};

describe('what was measured at the keys', () => {
  it('is each hand’s comfortable reach, and the largest where it was tried', () => {
    expect(sizeOf({ ...measured, largestRightSemitones: 12 })).toEqual({
      left: { comfortable: 12, largest: 14 },
      right: { comfortable: 9, largest: 12 },
    });
    expect(sizeOf({ ...measured, largestLeftSemitones: 13 }).left).toEqual({ comfortable: 12, largest: 13 });
  });

  it('never calls comfortable what is beyond the largest', () =>
    expect(sizeOf({ ...measured, largestLeftSemitones: 11 }).left).toEqual({ comfortable: 11, largest: 11 }));

  it('is named as a pianist does', () => {
    for (const { semitones, label } of SPAN_CHOICES) expect(spanLabel(semitones)).toBe(label);
    expect(spanLabel(5)).toBe('a fourth');
    expect(spanLabel(13)).toBe('an octave');
    expect(spanLabel(24)).toBe('a twelfth');
  });
});
