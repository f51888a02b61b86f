import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Figure, Stack } from '../document/choices/textures.data';
import { bassOf, readChord, spellChord, type NamedChord } from '../pitch/chord';
import { pitchClassOf, spellingName } from '../pitch/pitch';
import { fifthOver, isSameSound, shapesOf, type Room } from './chord-shapes';

function chord(symbol: string): NamedChord {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind !== 'chord') throw new Error(symbol);
  return reading.chord;
}

const ROOM: Room = { atOnce: 3, inTurn: 8, isPlain: false, isOverBass: false };
const shapes = (symbol: string, stack: Stack, figure: Figure, room: Partial<Room> = {}) =>
  shapesOf(stack, figure, chord(symbol), { ...ROOM, ...room }).map(({ tones }) =>
    tones.map(({ spelling }) => spellingName(spelling)).join(' '),
  );

describe('a close chord of three', () => {
  it('is a triad on each of its notes', () =>
    expect(shapes('C', 'triad', 'held')).toEqual(['C E G', 'E G C', 'G C E']));

  it('keeps third and seventh, with the root where no other hand has it', () => {
    expect(shapes('G7', 'triad', 'held')[0]).toBe('G B F');
    expect(shapes('Fm7', 'triad', 'held', { isOverBass: true })[0]).toBe('Ab C Eb');
  });

  it('may take root or fifth over a root in the other hand, but not where another note is there', () => {
    expect(shapes('G7', 'triad', 'held', { isOverBass: true })).toEqual(
      expect.arrayContaining(['B D F', 'B F G']),
    );
    for (const shape of shapes('D7/F#', 'triad', 'held', { isOverBass: true })) expect(shape).toContain('D');
  });

  it('stands on the note after the slash in the hand that has the bass', () => {
    expect(shapes('C/E', 'triad', 'held')).toEqual(['E G C']);
    for (const shape of shapes('F/G', 'triad', 'held')) expect(shape).toMatch(/^G /);
  });

  it('is the plain triad on the first rungs', () =>
    expect(shapes('G7', 'triad', 'held', { isPlain: true })).toEqual(['G B D', 'B D G', 'D G B']));

  it('says which telling tones it has no room for', () => {
    const missing = (symbol: string, atOnce: number) =>
      Math.min(
        ...shapesOf('triad', 'held', chord(symbol), { ...ROOM, atOnce }).map((shape) => shape.missing),
      );
    expect(missing('F#m7b5', 3)).toBe(0);
    expect(missing('F#m7b5', 2)).toBe(1);
    expect(missing('C', 3)).toBe(0);
  });
});

describe('a broken chord', () => {
  it('uses its fourth note before it doubles one, where the figure has the places', () => {
    expect(shapes('G7', 'triad', 'broken')[0]).toBe('G B D F');
    expect(shapes('G7', 'triad', 'broken', { inTurn: 3 })[0]).toBe('G B F');
    expect(shapes('C', 'triad-octave', 'filled')).toEqual(
      expect.arrayContaining(['C E G C', 'C E G', 'E G C E']),
    );
    expect(shapes('G7', 'triad-octave', 'filled')[0]).toBe('G B D F');
  });

  it('of root, fifth, third, fifth starts on the root', () =>
    expect(shapes('C', 'triad', 'outer-first')).toEqual(['C E G']));

  it('of tenths spreads what tells the chord', () => {
    expect(shapes('C', 'root-fifth-tenth', 'broken')).toEqual(['C G E']);
    expect(shapes('C7', 'root-fifth-tenth', 'broken', { inTurn: 3 })).toEqual(['C Bb E']);
    expect(shapes('G/B', 'root-fifth-tenth', 'broken')).toEqual(['B G D']);
  });
});

it('has chord notes only, never one twice, and never more than there is room for', () => {
  const symbols = [
    'C',
    'Dm7',
    'G7',
    'F/G',
    'Bbmaj9',
    'C13',
    'F#m7b5',
    'Asus4',
    'Edim7',
    'G5',
    'C7#5',
    'D7/F#',
  ];
  fc.assert(
    fc.property(
      fc.constantFrom(...symbols),
      fc.integer({ min: 1, max: 4 }),
      fc.boolean(),
      fc.boolean(),
      (symbol, atOnce, isPlain, isOverBass) => {
        const named = chord(symbol);
        const classes = [...spellChord(named), bassOf(named)].map(pitchClassOf);
        const made = shapesOf('triad', 'held', named, { atOnce, inTurn: 8, isPlain, isOverBass });
        expect(made.length).toBeGreaterThan(0);
        for (const { tones } of made) {
          expect(tones.length).toBeLessThanOrEqual(atOnce);
          for (const [index, tone] of tones.entries()) {
            expect(classes).toContain(pitchClassOf(tone.spelling));
            expect(tones.slice(index + 1).some((other) => isSameSound(tone, other))).toBe(false);
          }
        }
      },
    ),
  );
});

it('knows the fifth over the bass, or that there is none', () => {
  const name = (symbol: string) => {
    const fifth = fifthOver(chord(symbol));
    return fifth && spellingName(fifth.spelling);
  };
  expect(name('C')).toBe('G');
  expect(name('Bdim')).toBe('F');
  expect(name('Am/C')).toBeNull();
  expect(name('C/E')).toBeNull();
  expect(name('Am7/C')).toBe('G');
});
