import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { demoTunes } from '../../testing/demo-tunes';
import { metreLength } from '../score/time';
import { readNotation } from '../score/text';
import { ticks } from '../units';
import { countMeasure, countScore, type Count } from './count';

/** Counts written out: a plain syllable sounds, `-x` is held, `(x)` is a rest. */
function written(counts: readonly Count[]): string {
  return counts
    .map(({ syllable, state }) =>
      state === 'sounds' ? syllable : state === 'held' ? `-${syllable}` : `(${syllable})`,
    )
    .join(' ');
}

function count(time: string, notes: string, offset = 0, fill: 'needed' | 'running' = 'needed'): string {
  const [beats, beatType] = time.split('/').map(Number);
  const reading = readNotation(notes);
  if (!reading.ok) throw new Error(reading.message);
  const sounding = reading.events
    .filter((event) => !event.isRest)
    .map((event) => ({ at: event.at, end: event.at + event.duration }));
  return written(
    countMeasure({ beats: beats!, beatType: beatType! }, reading.length, ticks(offset), sounding, { fill }),
  );
}

describe('counting in numbers', () => {
  it.each([
    ['4/4', '1/4 1/8 1/8 r:1/4 1/4', '1 2 & (3) 4'],
    ['4/4', '1/2 1/2', '1 -2 3 -4'],
    ['4/4', '3/8 1/8 1/4 1/4', '1 -2 & 3 4'],
    ['4/4', '1/16 1/16 1/16 1/16 1/8 1/16 1/16 1/2', '1 e & a 2 & a 3 -4'],
    ['4/4', '3[1/8 1/8 1/8] 1/4 1/2', '1 trip let 2 3 -4'],
    ['4/4', '3[1/4 1/8] 1/4 1/2', '1 let 2 3 -4'],
    ['3/4', 'r:1/4 1/2', '(1) 2 -3'],
    ['2/2', '1/2 1/4 1/4', '1 2 &'],
    ['6/8', '1/4 1/8 1/8 1/8 1/8', '1 a 2 & a'],
    ['6/8', '3/8 1/16 1/16 1/8 1/8', '1 2 ta & a'],
    ['12/8', '3/8 3/8 3/4', '1 2 3 -4'],
    ['3/8', '1/8 1/16 1/16 1/8', '1 2 & 3'],
    ['5/8', '1/8 1/8 1/8 1/8 1/8', '1 & a 2 &'],
    ['7/8', '1/8 1/8 1/8 1/8 3/8', '1 & 2 & 3'],
    ['4/4', '1/32 1/32 1/16 1/8 3/4', '1 ta e & 2 -3 -4'],
  ])('%s: %s', (time, notes, expected) => expect(count(time, notes)).toBe(expected));

  it('counts a pickup as the end of its measure', () => {
    expect(count('4/4', '1/8 1/8', 30_240)).toBe('4 &');
    expect(count('4/4', '1/8', 35_280)).toBe('&');
    expect(count('6/8', '1/8', 25_200)).toBe('a');
    expect(count('3/4', '1/4 1/4', 10_080)).toBe('2 3');
  });

  it('keeps the smallest division running on request', () => {
    expect(count('4/4', '1/4 1/8 1/8 1/2', 0, 'running')).toBe('1 2 & 3 -4');
    expect(count('4/4', '1/8 1/16 1/16 3/4', 0, 'running')).toBe('1 -e & a 2 -3 -4');
  });

  it('covers every measure of random scores, and sounds exactly at the onsets', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const counts = countScore(score);
        const tied = new Set(score.notes.map((note) => note.tieTo));
        for (const measure of score.measures) {
          let at = 0;
          for (const each of counts[measure.index]!) {
            expect(each.at).toBe(at);
            expect(each.duration).toBeGreaterThan(0);
            at += each.duration;
          }
          expect(at).toBe(measure.length);
          const onsets = new Set(
            score.notes
              .filter((note) => note.measure === measure.index && !tied.has(note.id))
              .map((note) => note.at - measure.start),
          );
          const sounding = counts[measure.index]!.filter((each) => each.state === 'sounds').map(
            (each) => each.at as number,
          );
          expect(new Set(sounding)).toEqual(onsets);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('numbers the first beat of every full measure of the demo tunes', () => {
    for (const { score } of demoTunes()) {
      for (const [index, counts] of countScore(score).entries()) {
        const measure = score.measures[index]!;
        if (measure.length === metreLength(measure.time)) expect(counts[0]!.syllable).toBe('1');
      }
    }
  });
});
