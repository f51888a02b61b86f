import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import type { Articulation, Note, Score } from '../score/model';
import { carryTouch } from './carry-touch';

const base = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4 D4 E4 F4 | G4 A4 B4 C5',
  left: 'C3:1/1 | C3:1/1',
});
const right = base.notes.filter((note) => note.staff === 0);
const left = base.notes.filter((note) => note.staff === 1);
const slurred: Score = { ...base, slurs: [{ from: right[0]!.id, to: right[3]!.id }] };
const marked = (note: Note, ...articulations: readonly Articulation[]): Note => ({ ...note, articulations });

describe('touch', () => {
  it('ends a slur on the last note that was kept, and begins it on the first', () => {
    const without = base.notes.filter((note) => note !== right[3] && note !== right[0]);
    expect(carryTouch(slurred, without, 6).slurs).toEqual([{ from: right[1]!.id, to: right[2]!.id }]);
  });

  it('ends a slur where the hand falls silent, or the other hand goes on', () => {
    const without = base.notes.filter((note) => note !== right[2]);
    expect(carryTouch(slurred, without, 6).slurs).toEqual([{ from: right[0]!.id, to: right[1]!.id }]);
    const shared = base.notes.map((note) => (note === right[1] ? { ...note, staff: 1 } : note));
    expect(carryTouch(slurred, shared, 6).slurs).toEqual([]);
  });

  it('drops a slur of which one note or none is left', () => {
    const without = base.notes.filter((note) => !right.slice(1, 4).includes(note));
    expect(carryTouch(slurred, without, 6).slurs).toEqual([]);
  });

  it('has no two-note slurs before the third rung', () => {
    const pair: Score = { ...base, slurs: [{ from: right[0]!.id, to: right[1]!.id }] };
    expect(carryTouch(pair, base.notes, 2).slurs).toEqual([]);
    expect(carryTouch(pair, base.notes, 3).slurs).toHaveLength(1);
  });

  it('has one touch at a time on the first rung', () => {
    const notes = base.notes.map((note) => (note === right[4] ? marked(note, 'staccato') : note));
    const first = carryTouch(slurred, notes, 1);
    expect(first.notes.find((note) => note.id === right[4]!.id)!.articulations).toEqual([]);
    expect(first.losses[0]).toMatchObject({ kind: 'sign', notes: [right[4]!.id] });
    expect(carryTouch(base, notes, 1).losses).toEqual([]);
    expect(carryTouch(slurred, notes, 2).losses).toEqual([]);
  });

  it('lets the hands differ from the fourth rung, and brings ornaments with the fifth', () => {
    const notes = base.notes.map((note) => {
      if (note === left[0]) return marked(note, 'staccato');
      return note === right[5] ? marked(note, 'trill-mark', 'accent') : note;
    });
    const third = carryTouch(base, notes, 3).notes;
    expect(third.find((note) => note.id === left[0]!.id)!.articulations).toEqual([]);
    expect(third.find((note) => note.id === right[5]!.id)!.articulations).toEqual(['accent']);
    const fourth = carryTouch(base, notes, 4).notes;
    expect(fourth.find((note) => note.id === left[0]!.id)!.articulations).toEqual(['staccato']);
    const fifth = carryTouch(base, notes, 5);
    expect(fifth.notes.find((note) => note.id === right[5]!.id)!.articulations).toEqual([
      'trill-mark',
      'accent',
    ]);
    expect(fifth.losses).toEqual([]);
  });
});
