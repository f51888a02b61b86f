import { describe, expect, it } from 'vitest';
import { arrange } from '../arrange/arrange';
import { studySource } from '../analyse/study-source';
import { rightTexturePin } from '../document/pins/right-texture';
import { texturePin } from '../document/pins/texture';
import { midiOf } from '../pitch/pitch';
import { demoTunes } from '../../testing/demo-tunes';
import { plainDocument } from '../../testing/documents';
import { validateScore } from '../score/validate';

const TUNES = demoTunes().map(({ file, score }) => ({ file, facts: studySource(score) }));

describe('a hand that rests', () => {
  it.each(TUNES)('$file: plays nothing in the measures where it was asked to, and says so', ({ facts }) => {
    const document = plainDocument();
    const rest = [2, 3];
    const made = arrange(facts, {
      ...document,
      pins: [...rest.map((each) => rightTexturePin(each, 'rests')), texturePin(4, 'rests')],
    });
    const struck = (staff: number, measure: number) =>
      made.score.notes.filter((note) => note.staff === staff && note.measure === measure);
    for (const measure of made.score.measures) {
      const source = facts.sourceMeasure[measure.index]!;
      if (rest.includes(source)) expect(struck(0, measure.index)).toEqual([]);
      if (source === 4) expect(struck(1, measure.index)).toEqual([]);
    }
    expect(validateScore(made.score)).toEqual([]);
    const told = made.losses.filter(({ sentence }) => sentence.includes('rests here, as it was asked'));
    for (const { measure } of told) expect([...rest, 4]).toContain(facts.sourceMeasure[measure]);
  });

  it('rests through the piece where the recipe says so', () => {
    const { facts } = TUNES[0]!;
    const right = arrange(facts, plainDocument({ leftTexture: 'rests' })).score;
    expect(right.notes.filter((note) => note.staff === 1)).toEqual([]);
    const left = arrange(facts, plainDocument({ rightTexture: 'rests' })).score;
    expect(left.notes.filter((note) => note.staff === 0)).toEqual([]);
    expect(left.notes.length).toBeGreaterThan(0);
  });
});

describe('the written bass in octaves', () => {
  it('has the lowest written note and its octave, at every onset of the left hand', () => {
    const written = TUNES.find(({ facts }) => facts.roles.left !== null)!;
    const { score } = arrange(written.facts, plainDocument({ leftTexture: 'written-octaves' }));
    expect(validateScore(score)).toEqual([]);
    const doubled = score.notes.filter((note) => note.id.endsWith('octave'));
    expect(doubled.length).toBeGreaterThan(4);
    for (const below of doubled) {
      const above = score.notes.find(
        (note) => note.staff === 1 && note.at === below.at && note.id !== below.id,
      )!;
      expect(midiOf(above.pitch) - midiOf(below.pitch)).toBe(12);
    }
  });
});
