import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readKey } from '../pitch/key';
import { TICKS_PER_QUARTER as QUARTER, ticks } from '../units';
import type { Measure, TimeSignature } from './model';
import {
  beatGroups,
  beatsOf,
  endOf,
  isCompound,
  isCountedInEighths,
  isGroupingUnsaid,
  isPickup,
  isValidTime,
  measureAt,
  metreLength,
  metreOffset,
  placeLabel,
  strongBeats,
  strongPoints,
  timeLabel,
} from './time';

const time = (text: string, groups?: readonly number[]): TimeSignature => {
  const [beats, beatType] = text.split('/').map(Number) as [number, number];
  return groups ? { beats, beatType, groups } : { beats, beatType };
};

/** Measures of some lengths in quarters, one after another. */
function measuresOf(
  signature: string,
  lengths: readonly number[],
  changes: Readonly<Record<number, Partial<Measure>>> = {},
): readonly Measure[] {
  let start = 0;
  return lengths.map((quarters, index) => {
    const measure: Measure = {
      index,
      number: String(index + 1),
      start: ticks(start),
      length: ticks(quarters * QUARTER),
      time: time(signature),
      key: readKey('C')!,
      barline: 'single',
      startsRepeat: false,
      endsRepeat: null,
      endings: [],
      rehearsal: null,
      ...changes[index],
    };
    start += quarters * QUARTER;
    return measure;
  });
}

/** Every signature that is taken in. */
const signatures = fc
  .tuple(fc.integer({ min: 1, max: 64 }), fc.constantFrom(1, 2, 4, 8, 16, 32))
  .map(([beats, beatType]) => ({ beats, beatType }));

describe('a time signature', () => {
  it('has whole numbers from 1 to 64 over a power of two', () => {
    for (const text of ['4/4', '3/8', '12/8', '64/32', '1/1'])
      expect(isValidTime(time(text)), text).toBe(true);
    for (const text of ['0/4', '65/4', '4/3', '4/64', '2.5/4', '-3/4'])
      expect(isValidTime(time(text)), text).toBe(false);
    expect(isValidTime(time('5/8', [3, 2]))).toBe(true);
    expect(isValidTime(time('5/8', [3, 0]))).toBe(false);
    expect(timeLabel(time('12/8'))).toBe('12/8');
  });

  it('lasts as many of its lower number as its upper one says', () => {
    expect(metreLength(time('4/4'))).toBe(4 * QUARTER);
    expect(metreLength(time('6/8'))).toBe(3 * QUARTER);
    expect(metreLength(time('2/2'))).toBe(4 * QUARTER);
    expect(metreLength(time('3/16'))).toBe((3 * QUARTER) / 4);
  });
});

describe('beats', () => {
  it.each([
    ['4/4', [1, 1, 1, 1]],
    ['3/8', [1, 1, 1]],
    ['4/8', [2, 2]],
    ['5/8', [3, 2]],
    ['6/8', [3, 3]],
    ['7/8', [2, 2, 3]],
    ['8/8', [3, 3, 2]],
    ['10/8', [3, 3, 2, 2]],
    ['11/8', [3, 3, 3, 2]],
    ['12/8', [3, 3, 3, 3]],
  ])('%s goes in groups of %j', (text, groups) => {
    expect(beatGroups(time(text))).toEqual(groups);
  });

  it('go in the groups that the signature says, where they fill it', () => {
    expect(beatGroups(time('5/8', [2, 3]))).toEqual([2, 3]);
    expect(beatGroups(time('5/8', [2, 2]))).toEqual([3, 2]);
  });

  it('fill their metre without a gap, numbered from one', () =>
    fc.assert(
      fc.property(signatures, (signature) => {
        let at = 0;
        for (const [index, beat] of beatsOf(signature).entries()) {
          expect(beat.at).toBe(at);
          expect(beat.number).toBe(index + 1);
          at += beat.length;
        }
        expect(at).toBe(metreLength(signature));
      }),
    ));

  it('divide in three where three of the lower number make one, in two elsewhere', () => {
    expect(beatsOf(time('9/8')).map(({ division }) => division)).toEqual([3, 3, 3]);
    expect(beatsOf(time('7/8')).map(({ division }) => division)).toEqual([2, 2, 3]);
    expect(beatsOf(time('3/4')).map(({ division }) => division)).toEqual([2, 2, 2]);
  });

  it('are compound only where all of them go in three', () => {
    expect(['6/8', '9/8', '12/8', '6/4'].map((text) => isCompound(time(text)))).toEqual([
      true,
      true,
      true,
      false,
    ]);
    expect(isCompound(time('5/8'))).toBe(false);
    expect(isCompound(time('3/8'))).toBe(false);
    expect(['3/8', '6/8', '4/4', '2/2'].map((text) => isCountedInEighths(time(text)))).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('are asked about where a signature leaves their groups open', () => {
    expect(['5/8', '7/8', '8/8', '11/16'].map((text) => isGroupingUnsaid(time(text)))).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(['4/8', '6/8', '5/4', '3/8'].some((text) => isGroupingUnsaid(time(text)))).toBe(false);
    expect(isGroupingUnsaid(time('5/8', [3, 2]))).toBe(false);
  });
});

describe('strong places', () => {
  it('are the halves of four even beats, and every beat elsewhere', () => {
    expect(strongPoints(time('4/4'))).toEqual([0, 2 * QUARTER]);
    expect(strongPoints(time('12/8'))).toEqual([0, 3 * QUARTER]);
    expect(strongPoints(time('3/4'))).toEqual([0, QUARTER, 2 * QUARTER]);
    // Four beats of which one is longer have no middle.
    expect(strongPoints(time('9/8', [2, 2, 2, 3]))).toHaveLength(4);
  });

  it('carry the tune: one and three, the first alone of two or three, all of halves and compound ones', () => {
    expect(strongBeats(time('4/4'))).toEqual([0, 2 * QUARTER]);
    expect(strongBeats(time('2/4'))).toEqual([0]);
    expect(strongBeats(time('3/4'))).toEqual([0]);
    expect(strongBeats(time('2/2'))).toEqual([0, 2 * QUARTER]);
    expect(strongBeats(time('6/8'))).toEqual([0, 1.5 * QUARTER]);
    expect(strongBeats(time('9/8'))).toHaveLength(3);
  });

  it('are named by their beat', () => {
    expect(placeLabel(0, time('4/4'))).toBe('beat 1');
    expect(placeLabel(QUARTER * 2, time('4/4'))).toBe('beat 3');
    expect(placeLabel(QUARTER * 2.5, time('4/4'))).toBe('after beat 3');
    expect(placeLabel(QUARTER * 1.5, time('6/8'))).toBe('beat 2');
    expect(placeLabel(-1, time('4/4'))).toBe('the start');
  });
});

describe('where a measure stands in its metre', () => {
  it('is its start, where it is full or longer', () => {
    const measures = measuresOf('4/4', [4, 5]);
    expect(measures.map(({ index }) => metreOffset(measures, index))).toEqual([0, 0]);
    expect(isPickup(measures)).toBe(false);
  });

  it('is the end of its metre for a pickup', () => {
    const measures = measuresOf('3/4', [1, 3]);
    expect(isPickup(measures)).toBe(true);
    expect(metreOffset(measures, 0)).toBe(2 * QUARTER);
  });

  it('goes on where the short measure before stopped', () => {
    const measures = measuresOf('4/4', [4, 3, 1, 4]);
    expect(measures.map(({ index }) => metreOffset(measures, index))).toEqual([0, 0, 3 * QUARTER, 0]);
    // A pickup is completed by nothing after it: the next short measure begins anew.
    const after = measuresOf('4/4', [1, 3, 4]);
    expect(metreOffset(after, 1)).toBe(0);
  });

  it('is a pickup again after a double bar or a repeat sign, unless nothing follows', () => {
    const double = measuresOf('4/4', [4, 1, 4], { 0: { barline: 'double' } });
    expect(metreOffset(double, 1)).toBe(3 * QUARTER);
    const repeat = measuresOf('4/4', [4, 1, 4], { 1: { startsRepeat: true } });
    expect(metreOffset(repeat, 1)).toBe(3 * QUARTER);
    const last = measuresOf('4/4', [4, 1], { 0: { barline: 'double' } });
    expect(metreOffset(last, 1)).toBe(0);
  });

  it('is refused for a measure that is not there', () => {
    expect(() => metreOffset(measuresOf('4/4', [4]), 1)).toThrow('There is no measure 1.');
  });
});

describe('the measure at a tick', () => {
  it('is the one that looking at each would find', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 8 }), { minLength: 1, maxLength: 30 }),
        fc.integer({ min: 0, max: 300 * QUARTER }),
        (lengths, at) => {
          const measures = measuresOf('4/4', lengths);
          const slow = measures.findLast(({ start }) => start <= at);
          expect(measureAt(measures, at)).toBe(slow);
        },
      ),
    ));

  it('is the last one after the end, and none of none', () => {
    const measures = measuresOf('4/4', [4, 4]);
    expect(measureAt(measures, endOf(measures) + 99).index).toBe(1);
    expect(endOf(measures)).toBe(8 * QUARTER);
    expect(endOf([])).toBe(0);
    expect(() => measureAt([], 0)).toThrow('no measures');
  });
});
