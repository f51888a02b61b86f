import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { findingsOf, takeWords } from './findings';
import { hear } from './hear';
import type { Take } from './take';

const SCORE = scoreFromText({
  time: [4, 4],
  key: 'G',
  right: 'G4 A4 B4 G4 | D5 B4 G4 D4 | G4 A4 B4 C5',
  left: 'G3 F#3 F#3 D3 | G3:1/1 | F#3:1/2 D3:1/2',
});
const KEYS: readonly (readonly [key: number, onMs: number])[] = SCORE.notes.map(
  ({ pitch, at }) =>
    [
      { C: 60, D: 62, E: 64, F: 65, G: 67, A: 69, B: 71 }[pitch.step] + pitch.alter + 12 * (pitch.octave - 4),
      at / 20,
    ] as const,
);

const take = (change: (key: number, index: number) => readonly number[]): Take => ({
  keys: KEYS.flatMap(([key, onMs], index) =>
    change(key, index).map((each) => ({ key: each, onMs, offMs: onMs + 300, velocity: 60 })),
  ).sort((a, b) => a.onMs - b.onMs),
  pedal: [],
});
const say = (played: Take) =>
  findingsOf(hear(SCORE, played), (measure) => SCORE.measures[measure]!.key).map(({ sentence }) => sentence);

describe('what was heard, in words', () => {
  it('says nothing of a take that was clean', () => {
    expect(say(take((key) => [key]))).toEqual([]);
    expect(
      takeWords(
        hear(
          SCORE,
          take((key) => [key]),
        ),
        String,
      ),
    ).toMatch(/^3 of 3 measures with every note as written; about \d+ quarters a minute\.$/);
  });

  it('names hand, notes and how often, as a teacher would', () => {
    const flat = take((key) => [key === 54 ? 53 : key]);
    expect(say(flat)).toEqual(['Measure 1, left hand: F for F♯, twice.', 'Measure 3, left hand: F for F♯.']);
    expect(findingsOf(hear(SCORE, flat), () => SCORE.measures[0]!.key)[0]).toMatchObject({
      hand: 'left',
      kind: 'note',
      measure: 0,
    });
    const lacking = take((key) => (key === 74 ? [] : key === 72 ? [72, 76] : [key]));
    expect(say(lacking)).toEqual([
      'Measure 2, right hand: D was not heard.',
      'Measure 3: E besides what is written.',
    ]);
  });

  it('says once what is so of the whole take', () => {
    const up = hear(
      SCORE,
      take((key) => [key + 12]),
    );
    expect(takeWords(up, String)).toContain('all of it an octave too high');
    expect(takeWords(hear(SCORE, { keys: [], pedal: [] }), String)).toBe('Nothing of this music was heard.');
    expect(
      takeWords(
        hear(
          SCORE,
          take((key) => [key + 1]),
        ),
        String,
      ),
    ).toContain('is the keyboard set to transpose?');
  });
});
