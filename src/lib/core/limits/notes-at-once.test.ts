import { describe, expect, it } from 'vitest';
import { handFacts } from '../../testing/limit-facts';
import { notesAllowed, notesAtOnce } from './notes-at-once';

const rung = { notesSolo: { right: 1, left: 2 }, notesSing: { right: 3, left: 1 } };
const broken = (hand: 'right' | 'left', text: string, setting: 'solo' | 'sing') =>
  notesAtOnce.inHand!(handFacts(hand, text, { setting }), rung).map(({ sentence }) => sentence);

describe('notes at once', () => {
  it('go by the hand and by what it is for', () => {
    expect(broken('left', '(C3 G3):1/1', 'solo')).toEqual([]);
    expect(broken('left', '(C3 G3):1/1', 'sing')).toEqual(['2 notes at once in the left hand, over 1']);
    expect(broken('right', '(C4 E4):1/1', 'solo')).toEqual(['2 notes at once in the right hand, over 1']);
    expect(broken('right', '(C4 E4 G4):1/1', 'sing')).toEqual([]);
    expect(notesAllowed(rung, 'two', 'right')).toBe(1);
    expect(notesAllowed(rung, 'sing', 'right')).toBe(3);
  });

  it('are those that sound together, not those of the measure', () =>
    expect(broken('right', 'C4 E4 G4 C5', 'solo')).toEqual([]));
});
