import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryTime } from '../../testing/arbitrary-score';
import { ticks } from '../units';
import { lengthOf, writeByMetre, writtenValue } from './duration';
import { beatGroups, beatsOf, metreLength } from './time';

const QUARTER = 10_080;
const inQuarters = (pieces: readonly { duration: number }[]) =>
  pieces.map((piece) => piece.duration / QUARTER);

describe('written values', () => {
  it('knows plain, dotted and tuplet values', () => {
    expect(writtenValue(ticks(QUARTER * 3))).toEqual({ divisor: 2, dots: 1 });
    expect(writtenValue(ticks(3360), { id: 't', actual: 3, normal: 2 })).toEqual({ divisor: 8, dots: 0 });
    expect(writtenValue(ticks(QUARTER * 5))).toBeNull();
    expect(lengthOf({ divisor: 4, dots: 2 })).toBe(17_640);
  });

  it.each([
    ['a whole measure of 4/4', 0, 4, { beats: 4, beatType: 4 }, [4]],
    ['a half from beat 2 may not hide beat 3 … 4', 1, 2, { beats: 4, beatType: 4 }, [1, 1]],
    ['from beat 2 to the end', 1, 3, { beats: 4, beatType: 4 }, [1, 2]],
    ['from the second eighth', 0.5, 1, { beats: 4, beatType: 4 }, [0.5, 0.5]],
    ['a whole measure of 5/4', 0, 5, { beats: 5, beatType: 4 }, [4, 1]],
    ['a whole measure of 6/8', 0, 3, { beats: 6, beatType: 8 }, [3]],
    ['a whole measure of 9/8', 0, 4.5, { beats: 9, beatType: 8 }, [3, 1.5]],
    ['three beats of 12/8', 1.5, 4.5, { beats: 12, beatType: 8 }, [1.5, 3]],
  ])('writes %s', (_, at, length, time, expected) => {
    expect(inQuarters(writeByMetre(ticks(at * QUARTER), ticks(length * QUARTER), time))).toEqual(expected);
  });

  it('covers any stretch of sixteenths with single values, without gap or overlap', () => {
    fc.assert(
      fc.property(arbitraryTime, fc.nat(), fc.nat(), (time, a, b) => {
        const steps = metreLength(time) / 2520;
        const from = a % steps;
        const length = 1 + (b % (steps - from));
        const pieces = writeByMetre(ticks(from * 2520), ticks(length * 2520), time);
        let at = from * 2520;
        for (const piece of pieces) {
          expect(piece.at).toBe(at);
          expect(writtenValue(piece.duration)).not.toBeNull();
          at += piece.duration;
        }
        expect(at).toBe((from + length) * 2520);
      }),
    );
  });
});

describe('beats', () => {
  it.each([
    [{ beats: 6, beatType: 8 }, [3, 3]],
    [{ beats: 3, beatType: 8 }, [1, 1, 1]],
    [{ beats: 7, beatType: 8 }, [2, 2, 3]],
    [{ beats: 5, beatType: 8 }, [3, 2]],
    [{ beats: 8, beatType: 8 }, [3, 3, 2]],
    [{ beats: 8, beatType: 8, groups: [2, 2, 2, 2] }, [2, 2, 2, 2]],
    [{ beats: 2, beatType: 2 }, [1, 1]],
  ])('groups %o', (time, groups) => expect(beatGroups(time)).toEqual(groups));

  it('fills every metre exactly', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 24 }), fc.constantFrom(2, 4, 8), (beats, beatType) => {
        const all = beatsOf({ beats, beatType });
        expect(all.reduce((sum, beat) => sum + beat.length, 0)).toBe(metreLength({ beats, beatType }));
      }),
    );
  });
});
