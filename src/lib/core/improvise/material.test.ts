import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readChord, spellChord, type NamedChord } from '../pitch/chord';
import { ALL_KEYS, readKey, scaleOf, keyName } from '../pitch/key';
import { mod, pitchClassOf, spellingName } from '../pitch/pitch';
import { homeOf } from './home-key';
import { materialOver } from './material';

function chordOf(symbol: string): NamedChord {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind === 'none') throw new Error(symbol);
  return reading.chord;
}
const over = (symbol: string, key: string | null) => {
  const { scale, avoid, threeNotes, scaleName } = materialOver(
    chordOf(symbol),
    key === null ? null : readKey(key),
  );
  const names = (notes: readonly Parameters<typeof spellingName>[0][]) => notes.map(spellingName).join(' ');
  return { scale: names(scale), avoid: names(avoid), sets: threeNotes.map(names), scaleName };
};

describe('the scale over a chord', () => {
  it.each([
    ['C', 'C', 'C D E F G A B', 'F'],
    ['Dm7', 'C', 'D E F G A B C', ''],
    ['Em', 'C', 'E F G A B C D', 'F C'],
    ['Fmaj7', 'C', 'F G A B C D E', ''],
    ['G7', 'C', 'G A B C D E F', 'C'],
    ['Am', 'C', 'A B C D E F G', 'F'],
    ['Bm7b5', 'C', 'B C D E F G A', 'C'],
    ['Am', 'Am', 'A B C D E F G', 'F'],
    ['Bdim', 'Am', 'B C D E F G A', 'C'],
    ['E7', 'Am', 'E F G# A B C D', 'F A C'],
    ['G', 'Am', 'G A B C D E F', 'C'],
    // Leading somewhere else, or borrowed.
    ['D7', 'C', 'D E F# G A B C', 'G'],
    ['E7', 'C', 'E F G# A B C D', 'F A C'],
    ['C7', 'C', 'C D E F G A Bb', 'F'],
    ['Fm', 'C', 'F G Ab Bb C D Eb', ''],
    ['Bb', 'C', 'Bb C D Eb F G Ab', 'Eb'],
    ['B7', 'Am', 'B C D# E F# G A', 'C E G'],
    ['Ab7', 'C', 'Ab Bb C D Eb F Gb', ''],
    // Chords that bring their own.
    ['Bdim7', 'C', 'B C# D E F G Ab A#', ''],
    ['G#dim7', 'Am', 'G# A# B C# D E F G', ''],
    ['G7b9', 'C', 'G Ab A# B C# D E F', ''],
    ['Gsus4', 'C', 'G A B C D E F', 'B'],
  ])('%s in %s', (symbol, key, scale, avoid) => {
    expect(over(symbol, key)).toMatchObject({ scale, avoid });
  });

  it('goes by the chord alone where no key is given', () => {
    expect(over('G7', null)).toMatchObject({ scale: 'G A B C D E F', sets: ['C D E', 'B C G'] });
    expect(over('Dm7', null).scaleName).toBe('D Dorian');
  });

  it('has three notes under three fingers for the whole key, the seventh raised over the dominant of a minor one', () => {
    expect(over('F', 'C').sets).toEqual(['C D E', 'B C G']);
    expect(over('Am', 'Am').sets).toEqual(['A B C', 'G A E']);
    expect(over('E7', 'Am').sets).toEqual(['A B C', 'G# A E']);
  });

  it('says where the chord’s own notes are not the scale’s', () => {
    expect(over('F7', 'C').scaleName).toBe('F Lydian, with E♭');
    expect(over('E7', 'Am').scaleName).toBe('harmonic minor of A, from E');
  });
});

const SYMBOLS = [
  '',
  'm',
  '7',
  'maj7',
  'm7',
  'dim',
  'dim7',
  'm7b5',
  'sus4',
  '7sus4',
  'aug',
  '6',
  '9',
  'm6',
  '7b9',
  '(add9)',
  '5',
];
const chords = fc
  .tuple(
    fc.constantFrom('C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'),
    fc.constantFrom(...SYMBOLS),
  )
  .map(([root, ending]) => root + ending);

describe('whatever the chord and the key', () => {
  it('the scale goes up from the root within an octave, and holds the chord’s own notes', () => {
    fc.assert(
      fc.property(chords, fc.constantFrom(...ALL_KEYS), (symbol, key) => {
        const chord = chordOf(symbol);
        const { scale } = materialOver(chord, key);
        const above = scale.map((note) => mod(pitchClassOf(note) - pitchClassOf(chord.root), 12));
        expect(above[0]).toBe(0);
        expect(above).toEqual([...new Set(above)].sort((a, b) => a - b));
        const classes = new Set(scale.map(pitchClassOf));
        for (const tone of spellChord(chord))
          expect([symbol, keyName(key), classes.has(pitchClassOf(tone))]).toEqual([
            symbol,
            keyName(key),
            true,
          ]);
      }),
      { numRuns: 600 },
    );
  });

  it('what is to be avoided is a half tone above a tone of the chord, and never one itself', () => {
    fc.assert(
      fc.property(chords, fc.constantFrom(...ALL_KEYS), (symbol, key) => {
        const chord = chordOf(symbol);
        if (chord.quality.triad === 'sus4') return;
        const tones = spellChord(chord).map(pitchClassOf);
        for (const note of materialOver(chord, key).avoid) {
          expect(tones).not.toContain(pitchClassOf(note));
          expect(tones).toContain(mod(pitchClassOf(note) - 1, 12));
        }
      }),
      { numRuns: 300 },
    );
  });

  it('a chord of the key is at home in it', () => {
    for (const key of ALL_KEYS)
      for (const [at, root] of scaleOf(key).entries()) {
        const [third, fifth] = [scaleOf(key)[(at + 2) % 7]!, scaleOf(key)[(at + 4) % 7]!];
        const semitones = [third, fifth]
          .map((note) => mod(pitchClassOf(note) - pitchClassOf(root), 12))
          .join();
        const ending = { '4,7': '', '3,7': 'm', '3,6': 'dim' }[semitones]!;
        expect(homeOf(chordOf(spellingName(root) + ending), key)).toEqual({ key, by: 'key' });
      }
  });
});
