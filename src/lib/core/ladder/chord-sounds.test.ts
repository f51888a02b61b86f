import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { readChord } from '../pitch/chord';
import { ticks } from '../units';
import {
  chordDemands,
  chordSounds,
  isOnBass,
  isPlainRung,
  standsOnAnyTone,
  tonesMissing,
} from './chord-sounds';

/** A measure of one chord: what it asks, and what the hands give; the tune is the right hand's where `isTune`. */
function heard(symbol: string, right: string, left: string, { isTune = true, asked = 3 } = {}) {
  const score = scoreFromText({ time: [4, 4], key: 'C', right, left });
  const reading = readChord(symbol);
  if (!reading.ok) throw new Error(symbol);
  const span = { measure: 0, slot: 0, at: ticks(0), duration: ticks(40_320), chord: reading.chord };
  const demands = chordDemands(
    [span],
    () => false,
    () => true,
    asked,
  );
  const of = (staff: number) =>
    chordSounds(
      demands,
      score.notes.filter((note) => note.staff === staff),
      () => staff === 1 || !isTune,
    )[0]!;
  return { demand: demands[0]!, above: of(0), below: of(1) };
}
const missing = (...plan: Parameters<typeof heard>) => {
  const { demand, above, below } = heard(...plan);
  return tonesMissing(demand, above, below);
};

describe('what a chord asks of both hands', () => {
  it('is heard in either of them, the tune included', () => {
    expect(missing('G7', 'D5:1/1', '(G2 B2 D3):1/1')).toBe(1);
    expect(missing('G7', 'F5:1/1', '(G2 B2 D3):1/1')).toBe(0);
    expect(missing('G7', 'D5:1/1', '(G2 B2 F3):1/1')).toBe(0);
  });

  it('is not asked of a bare fifth, of a bass alone, or of a plain rung', () => {
    expect(missing('G7', 'D5:1/1', '(G2 D3):1/1')).toBe(0);
    expect(missing('G7', 'D5:1/1', 'G2:1/1')).toBe(0);
    expect(missing('G7', 'D5:1/1', '(G2 B2 D3):1/1', { asked: 0 })).toBe(0);
  });

  it('counts three notes in turn as a chord, and two in turn as none', () => {
    expect(missing('C', 'G5:1/1', 'C3 G3 C3 A3')).toBe(1);
    expect(missing('C7', 'G5:1/1', 'C3 E3 C3 E3')).toBe(0);
  });

  it('counts a bass and what the right hand adds', () =>
    expect(missing('C', '(G4 C5):1/1', 'C3:1/1', { isTune: false })).toBe(1));

  it('stands on its bass when it begins', () => {
    const isOn = (...plan: Parameters<typeof heard>) => {
      const { demand, above, below } = heard(...plan);
      return isOnBass(demand, above, below);
    };
    expect(isOn('C/E', 'G5:1/1', '(E3 G3 C4):1/1')).toBe(true);
    expect(isOn('C/E', 'G5:1/1', '(C3 E3 G3):1/1')).toBe(false);
    expect(isOn('C', 'r:1/2 C5:1/2', 'r:1/2 C3:1/2')).toBe(false);
  });
});

it('lets close triads stand on any of their notes, but not over a written bass', () => {
  const { demand } = heard('C', 'C5:1/1', 'C3:1/1');
  expect(standsOnAnyTone('close-triads', demand)).toBe(true);
  expect(standsOnAnyTone('outer-first-broken', demand)).toBe(false);
  expect(standsOnAnyTone('held-root', demand)).toBe(false);
  expect(standsOnAnyTone('close-triads', heard('C/E', 'C5:1/1', 'E3:1/1').demand)).toBe(false);
});

it('asks for more than a third from the second rung of a sing-along and the third of a solo', () => {
  expect([1, 2, 3].map((place) => isPlainRung(place, 'sing'))).toEqual([true, false, false]);
  expect([1, 2, 3].map((place) => isPlainRung(place, 'solo'))).toEqual([true, true, false]);
});
