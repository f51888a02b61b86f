import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AVERAGE_HAND, spanOf } from '../hands/reach';
import { GRACE } from '../../testing/grace';
import { scoreFromText } from '../../testing/score-from-text';
import { findStrain } from './strain';

const octaves = '(C3 C4) (D3 D4) (E3 E4) (F3 F4)';
const score = (left: string) =>
  scoreFromText({
    time: [4, 4],
    key: 'C',
    right: left
      .split('|')
      .map(() => 'E5:1/1')
      .join(' | '),
    left,
  });

describe('strain that adds up', () => {
  it('counts repeated octaves over measures, and joins runs that overlap', () => {
    const { notes } = score(`${octaves} | ${octaves} | ${octaves} | C3:1/1 | C3:1/1`);
    expect(findStrain(notes, AVERAGE_HAND)).toEqual([
      { hand: 'left', kind: 'octaves', from: 0, to: 2, count: 12 },
    ]);
  });

  it('says nothing of a few, however wide', () => {
    const { notes } = score('(C3 E4):1/1 | (C3 C4):1/1 | C3:1/1 | (C3 C4):1/1');
    expect(findStrain(notes, AVERAGE_HAND)).toEqual([]);
  });

  it('counts stretches beyond what is comfortable for this hand only', () => {
    const sixths = '(C3 A3) (D3 B3) (E3 C4) (F3 D4)';
    const { notes } = score(`${sixths} | ${sixths}`);
    expect(findStrain(notes, AVERAGE_HAND)).toEqual([]);
    const small = { right: spanOf(9, 7), left: spanOf(9, 7) };
    expect(findStrain(notes, small)).toEqual([{ hand: 'left', kind: 'stretches', from: 0, to: 1, count: 8 }]);
  });

  it('leaves rolled chords out', () => {
    const { notes } = score(`${octaves} | ${octaves} | ${octaves}`);
    const rolled = notes.map((note) => ({ ...note, articulations: ['arpeggiate'] as const }));
    expect(findStrain(rolled, AVERAGE_HAND)).toEqual([]);
  });

  it('passes nine octaves in four measures, and says the tenth', () => {
    const measures = (last: string) => `${octaves} | ${octaves} | C3:1/1 | ${last} | C3:1/1`;
    expect(findStrain(score(measures('(C3 C4):1/1')).notes, AVERAGE_HAND)).toEqual([]);
    expect(findStrain(score(measures('(C3 C4):1/2 (D3 D4):1/2')).notes, AVERAGE_HAND)).toEqual([
      { hand: 'left', kind: 'octaves', from: 0, to: 3, count: 10 },
    ]);
  });

  it('looks at four measures: ten octaves spread over five are passed', () => {
    const { notes } = score(`${octaves} | ${octaves} | C3:1/1 | C3:1/1 | (C3 C4):1/2 (D3 D4):1/2`);
    expect(findStrain(notes, AVERAGE_HAND)).toEqual([]);
  });

  it('counts a run that goes on once, and one after a rest apart', () => {
    const rest = 'C3:1/1 | C3:1/1 | C3:1/1 | C3:1/1';
    const run = `${octaves} | ${octaves} | ${octaves}`;
    expect(
      findStrain(score(`${run} | ${octaves} | ${octaves} | ${rest} | ${run}`).notes, AVERAGE_HAND),
    ).toEqual([
      { hand: 'left', kind: 'octaves', from: 0, to: 4, count: 20 },
      { hand: 'left', kind: 'octaves', from: 9, to: 11, count: 12 },
    ]);
  });

  it('joins runs that share a measure though neither holds the other', () => {
    const two = '(C3 C4):1/2 (D3 D4):1/2';
    // Measures 1 to 4 hold ten, and so do 4 to 7.
    const plan = [octaves, two, two, two, two, octaves, two].join(' | ');
    expect(findStrain(score(plan).notes, AVERAGE_HAND)).toEqual([
      { hand: 'left', kind: 'octaves', from: 0, to: 6, count: 18 },
    ]);
  });

  it('counts what is struck: an octave held over the barline is one', () => {
    const tied = Array.from({ length: 10 }, () => '(C3 C4):1/1~').join(' | ') + ' | (C3 C4):1/1';
    const beats = Array.from({ length: 3 }, () => octaves).join(' | ');
    expect(findStrain(score(tied).notes, AVERAGE_HAND)).toEqual([]);
    expect(findStrain(score(beats).notes, AVERAGE_HAND)).toHaveLength(1);
  });

  it('leaves grace notes out, and judges each hand by its own notes', () => {
    const both = scoreFromText({
      time: [4, 4],
      key: 'C',
      right: 'C5:1/1 | C5:1/1 | C5:1/1',
      left: `${octaves} | ${octaves} | ${octaves}`,
    });
    const graced = both.notes.map((note) => ({ ...note, grace: GRACE }));
    expect(findStrain(graced, AVERAGE_HAND)).toEqual([]);
    const swapped = both.notes.map((note) => ({ ...note, staff: 1 - note.staff }));
    expect(findStrain(swapped, AVERAGE_HAND).map(({ hand }) => hand)).toEqual(['right']);
  });

  it('takes the outer notes of a chord, in whatever order they come', () => {
    const filled = '(C3 E3 G3 C4)';
    const { notes } = score(Array.from({ length: 3 }, () => Array(4).fill(filled).join(' ')).join(' | '));
    for (const order of [notes, [...notes].reverse()])
      expect(findStrain(order, AVERAGE_HAND)).toMatchObject([{ kind: 'octaves', count: 12 }]);
  });

  it('passes seven stretches, and what is just comfortable', () => {
    const sixths = '(C3 A3) (D3 B3) (E3 C4) (F3 D4)';
    const small = { right: spanOf(9, 7), left: spanOf(9, 7) };
    expect(findStrain(score(`${sixths} | (C3 A3) (D3 B3) (E3 C4) F3`).notes, small)).toEqual([]);
    expect(
      findStrain(score(`${sixths} | ${sixths}`).notes, { right: small.right, left: spanOf(10, 9) }),
    ).toEqual([]);
  });
});

describe('strain in any music', () => {
  it('is told in runs that are apart, each with all that its hand strikes in it, and four measures with ten are never passed', () => {
    const octavesIn = (count: number) =>
      [...Array(count).fill('(C3 C4):1/8'), ...Array(8 - count).fill('C3:1/8')].join(' ');
    fc.assert(
      fc.property(fc.array(fc.nat(8), { minLength: 1, maxLength: 12 }), (counts) => {
        const found = findStrain(score(counts.map(octavesIn).join(' | ')).notes, AVERAGE_HAND);
        for (const [index, { from, to, count }] of found.entries()) {
          expect(from).toBeGreaterThan(found[index - 1]?.to ?? -1);
          expect(count).toBe(counts.slice(from, to + 1).reduce((sum, each) => sum + each, 0));
          expect(count).toBeGreaterThanOrEqual(10);
        }
        for (let start = 0; start < counts.length; start += 1) {
          const four = counts.slice(start, start + 4).reduce((sum, each) => sum + each, 0);
          const isTold = found.some(({ from, to }) => from < start + 4 && to >= start);
          if (four >= 10) expect(isTold).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
});
