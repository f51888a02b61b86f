import { describe, expect, it } from 'vitest';
import { handFacts } from '../../testing/limit-facts';
import { width } from './width';

const broken = (text: string, widestSemitones: number | null, comfortableSemitones = 14) =>
  width.inHand!(handFacts('left', text, { comfortableSemitones }), { widestSemitones }).map(
    ({ sentence }) => sentence,
  );

describe('the widest notes together', () => {
  it('are judged by the rung, in semitones', () => {
    expect(broken('(C3 G3):1/1', 7)).toEqual([]);
    expect(broken('(C3 A3):1/1', 7)).toEqual(['C3 to A3 together is wider than 7 semitones']);
    expect(broken('(C3 E3 A3):1/1', 8)).toEqual(['C3 to A3 together is wider than 8 semitones']);
  });

  it('are judged by what is comfortable for this hand, not by its largest reach', () => {
    expect(broken('(C3 C4):1/1', null, 12)).toEqual([]);
    expect(broken('(C3 D4):1/1', null, 12)).toEqual([
      'C3 to D4 together is wider than is comfortable for this hand',
    ]);
    expect(broken('(C3 D4):1/1', null, 14)).toEqual([]);
  });

  it('are those held at one moment; what is rolled asks for no width', () => {
    expect(broken('C3 C4 C3 C4', 7)).toEqual([]);
    const facts = handFacts('left', '(C3 C4):1/1');
    const rolled = facts.notes.map((note) => ({ ...note, articulations: ['arpeggiate'] as const }));
    expect(width.inHand!({ ...facts, notes: rolled }, { widestSemitones: 7 })).toEqual([]);
    // Beyond the hand's largest reach a roll is told as well.
    expect(
      width.inHand!({ ...facts, notes: rolled, largestSemitones: 11 }, { widestSemitones: 7 }),
    ).toMatchObject([
      {
        hand: 'left',
        sentence: expect.stringMatching(/^C3 to C4 is rolled, and wider than this hand reaches at all/),
      },
    ]);
  });
});
