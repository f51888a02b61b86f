import { describe, expect, it } from 'vitest';
import { handFacts, pieceFacts, type FactsPlan } from '../../testing/limit-facts';
import type { LeftOnsets } from '../rungs/rule-scales.data';
import { leftOnsets } from './left-onsets';

const broken = (allowed: LeftOnsets, text: string, plan: FactsPlan = {}) =>
  leftOnsets.inHand!(handFacts('left', text, plan), { leftOnsets: allowed }).map(({ sentence }) => sentence);

describe('where the left hand strikes', () => {
  it('at chord changes: the measure’s start and where a chord changes', () => {
    expect(broken('chord-changes', 'C3:1/1')).toEqual([]);
    expect(broken('chord-changes', 'C3:1/2 G3:1/2')).toEqual([
      'the left hand plays beat 3, and this rung has it play at chord changes',
    ]);
    expect(broken('chord-changes', 'C3:1/2 G3:1/2', { changes: [20_160] })).toEqual([]);
  });

  it('on strong beats: one and three of four, one of three', () => {
    expect(broken('strong-beats', 'C3:1/2 G3:1/2')).toEqual([]);
    expect(broken('strong-beats', 'C3 G3 C3:1/2')).toHaveLength(1);
    expect(broken('strong-beats', 'C3 G3:1/2', { time: [3, 4] })).toHaveLength(1);
  });

  it('on beats, or anywhere', () => {
    expect(broken('beats', 'C3 G3 E3 G3')).toEqual([]);
    expect(broken('beats', 'C3:1/8 G3:1/8 E3 G3:1/2')).toHaveLength(1);
    expect(broken('anywhere', 'C3:1/8 G3:1/8 E3 G3:1/2')).toEqual([]);
    // A rung that takes the beats still takes a chord that changes between them.
    expect(broken('beats', 'C3:1/8 G3:1/8 E3 G3:1/2', { changes: [5_040] })).toEqual([]);
  });

  it('is told by its place in a pickup and in later measures', () => {
    const told = (facts: ReturnType<typeof handFacts>) =>
      leftOnsets.inHand!(facts, { leftOnsets: 'strong-beats' }).map(({ sentence }) => sentence);
    const pickup = { ...handFacts('left', 'C3 G3 r:1/2'), offset: 2 * 10_080 };
    expect(told(pickup)[0]).toMatch(/plays beat 4,/);
    expect(told({ ...pickup, offset: 10_080 })).toEqual([]);
    const [, second] = pieceFacts({ left: 'C3:1/1 | C3 G3 C3:1/2' }).measures;
    expect(told(second!.left)[0]).toMatch(/plays beat 2,/);
  });

  it('is no matter in the right hand, and where the left hand has the tune', () => {
    const text = 'C3 G3 E3 G3';
    const right = handFacts('right', text);
    expect(leftOnsets.inHand!(right, { leftOnsets: 'chord-changes' })).toEqual([]);
    expect(broken('chord-changes', text, { setting: 'study' })).toHaveLength(1);
    expect(broken('chord-changes', text, { leftTexture: 'shares-tune' })).toEqual([]);
    expect(broken('chord-changes', text, { leftTexture: 'pulsed-root' })).toHaveLength(1);
  });
});
