import { fingerPin } from '../document/pins/finger';
import { texturePin } from '../document/pins/texture';
import { strToU8 } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { demoTunes } from '../../testing/demo-tunes';
import { readMusicXml } from '../formats/musicxml/read';
import { invertDirection } from '../pitch/interval';
import { ALL_KEYS, isSameKey, keyName, readKey } from '../pitch/key';
import { bassOf, chordName, spellChord } from '../pitch/chord';
import { midiOf, pitchClassOf, pitchName } from '../pitch/pitch';
import { comparableScore } from '../score/compare';
import { BASS, TREBLE } from '../score/model';
import { validateScore } from '../score/validate';
import { transposeScore, transpositionTo } from '../score/transpose-score';
import { plainDocument as withRecipe } from '../../testing/documents';
import { arrange } from './arrange';
import { newDocument } from '../document/document';
import { studySource } from '../analyse/study-source';
import { arrangementMusicXml } from '../handout/export';
import { LEFT_TEXTURES, TEXTURES, type GeneratedTexture } from '../document/choices/textures.data';

const tunes = demoTunes();
const tune = (file: string) => studySource(tunes.find((each) => each.file.startsWith(file))!.score);

describe('transposing', () => {
  it('there and back is the same score, spelling included', () => {
    fc.assert(
      fc.property(arbitraryScore, fc.constantFrom(...ALL_KEYS), (score, key) => {
        const from = score.measures[0]!.key;
        const interval = transpositionTo(score, from, { ...key, mode: from.mode });
        const there = transposeScore(score, interval);
        expect(isSameKey(there.measures[0]!.key, { ...key, mode: from.mode })).toBe(true);
        expect(comparableScore(transposeScore(there, invertDirection(interval)))).toEqual(
          comparableScore(score),
        );
      }),
      { numRuns: 50 },
    );
  });

  it('moves notes, signature and chord symbols of every tune to all keys of its mode', () => {
    for (const { score } of tunes) {
      const facts = studySource(score);
      for (const key of ALL_KEYS.filter((each) => each.mode === facts.key.mode)) {
        const { score: moved } = arrange(facts, withRecipe({ key: keyName(key), leftTexture: 'as-written' }));
        expect(moved.measures.every((measure) => measure.key.fifths === key.fifths)).toBe(true);
        const distances = new Set(
          moved.notes
            .filter((note) => note.staff === 0)
            .map(
              (note, index) =>
                midiOf(note.pitch) - midiOf(score.notes.filter((each) => each.staff === 0)[index]!.pitch),
            ),
        );
        expect(distances.size).toBe(1);
        expect(Math.max(...moved.notes.map((note) => Math.abs(note.pitch.alter)))).toBeLessThanOrEqual(2);
      }
    }
  });

  it('takes the octave that fits the keyboard', () => {
    const { score, key } = tune('slow-tide');
    const small = { lowest: 48, highest: 72 };
    const interval = transpositionTo(score, key, readKey('C')!, small);
    const keys = transposeScore(score, interval).notes.map((note) => midiOf(note.pitch));
    expect(Math.min(...keys)).toBeGreaterThanOrEqual(48);
    expect(Math.max(...keys)).toBeLessThanOrEqual(72);
  });
});

describe('arranging', () => {
  it('is sound and reads back equal, for every tune, texture and a far key', () => {
    for (const { score } of tunes) {
      const facts = studySource(score);
      const far = keyName({ fifths: facts.key.fifths > 0 ? -5 : 5, mode: facts.key.mode });
      for (const leftTexture of LEFT_TEXTURES) {
        for (const key of [null, far]) {
          const result = arrange(facts, withRecipe({ key, leftTexture, counts: 'shown' }));
          expect(validateScore(result.score)).toEqual([]);
          const back = readMusicXml(strToU8(arrangementMusicXml(result.score, [])), 'x.musicxml');
          if (!back.ok) throw new Error(back.error.message);
          expect(comparableScore(back.value)).toEqual(comparableScore(result.score));
        }
      }
    }
  });

  it('gives the same result to the byte for the same input', () => {
    const facts = tune('lantern');
    const document = withRecipe({ leftTexture: 'close-triads', key: 'Eb' });
    expect(JSON.stringify(arrange(facts, document))).toBe(JSON.stringify(arrange(facts, document)));
  });

  it('holds the chord it names, the bass at the bottom, inside the window, below the tune', () => {
    for (const file of ['lantern', 'slow-tide', 'net']) {
      for (const leftTexture of ['held-root', 'open-fifth', 'close-triads'] as const) {
        const { score, snags } = arrange(tune(file), withRecipe({ leftTexture }));
        const left = score.notes.filter((note) => note.staff === 1);
        expect(left.length).toBeGreaterThan(0);
        expect(snags.filter((snag) => snag.code === 'same-key')).toEqual([]);
        for (const symbol of score.chords) {
          if (symbol.chord.kind === 'none') continue;
          const sounding = left
            .filter((note) => note.at === symbol.at)
            .sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
          const allowed = [...spellChord(symbol.chord), bassOf(symbol.chord)].map(pitchClassOf);
          for (const note of sounding) expect(allowed).toContain(pitchClassOf(note.pitch));
          const lowest = midiOf(sounding[0]!.pitch);
          expect(lowest).toBeGreaterThanOrEqual(TEXTURES[leftTexture].window.lowest);
          expect(lowest).toBeLessThanOrEqual(TEXTURES[leftTexture].window.highest);
          if (symbol.chord.bass || leftTexture !== 'close-triads')
            expect(pitchClassOf(sounding[0]!.pitch)).toBe(pitchClassOf(bassOf(symbol.chord)));
        }
      }
    }
  });

  it('plays chord notes only, in every texture, with both hands clear of each other', () => {
    for (const file of ['lantern', 'slow-tide', 'net', 'two-boats']) {
      const facts = tune(file);
      const chordal = (Object.keys(TEXTURES) as GeneratedTexture[]).filter((each) => each !== 'moving-bass');
      for (const leftTexture of chordal) {
        const { score, snags } = arrange(facts, withRecipe({ leftTexture }));
        expect(snags.filter((snag) => snag.code === 'same-key' || snag.code === 'off-keyboard')).toEqual([]);
        for (const note of score.notes.filter((each) => each.staff === 1)) {
          const symbol = score.chords.findLast((each) => each.at <= note.at)!;
          const allowed =
            symbol.chord.kind === 'chord'
              ? [...spellChord(symbol.chord), bassOf(symbol.chord)].map(pitchClassOf)
              : [];
          expect(allowed, `${file}, ${leftTexture}, measure ${note.measure}`).toContain(
            pitchClassOf(note.pitch),
          );
        }
      }
    }
  });

  it('lets the left hand wait in a pickup, with a rest of its length', () => {
    const { score } = arrange(tune('lantern'), withRecipe({ leftTexture: 'held-root' }));
    expect(score.notes.some((note) => note.staff === 1 && note.measure === 0)).toBe(false);
    expect(
      score.rests.filter((rest) => rest.staff === 1 && rest.measure === 0).map((rest) => rest.duration),
    ).toEqual([10_080]);
  });

  it('writes a left hand that shares a high tune in the treble clef, and any other in the bass clef', () => {
    const made = newDocument({ hasTune: true }, 1);
    const leftClef = (rung: 1 | 3) => {
      const { score } = arrange(tune('net-and-needle'), { ...made, recipe: { ...made.recipe, rung } });
      return score.clefs.find(({ staff }) => staff === 1);
    };
    expect(leftClef(1)).toMatchObject(TREBLE);
    expect(leftClef(3)).toMatchObject(BASS);
  });

  it('keeps pins through a change of key, and lets one rest when its note is gone', () => {
    const facts = tune('two-boats');
    const noteIn = (staff: number) => facts.score.notes.find((note) => note.staff === staff)!.id;
    const pins = [fingerPin(noteIn(0), 4), fingerPin(noteIn(1), 2)];
    const kept = arrange(facts, { ...withRecipe({ leftTexture: 'as-written', key: 'Bb' }), pins });
    expect(
      kept.score.notes
        .filter((note) => note.finger !== null)
        .map((note) => note.finger)
        .sort(),
    ).toEqual([2, 4]);
    const replaced = arrange(facts, { ...withRecipe({ leftTexture: 'held-root' }), pins });
    expect(replaced.restingPins).toEqual([pins[1]]);
  });

  it('paints single measures with a texture of their own', () => {
    const { textures, score } = arrange(tune('lantern'), {
      ...withRecipe({ leftTexture: 'held-root' }),
      pins: [texturePin(3, 'close-triads'), texturePin(4, 'open-fifth')],
    });
    const together = (measure: number) =>
      score.notes.filter((note) => note.staff === 1 && note.measure === measure).length;
    expect(textures.slice(2, 6)).toEqual(['held-root', 'close-triads', 'open-fifth', 'held-root']);
    expect([2, 3, 4, 5].map(together)).toEqual([1, 3, 2, 1]);
  });

  it('names the harmony of a study that has no symbols', () => {
    const { chords, score, key } = tune('two-boats');
    expect(score.chords).toEqual([]);
    expect(keyName(key)).toBe('C');
    const at = (measure: number) => chordName(chords.findLast((symbol) => symbol.measure <= measure)!.chord);
    expect([0, 4, 7, 9, 15].map(at)).toEqual(['C', 'Am', 'C', 'E7/D', 'C']);
  });

  it('leaves a key that both hands have to the right hand, and says so', () => {
    const facts = tune('two-boats');
    const [upper, lower] = [0, 1].map((staff) => facts.score.notes.find((note) => note.staff === staff)!);
    const clash = {
      ...facts,
      score: {
        ...facts.score,
        notes: facts.score.notes.map((note) => (note === lower ? { ...note, pitch: upper!.pitch } : note)),
      },
    };
    const { snags, losses, score } = arrange(clash, withRecipe({ leftTexture: 'as-written' }));
    expect(snags.filter((snag) => snag.code === 'same-key')).toEqual([]);
    expect(score.notes.some((note) => note.id === lower!.id)).toBe(false);
    const told = losses.find((loss) => loss.notes.includes(lower!.id))!;
    expect(told).toMatchObject({ kind: 'left-out', hand: 'left', measure: 0 });
    expect(told.sentence).toContain(pitchName(upper!.pitch));
  });
});
