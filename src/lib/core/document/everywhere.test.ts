import { describe, expect, it } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { scoreFromText } from '../../testing/score-from-text';
import { everywhere, type RepeatingScore } from './everywhere';
import { fingerPin } from './pins/finger';
import { pitchPin } from './pins/pitch';
import type { Pin } from './pins/registry';
import { texturePin } from './pins/texture';
import { wordsPin } from './pins/words';

/** Measures 0, 1 and 3 are the same, 2 is the same on other notes. */
const score = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4 D4 E4:1/2 | C4 D4 E4:1/2 | G4 A4 B4:1/2 | C4 D4 E4:1/2',
});
const repeating: RepeatingScore = {
  score,
  sourceMeasure: [0, 1, 2, 3],
  firstLike: [0, 0, 2, 0],
  firstAlike: [0, 0, 0, 0],
};
const noteOf = (measure: number, index = 0) =>
  score.notes.filter((note) => note.measure === measure)[index]!.id;
const carry = (pins: readonly Pin[], change: Partial<RepeatingScore> = {}) =>
  everywhere({ ...plainDocument(), pins }, { ...repeating, ...change }, 0);

describe('a fix taken everywhere', () => {
  it('goes to every measure with the same music, moved or not', () => {
    const { places, put, exceptions } = carry([texturePin(0, 'open-fifth'), fingerPin(noteOf(0), 2)]);
    expect(places).toEqual([1, 2, 3]);
    expect(exceptions).toEqual([]);
    expect(put).toEqual(
      [1, 2, 3].flatMap((measure) => [texturePin(measure, 'open-fifth'), fingerPin(noteOf(measure), 2)]),
    );
  });

  it('takes what is the sound’s own only where the same notes sound', () => {
    const { put } = carry([pitchPin(noteOf(0, 1), { steps: 1, semitones: 2 })]);
    const places = put.map((pin) => ('note' in pin ? pin.note : null));
    expect(places).toContain(noteOf(1, 1));
    expect(places).toContain(noteOf(3, 1));
  });

  it('leaves a decision of a place’s own, and tells it; the same decision is no exception', () => {
    const pins = [texturePin(0, 'open-fifth'), texturePin(1, 'held-root'), texturePin(3, 'open-fifth')];
    expect(carry(pins)).toEqual({ places: [1, 2, 3], put: [texturePin(2, 'open-fifth')], exceptions: [1] });
  });

  it('leaves alone what stands in other measures, and notes that are not there', () => {
    expect(carry([texturePin(1, 'open-fifth')]).put).toEqual([]);
    const shortened = { ...score, notes: score.notes.filter((note) => note.measure !== 1) };
    const { put } = carry([fingerPin(noteOf(0), 2)], { score: shortened });
    expect(put.every((pin) => 'note' in pin && pin.note !== noteOf(1))).toBe(true);
    expect(put).not.toEqual([]);
  });

  it('carries words as they are written, also when they look like the name of a note', () => {
    const { put } = carry([wordsPin(0, 0, 'p0m0v1t0c0')]);
    expect(put.map((pin) => pin.kind === 'words' && [pin.measure, pin.text])).toEqual([
      [1, 'p0m0v1t0c0'],
      [2, 'p0m0v1t0c0'],
      [3, 'p0m0v1t0c0'],
    ]);
  });

  it('goes nowhere where nothing comes again', () =>
    expect(carry([texturePin(0, 'open-fifth')], { firstAlike: [0, 1, 2, 3] })).toEqual({
      places: [],
      put: [],
      exceptions: [],
    }));
});
