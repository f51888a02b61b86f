import { describe, expect, it } from 'vitest';
import { measureRanges } from './measure-ranges';

describe('measureRanges', () => {
  const plain = (measure: number) => String(measure + 1);

  it('draws runs together and leaves single measures alone', () => {
    expect(measureRanges([0, 1, 2, 3], plain)).toBe('1–4');
    expect(measureRanges([0, 2, 3, 7], plain)).toBe('1, 3–4, 8');
    expect(measureRanges([5], plain)).toBe('6');
    expect(measureRanges([], plain)).toBe('');
  });

  it('takes measures in any order, once each, with their printed numbers', () => {
    expect(measureRanges([4, 3, 3, 0], (measure) => (measure === 0 ? '0' : String(measure)))).toBe('0, 3–4');
  });
});
