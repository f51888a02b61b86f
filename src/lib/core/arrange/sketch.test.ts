import { describe, expect, it } from 'vitest';
import { allSources } from '../../testing/demo-tunes';
import { makeupOf, studySource } from '../analyse/study-source';
import { newDocument, type ArrangementDocument } from '../document/document';
import { chordPin } from '../document/pins/chord';
import { texturePin } from '../document/pins/texture';
import type { Pin } from '../document/pins/registry';
import { arrange } from './arrange';
import { ANYONE } from './arrange-for';
import { sketchChords } from './sketch';

const withPins = (document: ArrangementDocument, ...pins: readonly Pin[]) => ({
  ...document,
  pins: [...document.pins, ...pins],
});

describe('what is drawn at once when chords are renamed', () => {
  it.each(allSources())('has the notes that stand under the symbols to come: $file', ({ score: source }) => {
    const facts = studySource(source);
    const plain = newDocument(makeupOf(facts), 2);
    const documents = [
      plain,
      { ...plain, recipe: { ...plain.recipe, key: 'D', noteValues: 'doubled' as const } },
    ];
    for (const before of documents) {
      const { score } = arrange(facts, before, ANYONE);
      const after = withPins(before, chordPin(1, 0, 'Am'), chordPin(2, 0, 'G7'));
      const sketch = sketchChords(facts, { document: before, whom: ANYONE, score }, after, ANYONE)!;
      expect(sketch.notes).toBe(score.notes);
      expect(sketch.chords).toEqual(arrange(facts, after, ANYONE).score.chords);
      const back = sketchChords(facts, { document: after, whom: ANYONE, score: sketch }, before, ANYONE)!;
      expect(back.chords).toEqual(score.chords);
    }
  });

  it('is nothing where anything else is changed, or nothing is', () => {
    const facts = studySource(allSources()[0]!.score);
    const document = newDocument(makeupOf(facts), 2);
    const standing = { document, whom: ANYONE, score: arrange(facts, document, ANYONE).score };
    const chord = chordPin(1, 0, 'Am');
    const other = [
      document,
      withPins(document, texturePin(1, 'open-fifth')),
      withPins(document, chord, texturePin(1, 'open-fifth')),
      { ...withPins(document, chord), recipe: { ...document.recipe, rung: 3 } },
    ];
    for (const each of other) expect(sketchChords(facts, standing, each, ANYONE)).toBeNull();
    expect(sketchChords(facts, standing, withPins(document, chord), { ...ANYONE, pedal: 'none' })).toBeNull();
  });

  it('keeps the chords that a colour put between', () => {
    for (const { score: source } of allSources().slice(0, 4)) {
      const facts = studySource(source);
      const made = newDocument(makeupOf(facts), 5);
      const document = { ...made, recipe: { ...made.recipe, colours: ['passing-diminished' as const] } };
      const { score } = arrange(facts, document, ANYONE);
      const own = new Set(arrange(facts, made, ANYONE).score.chords.map(({ id }) => id));
      const between = score.chords.filter(({ id }) => !own.has(id));
      const after = withPins(document, chordPin(0, 0, 'C'));
      const sketch = sketchChords(facts, { document, whom: ANYONE, score }, after, ANYONE);
      expect(sketch?.chords ?? score.chords).toEqual(expect.arrayContaining(between));
    }
  });
});
