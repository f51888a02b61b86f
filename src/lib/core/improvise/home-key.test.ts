import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readChord, spellChord, type NamedChord } from '../pitch/chord';
import { ALL_KEYS, isInScale, keyLabel, readKey } from '../pitch/key';
import { spellingName } from '../pitch/pitch';
import { degreeChord } from '../sheets/degree-chords';
import { homeOf, isDominantKind, isOfHarmonicMinor, isOfKey, raisedSeventh } from './home-key';

function chord(name: string): NamedChord {
  const reading = readChord(name);
  if (!reading.ok || reading.chord.kind !== 'chord') throw new Error(`${name} is no chord.`);
  return reading.chord;
}
const key = (name: string) => readKey(name)!;

/** The home of a chord as “F major, leading-to”. */
function home(name: string, inKey: string): string {
  const found = homeOf(chord(name), key(inKey));
  return `${keyLabel(found.key)}, ${found.by}`;
}

describe('what leads by a fifth down', () => {
  it('has a major third, and no seventh but a minor one', () => {
    expect(['G', 'G7', 'G9', 'Gaug'].map((name) => isDominantKind(chord(name)))).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(['Gm', 'Gmaj7', 'G6', 'Gdim', 'Gm7'].some((name) => isDominantKind(chord(name)))).toBe(false);
  });
});

describe('the raised seventh', () => {
  it('is the leading tone of minor, and major’s own seventh', () => {
    expect(['Am', 'Dm', 'Em', 'Cm'].map((name) => spellingName(raisedSeventh(key(name))))).toEqual([
      'G#',
      'C#',
      'D#',
      'B',
    ]);
    expect(spellingName(raisedSeventh(key('G')))).toBe('F#');
  });

  it('belongs to the dominant and the leading tone of minor, and to nothing that has both sevenths', () => {
    expect(isOfHarmonicMinor(chord('E7'), key('Am'))).toBe(true);
    expect(isOfHarmonicMinor(chord('G#dim7'), key('Am'))).toBe(true);
    expect(isOfHarmonicMinor(chord('Am'), key('Am'))).toBe(false);
    expect(isOfHarmonicMinor(chord('C7'), key('Am'))).toBe(false);
  });
});

describe('the key that a chord is heard in', () => {
  it('is the piece’s own for every triad of it', () => {
    for (const own of ALL_KEYS)
      for (let degree = 0; degree < 7; degree += 1)
        expect(homeOf(degreeChord(own, degree), own)).toEqual({ key: own, by: 'key' });
  });

  it('is its own in minor too where the seventh is raised', () => {
    expect(home('E7', 'Am')).toBe('A minor, key');
    expect(home('G#dim', 'Am')).toBe('A minor, key');
  });

  it('is the one that a secondary dominant leads to, major or minor as its triad is', () => {
    expect(home('D7', 'C')).toBe('G major, leading-to');
    expect(home('A7', 'C')).toBe('D minor, leading-to');
    expect(home('E7', 'C')).toBe('A minor, leading-to');
    expect(home('C7', 'C')).toBe('F major, leading-to');
  });

  it('is the one that a chord over a leading tone leads to', () => {
    expect(home('F#dim', 'C')).toBe('G major, leading-to');
    expect(home('G#dim7', 'C')).toBe('A minor, leading-to');
  });

  it('is the minor of the same tonic for what is borrowed from it, and the other way round', () => {
    expect(home('Fm', 'C')).toBe('C minor, borrowed');
    expect(home('Bb', 'C')).toBe('C minor, borrowed');
    expect(home('Ab', 'C')).toBe('C minor, borrowed');
    expect(home('A', 'Am')).toMatch(/D minor, leading-to|A major, borrowed/);
  });

  it('is what its own tones leave where nothing else explains it', () => {
    expect(homeOf(chord('F#maj7'), key('C')).by).toBe('own-tones');
  });

  it('has all tones of the chord, unless only its own tones speak', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...ALL_KEYS.filter(({ fifths }) => Math.abs(fifths) <= 5)),
        fc.constantFrom('C', 'C#', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'),
        fc.constantFrom('', 'm', '7', 'maj7', 'm7', 'dim', 'aug', '6'),
        (inKey, root, ending) => {
          const named = chord(root + ending);
          const found = homeOf(named, inKey);
          if (found.by !== 'own-tones') expect(isOfKey(named, found.key)).toBe(true);
          if (spellChord(named).every((tone) => isInScale(tone, inKey))) expect(found.key).toEqual(inKey);
        },
      ),
    ));
});
