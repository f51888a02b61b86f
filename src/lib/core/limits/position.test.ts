import { describe, expect, it } from 'vitest';
import { handFacts, pieceFacts, type FactsPlan } from '../../testing/limit-facts';
import type { PositionRule } from '../rungs/rule-scales.data';
import { leavesPosition, position } from './position';

const inPiece = (rule: PositionRule, right: string, plan: FactsPlan = {}) =>
  position.inPiece!(pieceFacts({ right, ...plan }), { rightPosition: rule, leftPosition: 'free' }).map(
    ({ measure, sentence }) => `${measure}: ${sentence}`,
  );

describe('one position a section', () => {
  const place = { low: 28, high: 32 };
  const outside = (hand: 'right' | 'left', text: string, plan: FactsPlan = {}) =>
    position.inHand!(handFacts(hand, text, { places: { [hand]: place }, ...plan }), {
      rightPosition: 'one-per-section',
      leftPosition: 'one-per-section',
    }).map(({ sentence }) => sentence);

  it('names each note outside the five letters', () => {
    expect(outside('right', 'C4 D4 G4 E4')).toEqual([]);
    expect(outside('right', 'C4 A4 B3 G4')).toEqual([
      'A4 lies outside the right hand’s five notes of this section',
      'B3 lies outside the right hand’s five notes of this section',
    ]);
  });

  it('lets a sing-along’s chords and a study’s left hand move', () => {
    expect(outside('right', 'A4:1/1', { setting: 'sing' })).toEqual([]);
    expect(outside('left', 'A4:1/1', { setting: 'sing' })).toEqual([]);
    expect(outside('left', 'A4:1/1', { setting: 'study' })).toEqual([]);
    expect(outside('right', 'A4:1/1', { setting: 'study' })).toHaveLength(1);
  });

  it('tells once a section where a composer’s left hand leaves its five notes', () => {
    const facts = pieceFacts({ left: 'C3 G3 A3 C4 | C3 A3 C3 A3', setting: 'study' });
    const rule = { rightPosition: 'free', leftPosition: 'one-per-section' } as const;
    expect(position.inPiece!(facts, rule)).toMatchObject([
      { measure: 0, hand: 'left', sentence: 'the composer’s left hand leaves its five notes with A3' },
    ]);
  });

  it('binds only the hand whose rule it is', () => {
    const facts = handFacts('right', 'A4:1/1', { places: { right: place } });
    const free = { rightPosition: 'free', leftPosition: 'one-per-section' } as const;
    expect(position.inHand!(facts, free)).toEqual([]);
    expect(
      position.inHand!({ ...facts, place: null }, { ...free, rightPosition: 'one-per-section' }),
    ).toEqual([]);
  });
});

describe('shifts at rests and phrase ends', () => {
  it('are found where there is no time to move', () => {
    expect(inPiece('at-rests', 'C4 D4 E4 F4 | G4 A4 G4:1/2')).toEqual([
      '1: the right hand must move to A4 without a rest or phrase end before it',
    ]);
  });

  it('are free after a rest, a half note, a phrase or a section', () => {
    expect(inPiece('at-rests', 'C4 D4 E4 r | A4 G4 A4 B4')).toEqual([]);
    expect(inPiece('at-rests', 'C4 D4 E4:1/2 | A4 G4 A4 B4')).toEqual([]);
    expect(inPiece('at-rests', 'C4 D4 E4 D4 | A4 G4 A4 B4', { phrases: [1] })).toEqual([]);
    expect(inPiece('at-rests', 'C4 D4 E4 D4 | A4 G4 A4 B4', { sections: [0, 1] })).toEqual([]);
    expect(inPiece('at-rests', 'C4 D4 E4 D4 | A4 G4 A4 B4')).toHaveLength(1);
    expect(inPiece('at-rests', 'C4 D4 E4 D4 | A4 G4 A4 B4', { setting: 'sing' })).toEqual([]);
  });
});

describe('one shift in two measures', () => {
  it('counts those inside measures and those between them', () => {
    expect(inPiece('one-per-two-measures', 'C4 D4 A4 B4 | C5 B4 A4 G4 | C4 D4 E4 F4')).toEqual([]);
    expect(inPiece('one-per-two-measures', 'C4 A4 B4 C5 | E5 D5 C5 F4')).toEqual([
      '1: the right hand shifts 2 times in two measures',
    ]);
    expect(inPiece('one-per-two-measures', 'C4 D4 E4 F4 | C5 D5 E5 F5 | C4 D4 E4 F4')).toEqual([
      '2: the right hand shifts 2 times in two measures',
    ]);
    expect(inPiece('free', 'C4 A4 B4 C5 | E5 D5 C5 F4')).toEqual([]);
  });
});

it('a stretch leaves five letters with the first note that does not lie under them', () => {
  const { notes } = handFacts('right', 'C4 G4 B3 C4');
  expect(leavesPosition(notes)).toBe(notes[2]);
  expect(leavesPosition(notes.slice(0, 2))).toBeNull();
});
