import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { gatherMaterial, harmonize } from '../analyse/material';
import { studySource } from '../analyse/study-source';
import { DEFAULT_RUNGS } from '../limits/rungs';
import { atTempo, tempoByRung } from './tempo-by-rung';

function materialOf(tune: string, tempo: number, time: readonly [number, number] = [4, 4]) {
  const facts = studySource(scoreFromText({ time, key: 'C', right: tune }));
  return harmonize(gatherMaterial({ ...facts, tempo }), facts.chords);
}
const tempoOf = (tune: string, tempo: number, place: number, time?: readonly [number, number]) =>
  tempoByRung(materialOf(tune, tempo, time), DEFAULT_RUNGS[place - 1]!, place, ['solo']);

describe('the tempo of a rung', () => {
  it('is the piece’s own where its beats keep the limit', () => {
    expect(tempoOf('C5 D5 E5 F5', 80, 1)).toBe(80);
    expect(tempoOf('C5:1/2 D5:1/2', 160, 1)).toBe(160);
    expect(tempoOf('C5 D5 E5 F5', 300, 6)).toBe(300);
  });

  it('is the fastest that keeps the beats of the tune', () => {
    // One and a half a second are ninety quarters a minute.
    expect(tempoOf('C5 D5 E5 F5', 112, 1)).toBe(90);
    // Notes between the beats do not slow a piece down.
    expect(tempoOf('C5:1/8 D5:1/8 E5:1/8 F5:1/8 G5:1/2', 92, 2)).toBe(92);
  });

  it('is not under half of it on the first rungs, two thirds above', () => {
    expect(tempoOf('C5 D5 E5 F5', 240, 1)).toBe(120);
    expect(tempoOf('C5 D5 E5 F5', 400, 3)).toBe(267);
  });

  it('counts three-eight in eighths', () => expect(tempoOf('C5:1/8 D5:1/8 E5:1/8', 80, 1, [3, 8])).toBe(60));

  it('stays a singer’s', () =>
    expect(tempoByRung(materialOf('C5 D5 E5 F5', 200), DEFAULT_RUNGS[0]!, 1, ['sing'])).toBe(200));
});

it('takes the same music at another tempo, the same record for the same tempo', () => {
  const material = materialOf('C5 D5 E5 F5', 120);
  const slow = atTempo(material, 60);
  expect(slow.measures[0]!.lengthMs).toBe(2 * material.measures[0]!.lengthMs);
  expect(slow.tempo).toBe(60);
  expect(atTempo(material, 60)).toBe(slow);
  expect(atTempo(material, 120)).toBe(material);
});
