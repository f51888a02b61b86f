import { describe, expect, it } from 'vitest';
import type { TimeSignature } from '../score/model';
import { allowsOffBeatEntry, allowsTies, gridOf, isFinerThan } from './rhythm-grid';
import { RHYTHM_CLASSES, RHYTHM_LABELS, type RhythmClass } from './rhythm-classes.data';

const EIGHTH = 5_040;

/** Places in eighths. */
const places = (rhythm: RhythmClass, beats: number, beatType: number, triplets: readonly number[] = []) =>
  gridOf(rhythm, { beats, beatType } as TimeSignature, new Set(triplets.map((each) => each * EIGHTH))).map(
    (at) => at / EIGHTH,
  );

describe('where notes may begin', () => {
  it.each<[RhythmClass, number, number, readonly number[]]>([
    ['downbeats', 4, 4, [0]],
    ['strong-beats', 4, 4, [0, 4]],
    ['strong-beats', 3, 4, [0]],
    ['quarters', 4, 4, [0, 2, 4, 6]],
    ['quarters', 3, 4, [0, 2, 4]],
    ['quarters', 6, 8, [0, 3]],
    ['quarters', 12, 8, [0, 3, 6, 9]],
    ['eighth-pairs', 2, 4, [0, 1, 2, 3]],
    ['eighths', 6, 8, [0, 1, 2, 3, 4, 5]],
    ['triplets', 2, 4, [0, 1, 2, 3]],
    ['sixteenths', 2, 4, [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5]],
    ['any', 3, 8, [0, 0.5, 1, 1.5, 2, 2.5]],
  ])('%s in %i/%i', (rhythm, beats, beatType, expected) =>
    expect(places(rhythm, beats, beatType)).toEqual(expected),
  );

  it('has triplets where the source has them, from the class of triplets on', () => {
    const triplets = [2 / 3, 4 / 3];
    expect(places('eighths', 2, 4, triplets)).toEqual([0, 1, 2, 3]);
    expect(places('triplets', 2, 4, triplets)).toEqual([0, 2 / 3, 1, 4 / 3, 2, 3]);
    expect(places('sixteenths', 2, 4, triplets)).toContain(4 / 3);
    // What one piece has is not known to the next.
    expect(places('triplets', 2, 4)).toEqual([0, 1, 2, 3]);
  });

  it('grows from class to class: what a plainer one takes, a finer one takes', () => {
    for (const [beats, beatType] of [
      [4, 4],
      [3, 4],
      [2, 4],
      [6, 8],
      [9, 8],
      [12, 8],
    ] as const)
      for (const [index, rhythm] of RHYTHM_CLASSES.entries()) {
        const finer = RHYTHM_CLASSES[index + 1];
        if (finer)
          expect(places(finer, beats, beatType)).toEqual(
            expect.arrayContaining([...places(rhythm, beats, beatType)]),
          );
      }
  });
});

describe('the classes', () => {
  it('stand from the plainest to the source’s own, each with a name', () => {
    for (const [index, rhythm] of RHYTHM_CLASSES.entries()) {
      expect(RHYTHM_LABELS[rhythm]).not.toBe('');
      for (const [other, than] of RHYTHM_CLASSES.entries())
        expect(isFinerThan(rhythm, than)).toBe(index > other);
    }
  });

  it('take ties from eighths on, and entries off the beat from triplets on', () => {
    expect(RHYTHM_CLASSES.filter(allowsTies)).toEqual(['eighths', 'triplets', 'sixteenths', 'any']);
    expect(RHYTHM_CLASSES.filter(allowsOffBeatEntry)).toEqual(['triplets', 'sixteenths', 'any']);
  });
});
