import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TICKS_PER_QUARTER as QUARTER } from '../../units';
import { splitHands, type StreamNote } from './split-hands';

const note = (at: number, key: number, quarters = 1): StreamNote => ({
  at: at * QUARTER,
  end: (at + quarters) * QUARTER,
  key,
});

/** One to ten chords, a quarter each. */
const arbitraryChords = fc
  .array(fc.uniqueArray(fc.integer({ min: 36, max: 84 }), { minLength: 1, maxLength: 4 }), {
    minLength: 1,
    maxLength: 10,
  })
  .map((chords) => chords.flatMap((keys, at) => keys.map((key) => note(at, key))));

/** The keys that each hand was given. */
function hands(notes: readonly StreamNote[]) {
  const isLeft = splitHands(notes);
  const of = (left: boolean) => notes.filter((_, index) => isLeft[index] === left).map(({ key }) => key);
  return { left: of(true), right: of(false) };
}

describe('notes of one part between two hands', () => {
  it('are parted where they lie far from each other', () => {
    const notes = [0, 1, 2, 3].flatMap((at) => [note(at, 43 + at), note(at, 72 - at)]);
    expect(hands(notes)).toEqual({ left: [43, 44, 45, 46], right: [72, 71, 70, 69] });
  });

  it('stay with their stream where it crosses middle C', () => {
    // The tune sinks below middle C while the bass goes on far below it.
    const tune = [64, 62, 60, 58, 57, 58, 60, 62];
    const notes = tune.flatMap((key, at) => [note(at, 36 + (at % 2) * 7), note(at, key)]);
    expect(hands(notes).right).toEqual(tune);
  });

  it('give what one hand cannot reach to both', () => {
    const { left, right } = hands([note(0, 40), note(0, 47), note(0, 64), note(0, 71)]);
    expect(left).toEqual([40, 47]);
    expect(right).toEqual([64, 71]);
  });

  it('are none of none', () => {
    expect(splitHands([])).toEqual([]);
  });

  it('never cross at one onset, and each goes to one hand', () =>
    fc.assert(
      fc.property(arbitraryChords, (notes) => {
        const isLeft = splitHands(notes);
        expect(isLeft).toHaveLength(notes.length);
        for (const { at } of notes) {
          const keysOf = (left: boolean) =>
            notes.filter((each, index) => each.at === at && isLeft[index] === left).map(({ key }) => key);
          expect(Math.max(...keysOf(true))).toBeLessThan(Math.min(...keysOf(false)));
        }
      }),
      { numRuns: 60 },
    ));

  it('do not depend on the order in which they are given', () =>
    fc.assert(
      fc.property(arbitraryChords, (notes) => {
        expect([...splitHands([...notes].reverse())].reverse()).toEqual(splitHands(notes));
      }),
      { numRuns: 60 },
    ));
});
