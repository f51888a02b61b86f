import { describe, expect, it } from 'vitest';
import { handFacts, type FactsPlan } from '../../testing/limit-facts';
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

  it('is no matter in the right hand, and where the left hand has the tune', () => {
    const text = 'C3 G3 E3 G3';
    const right = handFacts('right', text);
    expect(leftOnsets.inHand!(right, { leftOnsets: 'chord-changes' })).toEqual([]);
    expect(broken('chord-changes', text, { setting: 'study' })).toHaveLength(1);
    expect(broken('chord-changes', text, { leftTexture: 'shares-tune' })).toEqual([]);
    expect(broken('chord-changes', text, { leftTexture: 'pulsed-root' })).toHaveLength(1);
  });
});
