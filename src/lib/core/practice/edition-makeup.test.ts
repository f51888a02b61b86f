import { describe, expect, it } from 'vitest';
import { GRACE } from '../../testing/grace';
import { scoreFromText } from '../../testing/score-from-text';
import { newDocument } from '../document/document';
import { keyOf } from '../pitch/key';
import { editionMakeup, measureLabel, usualLoad } from './edition-makeup';

const { recipe } = newDocument({ hasTune: true }, 4);

function makeup(right: string, left = right.replace(/[^|]+/g, 'r:1/1'), change: object = {}) {
  const score = { ...scoreFromText({ time: [4, 4], key: 'C', right, left }), ...change };
  const sections = [
    { id: 'a', name: 'A', from: 0, to: 1 },
    { id: 'b', name: 'B', from: 2, to: 3 },
  ];
  return editionMakeup({ score, sections, recipe, key: keyOf({ step: 'G', alter: 0 }, 'major') });
}
const FOUR = 'C4:1/1 | D4:1/1 | E4:1/1 | F4:1/1';

describe('what practising goes by of an edition', () => {
  it('is its rung, key, tempo and numbers', () => {
    expect(makeup(FOUR)).toMatchObject({ rung: 4, key: 'G', numbers: ['1', '2', '3', '4'] });
    const mark = { kind: 'tempo', bpm: 71.6, beatUnit: 10_080, part: 0, staff: 0, measure: 0, at: 0 };
    expect(makeup(FOUR, undefined, { marks: [mark] })).toMatchObject({ tempoBpm: 72, hasPedal: false });
  });

  it('is whether there is a left hand, and chords in it', () => {
    expect(makeup(FOUR)).toMatchObject({ hasLeft: false, hasLeftChords: false });
    expect(makeup(FOUR, 'C3:1/1 | D3:1/1 | r:1/1 | r:1/1')).toMatchObject({
      hasLeft: true,
      hasLeftChords: false,
    });
    expect(makeup(FOUR, '(C3 E3):1/1 | r:1/1 | r:1/1 | r:1/1')).toMatchObject({
      hasLeft: true,
      hasLeftChords: true,
    });
    expect(makeup('(C4 E4):1/1 | D4:1/1')).toMatchObject({ hasLeftChords: false });
    const { notes } = scoreFromText({
      time: [4, 4],
      key: 'C',
      right: FOUR,
      left: '(C3 E3):1/1 | r:1/1 | r:1/1 | r:1/1',
    });
    const graced = notes.map((note) => (note.staff === 1 ? { ...note, grace: GRACE } : note));
    expect(makeup(FOUR, undefined, { notes: graced })).toMatchObject({
      hasLeft: false,
      hasLeftChords: false,
    });
  });

  it('is whether there are words, and a pedal', () => {
    expect(makeup(FOUR)).toMatchObject({ hasWords: false, hasPedal: false });
    const word = { measure: 0, at: 0, text: 'la' };
    expect(makeup(FOUR, undefined, { words: [word] }).hasWords).toBe(true);
    const { notes } = scoreFromText({ time: [4, 4], key: 'C', right: FOUR });
    const sung = notes.map((note, index) => (index === 0 ? { ...note, lyrics: [{ text: 'la' }] } : note));
    expect(makeup(FOUR, undefined, { notes: sung }).hasWords).toBe(true);
    const down = { kind: 'pedal', action: 'down', part: 0, staff: 1, measure: 0, at: 0 };
    expect(makeup(FOUR, undefined, { marks: [down] }).hasPedal).toBe(true);
  });

  it('is which sections strain: an octave a measure on the whole, in either hand', () => {
    const octaves = '(C4 C5):1/2 (D4 D5):1/2';
    expect(makeup(`${octaves} | C4:1/1 | C4:1/1 | C4:1/1`).straining).toEqual(['a']);
    expect(makeup('(C4 C5):1/1 | C4:1/1 | C4:1/1 | C4:1/1').straining).toEqual([]);
    expect(makeup('(C4 B4):1/2 (D4 C5):1/2 | C4:1/1 | C4:1/1 | C4:1/1').straining).toEqual([]);
    expect(makeup(`C4:1/1 | C4:1/1 | C4:1/1 | ${octaves}`).straining).toEqual(['b']);
    const left = 'r:1/1 | r:1/1 | (C2 E3):1/1 | (C2 E3):1/1';
    expect(makeup(FOUR, left).straining).toEqual(['b']);
    // A third over each hand's octave apart is none: each hand is looked at by itself.
    expect(makeup(FOUR, 'C2:1/1 | D2:1/1 | E2:1/1 | F2:1/1').straining).toEqual([]);
  });

  it('has the patterns of each section', () => {
    expect(Object.keys(makeup(FOUR).patterns)).toEqual(['a', 'b']);
  });
});

it('a measure is spoken of by its number, and a pickup as such', () => {
  expect(measureLabel(['0', '1', ''], 0)).toBe('the pickup');
  expect(measureLabel(['0', '1', ''], 1)).toBe('measure 1');
  expect(measureLabel(['0', '1', ''], 2)).toBe('the pickup');
  expect(measureLabel([], 4)).toBe('measure 5');
});

it('a rung that tells no load has its usual one', () => {
  expect([0, 1, 2, 3, 4, 5, 6, 9].map(usualLoad)).toEqual([12, 12, 22, 35, 48, 62, 75, 75]);
});
