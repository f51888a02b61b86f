import { describe, expect, it } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { scoreFromText } from '../../testing/score-from-text';
import { studySource } from '../analyse/study-source';
import { ANYONE } from '../arrange/arrange-for';
import type { Note } from '../score/model';
import { ticks } from '../units';
import { freezeEdition, type Edition } from './edition';
import { fingerprintOf, sectionPrints } from './fingerprint';

const song = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C5 D5 E5 F5 | G5:1/1 | C5 D5 E5 F5 | G5:1/1',
  left: 'C3:1/1 | G3:1/1 | C3:1/1 | G3:1/1',
});
const edition = freezeEdition(studySource(song), plainDocument({ leftTexture: 'as-written' }), ANYONE);
const print = fingerprintOf(edition);
const withNotes = (change: (note: Note, index: number) => Note): Edition => ({
  ...edition,
  score: { ...edition.score, notes: edition.score.notes.map(change) },
});

describe('the fingerprint of an edition', () => {
  it('is 28 hexadecimal digits, the same each time', () => {
    expect(print).toMatch(/^[0-9a-f]{28}$/);
    expect(fingerprintOf(structuredClone(edition))).toBe(print);
  });

  it('does not change with the names of notes and sections, nor with choices that nothing printed shows', () => {
    const renamed = withNotes((note) => ({ ...note, id: `x${note.id}` as Note['id'] }));
    expect(fingerprintOf(renamed)).toBe(print);
    const sections = edition.sections.map((section) => ({ ...section, id: `other-${section.id}` }));
    expect(fingerprintOf({ ...edition, sections })).toBe(print);
    expect(fingerprintOf({ ...edition, recipe: { ...edition.recipe, learnerId: 'someone' } })).toBe(print);
  });

  it.each<[string, Edition]>([
    ['a finger', withNotes((note, index) => (index === 0 ? { ...note, finger: 5 } : note))],
    [
      'a pitch',
      withNotes((note, index) => (index === 0 ? { ...note, pitch: { ...note.pitch, alter: 1 } } : note)),
    ],
    ['a length', withNotes((note, index) => (index === 0 ? { ...note, duration: ticks(5_040) } : note))],
    ['a hand', withNotes((note, index) => (index === 0 ? { ...note, staff: 1 - note.staff } : note))],
    ['touch', withNotes((note, index) => (index === 0 ? { ...note, articulations: ['staccato'] } : note))],
    ['a title', { ...edition, score: { ...edition.score, title: 'Another' } }],
    [
      'counts hidden',
      {
        ...edition,
        recipe: { ...edition.recipe, counts: edition.recipe.counts === 'shown' ? 'hidden' : 'shown' },
      },
    ],
    ['a section’s name', { ...edition, sections: edition.sections.map((each) => ({ ...each, name: 'Z' })) }],
  ])('changes with %s', (_, changed) => expect(fingerprintOf(changed)).not.toBe(print));

  it('does not look at counts that are not shown', () => {
    const hidden: Edition = { ...edition, recipe: { ...edition.recipe, counts: 'hidden' } };
    expect(fingerprintOf({ ...hidden, counts: [] })).toBe(fingerprintOf(hidden));
  });
});

describe('the prints of sections', () => {
  const sections = [
    { id: 'a', name: 'A', from: 0, to: 1 },
    { id: 'b', name: 'A again', from: 2, to: 3 },
  ];

  it('are the same for the same music and fingers, wherever it stands and whatever it is called', () => {
    const unfingered = withNotes((note) => ({ ...note, finger: null }));
    const [first, again] = sectionPrints({ ...unfingered, sections });
    expect(again!.print).toBe(first!.print);
    expect([again!.firstNumber, again!.lastNumber]).toEqual(['3', '4']);
  });

  it('tell a changed finger in the one, and leave the other alone', () => {
    const before = sectionPrints({ ...edition, sections });
    const last = edition.score.notes.length - 1;
    const changed = withNotes((note, index) =>
      index === last ? { ...note, finger: note.finger === 2 ? 3 : 2 } : note,
    );
    const after = sectionPrints({ ...changed, sections });
    expect(after[0]!.print).toBe(before[0]!.print);
    expect(after[1]!.print).not.toBe(before[1]!.print);
  });
});
