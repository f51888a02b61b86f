import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { readChord, spellChord } from '../pitch/chord';
import { midiOf, pitchClassOf, pitchName } from '../pitch/pitch';
import type { TuneTexture } from '../document/choices/textures.data';
import { addUnderTune } from './under-tune';

const CHORDS = ['C', 'F', 'G7', 'Am', 'Dm7', 'Bb', 'E7', 'Cm'] as const;
const chordOf = (symbol: string) => {
  const reading = readChord(symbol);
  if (!reading.ok) throw new Error(reading.message);
  return reading.chord;
};

function under(
  tune: string,
  symbol: string,
  texture: TuneTexture,
  options: { mostAtOnce?: number; floor?: number; reach?: number; isPhraseEnd?: boolean } = {},
) {
  const score = scoreFromText({ time: [4, 4], key: 'C', right: tune });
  return {
    score,
    added: addUnderTune({
      measure: score.measures[0]!,
      offset: 0,
      tune: score.notes,
      heldOver: new Set(),
      texture,
      chordAt: () => chordOf(symbol),
      changesWithin: () => false,
      isPhraseEnd: options.isPhraseEnd ?? true,
      mostAtOnce: options.mostAtOnce ?? 4,
      widestSemitones: null,
      reach: options.reach ?? 13,
      floorUnder: () => options.floor ?? 0,
    }),
  };
}

const names = (notes: readonly { readonly pitch: Parameters<typeof pitchName>[0] }[]) =>
  notes.map(({ pitch }) => pitchName(pitch)).join(' ');

describe('what stands under the tune', () => {
  it('is nothing for the plain tune, or where one note is all that is allowed', () => {
    expect(under('C5 D5 E5 F5', 'C', 'tune').added).toEqual([]);
    expect(under('C5 D5 E5 F5', 'C', 'octaves', { mostAtOnce: 1 }).added).toEqual([]);
  });

  it('is a third or sixth on strong beats, or only where a phrase ends', () => {
    expect(names(under('E5 D5 G5 F5', 'C', 'thirds-on-strong').added)).toBe('C5 E5');
    expect(names(under('E5 D5 C5:1/2', 'C', 'thirds-at-ends').added)).toBe('E4');
    expect(under('E5 D5 C5:1/2', 'C', 'thirds-at-ends', { isPhraseEnd: false }).added).toEqual([]);
  });

  it('is the octave under every note, where the hand reaches it', () => {
    expect(names(under('E5 D5 C5 G5', 'C', 'octaves').added)).toBe('E4 D4 C4 G4');
    expect(under('E5 D5 C5 G5', 'C', 'octaves', { reach: 9 }).added).toEqual([]);
  });

  it('is the chord broken under a held tune note, after its onset, by halves of a beat or thirds of a compound one', () => {
    const broken = (tune: string, symbol: string) =>
      under(tune, symbol, 'broken-under-tune').added.map(
        ({ at, pitch }) => `${at / 5040} ${pitchName(pitch)}`,
      );
    expect(broken('C5:1/2 D5 E5', 'C')).toEqual(['1 G4', '2 E4', '3 G4', '5 G4', '7 C5']);
    expect(broken('C5:1/8 D5:1/8 E5 D5:1/2', 'Am')).not.toContain('1 A4');
  });

  it('keeps clear of the left hand', () => {
    expect(under('E5:1/1', 'C', 'chord-under-tune', { floor: 76 }).added).toEqual([]);
    for (const note of under('E5:1/1', 'C', 'chord-under-tune', { floor: 66 }).added)
      expect(midiOf(note.pitch)).toBeGreaterThan(66);
  });

  it('always leaves the tune on top, takes chord notes only, and stays in reach', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CHORDS),
        fc.constantFrom<TuneTexture>('thirds-on-strong', 'chord-under-tune', 'thirds-at-ends'),
        fc.constantFrom('C5 D5 E5 F5', 'G5:1/2 A5:1/2', 'B4 C5 D5:1/2', 'E5:1/1', 'F#5:1/2 G5:1/2'),
        fc.integer({ min: 7, max: 15 }),
        (symbol, texture, tune, reach) => {
          const { score, added } = under(tune, symbol, texture, { reach });
          const chord = chordOf(symbol);
          const tones = spellChord(chord).map(pitchClassOf);
          for (const note of added) {
            const bearer = score.notes.find((each) => each.at === note.at)!;
            expect(midiOf(note.pitch)).toBeLessThan(midiOf(bearer.pitch));
            expect(tones).toContain(pitchClassOf(note.pitch));
            expect(note.duration).toBe(bearer.duration);
          }
        },
      ),
    );
  });
});
