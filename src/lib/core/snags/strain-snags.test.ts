import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { AVERAGE_HAND, spanOf } from '../hands/reach';
import { strainSnags } from './strain-snags';

const octaves = '(C3 C4) (D3 D4) (E3 E4) (F3 F4)';
const notesOf = (left: string) =>
  scoreFromText({ time: [4, 4], key: 'C', right: left.split('|').fill('C6:1/1').join('|'), left }).notes;

describe('strain', () => {
  it('is told at the first measure of its run, with how much of what there is', () => {
    const [snag, ...more] = strainSnags(
      notesOf(`C3:1/1 | ${octaves} | ${octaves} | ${octaves}`),
      AVERAGE_HAND,
      [0, 1, 2, 3],
    );
    expect(more).toEqual([]);
    expect(snag).toMatchObject({
      code: 'strain',
      hand: 'left',
      measure: 1,
      id: 'strain:1:leftoctaves',
      sentence: 'The left hand has 12 octaves in 3 measures: that tires it, however wide each one is.',
    });
  });

  it('is eased over the measures of the source, each once', () => {
    const [snag] = strainSnags(notesOf(`${octaves} | ${octaves} | ${octaves}`), AVERAGE_HAND, [7, 8, 7]);
    expect(snag!.remedies).toMatchObject([
      {
        label: 'Make these measures easier',
        put: [
          { kind: 'ease', measure: 7, by: -1 },
          { kind: 'ease', measure: 8, by: -1 },
        ],
      },
    ]);
  });

  it('speaks of chords that are wide for this hand, and of one measure', () => {
    const sixths = Array.from({ length: 8 }, () => '(C3 A3):1/8').join(' ');
    const small = { right: spanOf(9, 7), left: spanOf(9, 7) };
    const [snag] = strainSnags(notesOf(sixths), small, [0]);
    expect(snag!.sentence).toBe(
      'The left hand has 8 chords wider than is comfortable in one measure: that tires it, however wide each one is.',
    );
    expect(strainSnags(notesOf(sixths), AVERAGE_HAND, [0])).toEqual([]);
  });
});
