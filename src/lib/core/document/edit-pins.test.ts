import { describe, expect, it } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { demoTunes } from '../../testing/demo-tunes';
import { arrange } from '../arrange/arrange';
import { studySource } from '../analyse/study-source';
import { midiOf, pitchName } from '../pitch/pitch';
import type { Note } from '../score/model';
import type { ArrangementDocument } from './document';
import {
  addBeside,
  changeHand,
  leaveOutNote,
  movePitch,
  setDynamic,
  setTouch,
  setValue,
  setWords,
  settle,
  toggleCircle,
  toggleSlur,
  type PinChange,
} from './edit-pins';

const facts = studySource(demoTunes().find(({ file }) => file.startsWith('lantern'))!.score);

/** An arrangement that is edited as the Bench does it. */
function bench(change: Parameters<typeof plainDocument>[0] = {}) {
  let document: ArrangementDocument = plainDocument({ leftTexture: 'held-root', ...change });
  return {
    get document() {
      return document;
    },
    get arrangement() {
      return arrange(facts, document);
    },
    note(at = 0, staff = 0): Note {
      return this.arrangement.score.notes.filter((note) => note.staff === staff && !note.grace)[at]!;
    },
    do({ put, remove }: PinChange) {
      const gone = new Set([...remove, ...put.map(({ id }) => id)]);
      document = { ...document, pins: [...document.pins.filter(({ id }) => !gone.has(id)), ...put] };
    },
  };
}

describe('a note moved', () => {
  it('goes by steps of the key that is seen', () => {
    const made = bench();
    const before = made.note(2);
    made.do(movePitch(made.document, made.arrangement, before, 'step-up')!);
    const after = made.note(2);
    expect(midiOf(after.pitch) - midiOf(before.pitch)).toBeGreaterThanOrEqual(1);
    expect(midiOf(after.pitch) - midiOf(before.pitch)).toBeLessThanOrEqual(2);
    expect(after.pitch.step).not.toBe(before.pitch.step);
  });

  it('keeps its distance from the source in another key', () => {
    const made = bench();
    made.do(movePitch(made.document, made.arrangement, made.note(2), 'octave-up')!);
    const moved = made.note(2);
    const plain = bench().note(2);
    expect(midiOf(moved.pitch) - midiOf(plain.pitch)).toBe(12);
    const elsewhere = arrange(facts, {
      ...made.document,
      recipe: { ...made.document.recipe, key: 'D' },
    }).score.notes.find(({ id }) => id === moved.id)!;
    const there = bench({ key: 'D' }).arrangement.score.notes.find(({ id }) => id === plain.id)!;
    expect(midiOf(elsewhere.pitch) - midiOf(there.pitch)).toBe(12);
  });

  it('bears no pin when it is back where it was', () => {
    const made = bench();
    made.do(movePitch(made.document, made.arrangement, made.note(2), 'semitone-up')!);
    expect(made.document.pins).toHaveLength(1);
    made.do(movePitch(made.document, made.arrangement, made.note(2), 'semitone-down')!);
    expect(made.document.pins).toEqual([]);
  });

  it('stays on the piano', () => {
    const made = bench();
    for (let octave = 0; octave < 9; octave += 1) {
      const change = movePitch(made.document, made.arrangement, made.note(2), 'octave-up');
      if (change) made.do(change);
    }
    expect(midiOf(made.note(2).pitch)).toBeLessThanOrEqual(108);
    expect(movePitch(made.document, made.arrangement, made.note(2), 'octave-up')).toBeNull();
  });
});

describe('a note', () => {
  it('goes to the other hand, and back', () => {
    const made = bench();
    const { id } = made.note(2);
    made.do(changeHand(made.document, made.note(2)));
    const there = made.arrangement.score.notes.find((note) => note.id === id)!;
    expect(there.staff).toBe(1);
    expect(made.document.pins).toHaveLength(1);
  });

  it('is left out by one pin', () => {
    const made = bench();
    const { id } = made.note(2);
    made.do(leaveOutNote(made.document, made.note(2)));
    expect(made.arrangement.score.notes.some((note) => note.id === id)).toBe(false);
  });

  it('lasts as long as it is told, in ticks of the source', () => {
    const made = bench({ noteValues: 'doubled' });
    const before = made.note(2);
    const change = setValue(made.document, made.arrangement, before, before.duration / 2);
    expect(change.put[0]).toMatchObject({ kind: 'value', duration: before.duration / 4 });
  });

  it('is circled, and the circle taken away again', () => {
    const made = bench();
    made.do(toggleCircle(made.document, made.note(1)));
    expect(made.document.pins.map(({ kind }) => kind)).toEqual(['circle']);
    made.do(toggleCircle(made.document, made.note(1)));
    expect(made.document.pins).toEqual([]);
  });

  it('bears a touch sign', () => {
    const made = bench();
    made.do(setTouch(made.note(1), 'staccato'));
    expect(made.note(1).articulations).toContain('staccato');
  });
});

describe('a note added beside another', () => {
  it('is a third away in the same hand and lasts as long', () => {
    const made = bench();
    const beside = made.note(2);
    made.do(addBeside(made.arrangement, beside, -1));
    const added = made.arrangement.score.notes.find(
      (note) => note.at === beside.at && note.staff === 0 && note.id !== beside.id,
    )!;
    expect(midiOf(beside.pitch) - midiOf(added.pitch)).toBeGreaterThanOrEqual(3);
    expect(midiOf(beside.pitch) - midiOf(added.pitch)).toBeLessThanOrEqual(4);
    expect(added.duration).toBe(beside.duration);
  });

  it('is itself moved, given to the other hand, and taken away, without a pin on a pin', () => {
    const made = bench();
    const beside = made.note(2);
    made.do(addBeside(made.arrangement, beside, -1));
    const find = () =>
      made.arrangement.score.notes.find(
        (note) => note.at === beside.at && note.id !== beside.id && note.id.includes('added'),
      );
    const own = find()!;
    made.do(movePitch(made.document, made.arrangement, own, 'step-down')!);
    expect(made.document.pins.map(({ kind }) => kind)).toEqual(['added']);
    made.do(leaveOutNote(made.document, find()!));
    expect(made.document.pins).toEqual([]);
  });
});

describe('signs at a place', () => {
  it('draw a slur and take it away; one that is there already is hidden', () => {
    const made = bench();
    const [from, to] = [made.note(1), made.note(3)];
    made.do(toggleSlur(made.document, made.arrangement, from, to));
    const isDrawn = () =>
      made.arrangement.score.slurs.some((slur) => slur.from === from.id && slur.to === to.id);
    expect(isDrawn()).toBe(true);
    made.do(toggleSlur(made.document, made.arrangement, from, to));
    expect(isDrawn()).toBe(false);
    expect(made.document.pins).toEqual([]);
  });

  it('write a dynamic and words, and nothing where they are empty', () => {
    const made = bench();
    made.do(setDynamic(made.arrangement, made.note(1), 'p'));
    made.do(setWords(made.arrangement, made.note(1), 'like a bell'));
    expect(made.document.pins.map(({ kind }) => kind)).toEqual(['dynamic', 'words']);
    made.do(setDynamic(made.arrangement, made.note(1), null));
    made.do(setWords(made.arrangement, made.note(1), '  '));
    expect(made.document.pins).toEqual([]);
  });
});

describe('a measure settled', () => {
  it('stands as it was while everything else changes', () => {
    const made = bench({ leftTexture: 'close-triads' });
    const measure = 3;
    const notesIn = (arrangement = made.arrangement) =>
      arrangement.score.notes
        .filter((note) => arrangement.sourceMeasure[note.measure] === measure && !note.grace)
        .map(({ staff, pitch, duration }) => `${staff} ${pitchName(pitch)} ${duration}`)
        .sort();
    const before = notesIn();
    made.do(settle(made.arrangement, measure));
    const changed = arrange(facts, {
      ...made.document,
      recipe: { ...made.document.recipe, leftTexture: 'held-root' },
    });
    expect(notesIn(changed)).toEqual(before);
    const free = bench({ leftTexture: 'held-root' });
    expect(notesIn(free.arrangement)).not.toEqual(before);
  });
});
