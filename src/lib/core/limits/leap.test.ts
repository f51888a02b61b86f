import { describe, expect, it } from 'vitest';
import { handFacts, pieceFacts } from '../../testing/limit-facts';
import { isJoined, leap, leapBetween } from './leap';

const inHand = (text: string, leapSemitones: number | null) =>
  leap.inHand!(handFacts('right', text), { leapSemitones }).map(({ sentence }) => sentence);
const between = (right: string, leapSemitones: number | null) =>
  leap.inPiece!(pieceFacts({ right }), { leapSemitones }).map(({ measure, hand }) => [measure, hand]);

describe('leaps', () => {
  it('are as far as the hand moves', () => {
    // A fifth lies under the hand.
    expect(inHand('C4 G4 C4 G4', 5)).toEqual([]);
    expect(inHand('C4 G#4 C4 F4', 5)).toEqual(['the right hand leaps 8 semitones without a rest, over 5']);
    expect(inHand('C4 C6 C4 C6', null)).toEqual([]);
  });

  it('are none after a rest, which gives time to move', () => {
    expect(inHand('C4 r C5:1/2', 5)).toEqual([]);
    expect(inHand('C4:1/2 C5:1/2', 5)).toHaveLength(1);
  });

  it('are felt in the measure that they lead into', () => {
    expect(between('C4:1/1 | C5:1/1', 7)).toEqual([[1, 'right']]);
    expect(between('C4:3/4 r | C5:1/1', 7)).toEqual([]);
    expect(between('C4:1/1 | C5:1/1', null)).toEqual([]);
    expect(between('C4:1/1 | C5:1/1', 12)).toEqual([]);
  });

  it('are an octave at most in a singer’s single basses', () => {
    const bass = (text: string) =>
      leap.inHand!(handFacts('left', text, { setting: 'sing' }), { leapSemitones: 5 });
    expect(bass('C3:1/2 C2:1/2')).toEqual([]);
    expect(bass('C3:1/2 B1:1/2')).toHaveLength(1);
    expect(bass('(C3 E3):1/2 (C2 E2):1/2')).toHaveLength(1);
  });

  it('are those of the end that moves less', () => {
    const touch = (lowest: number, highest: number, size: number) => ({
      at: 0,
      lowest,
      highest,
      size,
      lowStep: 0,
      highStep: 0,
    });
    expect(leapBetween(touch(48, 48, 1), touch(60, 60, 1))).toBe(12);
    expect(leapBetween(touch(48, 55, 2), touch(50, 62, 2))).toBe(2);
    // The thumb stays on G3 while the rest of the chord is laid down.
    expect(leapBetween(touch(55, 55, 1), touch(55, 64, 3))).toBe(0);
  });

  it('notes that last up to the next touch are joined to it', () => {
    const { notes } = handFacts('right', 'C4:1/2 r:1/2');
    expect(isJoined(notes, 20_160)).toBe(true);
    expect(isJoined(notes, 20_161)).toBe(false);
  });
});
