import { describe, expect, it } from 'vitest';
import { learnerSchema, profileSchema } from './profile';

const profile = (change: object, rungs = 6) => profileSchema(rungs).safeParse({ name: 'Ida', ...change });

/** What is said, by field. */
function faults(change: object, rungs?: number) {
  const result = profile(change, rungs);
  return result.success
    ? {}
    : Object.fromEntries(result.error.issues.map((issue) => [issue.path[0], issue.message]));
}

describe('a learner', () => {
  it('needs a name only', () => {
    expect(learnerSchema(6).parse({ name: ' Ida ' })).toEqual({
      name: 'Ida',
      birthYear: null,
      spanLeftSemitones: 12,
      spanRightSemitones: 12,
      rung: 1,
      countingStyle: 'numbers',
      notes: '',
    });
    expect(learnerSchema(6).safeParse({ name: '  ' }).success).toBe(false);
    expect(learnerSchema(6).safeParse({ name: 'x'.repeat(121) }).success).toBe(false);
  });

  it('stands on a rung of the studio’s own ladder', () => {
    expect(learnerSchema(9).safeParse({ name: 'Ida', rung: 9 }).success).toBe(true);
    expect(faults({ rung: 7 })).toEqual({ rung: 'This studio’s ladder has 6 rungs: choose one of them.' });
    expect(faults({ rung: 2 }, 1)).toEqual({ rung: 'This studio’s ladder has 1 rung: choose one of them.' });
    expect(faults({ rung: 0 })).toEqual({ rung: 'Rungs go from 1 to 6.' });
  });

  it('has a year of birth that can be', () => {
    expect(faults({ birthYear: 2017 })).toEqual({});
    expect(faults({ birthYear: 17 })).toHaveProperty('birthYear');
  });
});

describe('hands and keyboard', () => {
  it('reach a fourth to a twelfth', () => {
    expect(faults({ spanLeftSemitones: 5, spanRightSemitones: 19 })).toEqual({});
    expect(faults({ spanLeftSemitones: 4 })).toEqual({ spanLeftSemitones: 'A reach is at least a fourth.' });
    expect(faults({ spanRightSemitones: 20 })).toEqual({
      spanRightSemitones: 'A reach is at most a twelfth.',
    });
  });

  it('reach at their largest no less than in comfort', () => {
    expect(faults({ spanLeftSemitones: 12, largestLeftSemitones: 12 })).toEqual({});
    expect(faults({ spanLeftSemitones: 12, largestLeftSemitones: 11 })).toHaveProperty(
      'largestLeftSemitones',
    );
    expect(faults({ spanRightSemitones: 12, largestRightSemitones: 11 })).toHaveProperty(
      'largestRightSemitones',
    );
    expect(faults({ spanRightSemitones: 12, largestLeftSemitones: 14 })).toEqual({});
  });

  it('have two octaves of keys at least', () => {
    expect(faults({ keyboardLowest: 36, keyboardHighest: 60 })).toEqual({});
    expect(faults({ keyboardLowest: 36, keyboardHighest: 59 })).toHaveProperty('keyboardHighest');
    expect(faults({ keyboardLowest: 20 })).toEqual({ keyboardLowest: 'The lowest key is A0.' });
  });
});

describe('the voice', () => {
  const range = { voiceLowest: 57, voiceHighest: 72 };

  it('is asked with both ends, at least a fourth apart, or not at all', () => {
    expect(faults(range)).toEqual({});
    expect(faults({ voiceLowest: 57 })).toHaveProperty('voiceHighest');
    expect(faults({ voiceHighest: 57 })).toHaveProperty('voiceHighest');
    expect(faults({ voiceLowest: 57, voiceHighest: 61 })).toHaveProperty('voiceHighest');
    expect(faults({ voiceLowest: 57, voiceHighest: 62 })).toEqual({});
  });

  it('has its comfortable middle inside its range', () => {
    const middle = (from: number | null, to: number | null, around: object = range) =>
      faults({ ...around, voiceComfortLowest: from, voiceComfortHighest: to });
    expect(middle(60, 69)).toEqual({});
    expect(middle(57, 72)).toEqual({});
    for (const [from, to] of [
      [56, 69],
      [60, 73],
      [69, 60],
      [60, 60],
      [60, null],
      [null, 69],
    ] as const)
      expect(middle(from, to)).toHaveProperty('voiceComfortHighest');
    expect(middle(60, 69, {})).toHaveProperty('voiceComfortHighest');
  });
});

describe('what is known already', () => {
  it('is written as keys and chords that can be read', () => {
    expect(faults({ knownKeys: 'C, G Am', knownChords: 'C;F, G7' })).toEqual({});
    expect(faults({ knownKeys: 'C, H' })).toHaveProperty('knownKeys');
    expect(faults({ knownChords: 'C, Z9' })).toHaveProperty('knownChords');
  });
});
