import { describe, expect, it } from 'vitest';
import { AVERAGE_HAND, spanOf } from '../hands/reach';
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
});
