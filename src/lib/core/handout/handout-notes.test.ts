import { expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { arrange } from '../arrange/arrange';
import { ANYONE } from '../arrange/arrange-for';
import { newDocument } from '../document/document';
import { handoutNotes } from './handout-notes';
import { studySource } from '../analyse/study-source';

it('pictures every place of a hand once, with a finger a key, for every tune and rung', () => {
  for (const { score } of demoTunes())
    for (const rung of [1, 3, 5]) {
      const facts = studySource(score);
      const document = newDocument({ hasTune: true }, rung);
      const made = arrange(facts, document, ANYONE);
      const { pictures, cues } = handoutNotes(facts, document, ANYONE, made);
      expect(pictures.length).toBeGreaterThan(0);
      expect(new Set(pictures.map((each) => JSON.stringify([each.hand, each.keys]))).size).toBe(
        pictures.length,
      );
      for (const { keys, name } of pictures) {
        expect(name).toMatch(/^[A-G] position$/);
        expect(keys.every(({ finger }) => finger >= 1 && finger <= 5)).toBe(true);
        expect(keys.map(({ key }) => key)).toEqual([...keys.map(({ key }) => key)].sort((a, b) => a - b));
      }
      for (const { measure, place, text } of cues) {
        expect(made.score.measures[measure]).toBeDefined();
        expect(place).toContain('measure');
        expect(text.endsWith('.')).toBe(true);
      }
    }
});
