import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { grownRange, nearestInTime, nextMeasure, nextNote } from './selecting';

const score = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4 D4 E4 F4 | G4:1/1',
  left: 'C3:1/2 G3:1/2 | r:1/2 E3:1/2',
});
const right = score.notes.filter((note) => note.staff === 0);
const left = score.notes.filter((note) => note.staff === 1);

describe('going about the notes', () => {
  it('steps within a hand, and stays at its ends', () => {
    expect(nextNote(right, right[0]!, 0, 1)).toBe(right[1]);
    expect(nextNote(right, right[0]!, 0, -1)).toBeNull();
    expect(nextNote(right, right.at(-1)!, 0, 1)).toBeNull();
  });

  it('begins at the selected measure, or before it', () => {
    expect(nextNote(right, null, 1, 1)).toBe(right[4]);
    expect(nextNote(right, null, 1, -1)).toBe(right[3]);
  });

  it('goes over to the note nearest in time, the earlier of two as near', () => {
    expect(nearestInTime(left, right[1]!.at)).toBe(left[0]);
    expect(nearestInTime(left, right[3]!.at)).toBe(left[1]);
    expect(nearestInTime(left, right[4]!.at)).toBe(left[1]);
    expect(nearestInTime([], 0)).toBeNull();
  });
});

describe('going about the measures', () => {
  it('grows a range to its end and draws it in again, then backwards', () => {
    expect(grownRange(null, 5, 1)).toEqual({ from: 0, to: 1 });
    expect(grownRange({ from: 2, to: 5 }, 5, 1)).toEqual({ from: 2, to: 5 });
    expect(grownRange({ from: 2, to: 5 }, 5, -1)).toEqual({ from: 2, to: 4 });
    expect(grownRange({ from: 2, to: 2 }, 5, -1)).toEqual({ from: 1, to: 2 });
    expect(grownRange({ from: 0, to: 0 }, 5, -1)).toEqual({ from: 0, to: 0 });
  });

  it('walks from snag to snag in either direction, round the end', () => {
    expect(nextMeasure([7, 3, 3], -1, 1)).toBe(3);
    expect(nextMeasure([3, 7], 3, 1)).toBe(7);
    expect(nextMeasure([3, 7], 7, 1)).toBe(3);
    expect(nextMeasure([3, 7], 7, -1)).toBe(3);
    expect(nextMeasure([3, 7], Infinity, -1)).toBe(7);
    expect(nextMeasure([], 0, 1)).toBeNull();
  });
});
