import type { Pin } from './registry';
import { texturePin } from './texture';
import { easePin } from './ease';
import { explainMeasure } from '../../arrange/explain';
import { isLimitCode } from '../../limits/registry';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoTunes } from '../../../testing/demo-tunes';
import { plainDocument } from '../../../testing/documents';
import { midiOf, pitchName } from '../../pitch/pitch';
import type { Note } from '../../score/model';
import { validateScore } from '../../score/validate';
import { arrange } from '../../arrange/arrange';
import type { Arrangement } from '../../arrange/arrangement';
import { differencesFrom } from '../../handout/differences';
import type { ArrangementDocument } from '../document';
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
} from '../edit-pins';
import { everywhere } from '../everywhere';
import { pinStep, applyStep } from '../steps';
import { studySource, type SourceFacts } from '../../analyse/study-source';

const byRung = (rung: number, pins: readonly Pin[] = []): ArrangementDocument => ({
  ...plainDocument({ rung, leftTexture: 'by-rung', rightTexture: 'by-rung' }),
  pins,
});

function change(document: ArrangementDocument, { put, remove }: PinChange): ArrangementDocument {
  const step = pinStep(document, put, remove);
  if (!step) return document;
  const outcome = applyStep(document, step);
  if (!outcome.ok) throw new Error(outcome.message);
  return outcome.document;
}

let facts: SourceFacts;
const rightNote = ({ score }: Arrangement, measure: number, place = 0): Note =>
  score.notes.filter((note) => note.staff === 0 && note.measure === measure)[place]!;
const find = ({ score }: Arrangement, id: string) => score.notes.find((note) => note.id === id);

beforeAll(() => {
  facts = studySource(demoTunes().find(({ file }) => file.startsWith('lantern'))!.score);
});

describe('pins on notes', () => {
  it('move a note by scale steps and octaves, in every key the same interval from the source', () => {
    const document = byRung(3);
    const before = arrange(facts, document);
    const note = rightNote(before, 1);
    const moved = change(document, movePitch(document, before, note, 'step-up')!);
    expect(pitchName(find(arrange(facts, moved), note.id)!.pitch)).toBe('C5');
    const inD = arrange(facts, { ...moved, recipe: { ...moved.recipe, key: 'D' } });
    expect(pitchName(find(inD, note.id)!.pitch)).toBe('G4');
    // Back again, the pin is gone.
    const back = change(
      moved,
      movePitch(
        moved,
        arrange(facts, moved),
        { ...note, pitch: { step: 'C', alter: 0, octave: 5 } },
        'step-down',
      )!,
    );
    expect(back.pins).toEqual([]);
  });

  it('give a note to the other hand, leave it out, change its value, and fill with rests', () => {
    let document = byRung(3);
    const note = rightNote(arrange(facts, document), 3);
    document = change(document, changeHand(document, note));
    let made = arrange(facts, document);
    expect(find(made, note.id)!.staff).toBe(1);
    expect(validateScore(made.score)).toEqual([]);
    document = change(document, leaveOutNote(document, rightNote(made, 5)));
    made = arrange(facts, document);
    expect(made.score.rests.some((rest) => rest.measure === 5 && rest.staff === 0)).toBe(true);
    const held = rightNote(made, 6);
    document = change(document, setValue(document, made, held, 5040));
    expect(find(arrange(facts, document), held.id)!.duration).toBe(5040);
  });

  it('add a note of the teacher’s own, which moves with the key and is taken away like any', () => {
    let document = byRung(3);
    const made = arrange(facts, document);
    const note = rightNote(made, 9);
    document = change(document, addBeside(made, note, -1));
    const added = arrange(facts, document).score.notes.find((each) => each.id.startsWith('added-'))!;
    expect(midiOf(note.pitch) - midiOf(added.pitch)).toBeGreaterThanOrEqual(3);
    const inF = arrange(facts, { ...document, recipe: { ...document.recipe, key: 'F' } });
    const there = inF.score.notes.find((each) => each.id === added.id)!;
    expect(midiOf(there.pitch) - midiOf(added.pitch)).toBe(inF.interval.semitones);
    document = change(document, leaveOutNote(document, added));
    expect(document.pins).toEqual([]);
  });

  it('draw slurs, signs, circles, dynamics and words', () => {
    let document = byRung(3);
    const made = arrange(facts, document);
    const [a, b] = [rightNote(made, 9), rightNote(made, 10)];
    for (const each of [
      toggleSlur(document, made, a, b),
      setTouch(b, 'staccato'),
      toggleCircle(document, a),
      setDynamic(made, a, 'ff'),
      setWords(made, b, 'loosely'),
    ])
      document = change(document, each);
    const marked = arrange(facts, document);
    expect(marked.score.slurs).toContainEqual({ from: a.id, to: b.id });
    expect(find(marked, b.id)!.articulations).toContain('staccato');
    expect(marked.circled).toEqual([a.id]);
    expect(marked.score.marks).toContainEqual(
      expect.objectContaining({ kind: 'dynamic', text: 'ff', measure: 9 }),
    );
    expect(marked.score.marks).toContainEqual(expect.objectContaining({ kind: 'words', text: 'loosely' }));
  });

  it('rest where their note is not, with a snag that says so, and come back with it', () => {
    const made = arrange(facts, byRung(3));
    const eighth = rightNote(made, 0, 1);
    const pins = toggleCircle(byRung(3), eighth).put;
    const low = arrange(facts, byRung(1, pins));
    expect(low.restingPins).toEqual(pins);
    expect(low.snags.find((snag) => snag.code === 'pin')!.sentence).toContain('comes back with the note');
    expect(arrange(facts, byRung(3, pins)).restingPins).toEqual([]);
  });
});

describe('pins on measures', () => {
  it('settle a measure: rung, texture and key change round it, and it moves with the key only', () => {
    const made = arrange(facts, byRung(4));
    const pins = settle(made, 9).put;
    const notesIn = (arrangement: Arrangement, measure: number) =>
      arrangement.score.notes
        .filter((note) => note.measure === measure && note.staff <= 1)
        .map((note) => `${note.staff}@${note.at}+${note.duration} ${midiOf(note.pitch)}`)
        .sort();
    expect(notesIn(arrange(facts, byRung(1, pins)), 9)).toEqual(notesIn(made, 9));
    expect(notesIn(arrange(facts, byRung(1, pins)), 10)).not.toEqual(notesIn(made, 10));
  });

  it('make just one measure easier or richer', () => {
    const plain = arrange(facts, byRung(4));
    const eased = arrange(facts, byRung(4, [easePin(11, -2)]));
    const richer = arrange(facts, byRung(2, [easePin(11, 2)]));
    expect(eased.loads[11]!.total).toBeLessThan(plain.loads[11]!.total);
    expect(eased.textures[12]).toBe(plain.textures[12]);
    expect(richer.loads[11]!.total).toBeGreaterThan(arrange(facts, byRung(2)).loads[11]!.total);
  });

  it('keep a tune whole against the rung, with a snag', () => {
    const kept = arrange(facts, byRung(2, [{ id: 'keep:2', kind: 'keep', measure: 2 }]));
    const tune = facts.score.notes.filter((note) => note.measure === 2).map((note) => note.id);
    for (const id of tune) expect(find(kept, id)).toBeDefined();
    expect(kept.snags.some((snag) => isLimitCode(snag.code) && snag.measure === 2)).toBe(true);
  });

  it('are carried everywhere a measure repeats, and exceptions are kept', () => {
    const document = byRung(3, [texturePin(1, 'open-fifth'), texturePin(9, 'held-root')]);
    const made = arrange(facts, document);
    const { places, put, exceptions } = everywhere(document, made, 1);
    expect(places).toEqual([5, 9, 13, 25, 29]);
    expect(put.map((pin) => pin.id)).toEqual(['texture:5', 'texture:13', 'texture:25', 'texture:29']);
    expect(exceptions).toEqual([9]);
  });

  it('carry pins on notes to the same notes of the repeat', () => {
    const first = arrange(facts, byRung(3));
    const note = rightNote(first, 1, 1);
    const document = byRung(3, [...toggleCircle(byRung(3), note).put]);
    const { put } = everywhere(document, arrange(facts, document), 1);
    expect(put).toContainEqual(
      expect.objectContaining({ kind: 'circle', note: note.id.replace('m1v', 'm9v') }),
    );
  });
});

describe('doubled values', () => {
  it('make two measures of one, losing nothing, at the same pace', () => {
    const made = arrange(facts, plainDocument({ noteValues: 'doubled', leftTexture: 'held-root' }));
    const plain = arrange(facts, plainDocument({ leftTexture: 'held-root' }));
    expect(validateScore(made.score)).toEqual([]);
    expect(made.score.measures.length).toBe(2 * plain.score.measures.length - 1);
    const length = ({ score }: Arrangement) =>
      score.measures.reduce((sum, measure) => sum + measure.length, 0);
    expect(length(made)).toBe(2 * length(plain));
    expect(made.sourceMeasure.slice(0, 5)).toEqual([0, 1, 1, 2, 2]);
    const ids = new Set(made.score.notes.map((note) => note.id));
    for (const note of plain.score.notes.filter((each) => each.staff === 0))
      expect(ids.has(note.id)).toBe(true);
  });
});

describe('why', () => {
  it('names what each hand plays and what it could play instead, with pins that take it', () => {
    const document = byRung(3);
    const why = explainMeasure(facts, document, 9)!;
    expect(why.sentences[0]).toMatch(/^Right hand: /);
    expect(why.alternatives.length).toBeGreaterThan(1);
    for (const { put, extra } of why.alternatives) {
      expect(put.length).toBeGreaterThan(0);
      if (extra !== null) expect(extra).toBeGreaterThanOrEqual(0);
    }
    const [first] = why.alternatives;
    const taken = arrange(facts, { ...document, pins: first!.put });
    expect([taken.textures[9], taken.rightTextures[9]]).not.toEqual([
      arrange(facts, document).textures[9],
      arrange(facts, document).rightTextures[9],
    ]);
  });
});

describe('editions', () => {
  it('are compared measure by measure', () => {
    const before = arrange(facts, byRung(3)).score;
    const after = arrange(facts, byRung(3, [texturePin(5, 'held-root')])).score;
    expect(differencesFrom(before, before)).toEqual([]);
    expect(differencesFrom(before, after).map(({ measure }) => measure)).toEqual([5]);
    expect(differencesFrom(before, after)[0]!.sentence).toMatch(/gone|new/);
  });
});

describe('any handful of pins', () => {
  it('gives a sound score, in any rung', () => {
    const ids = arrange(studySource(demoTunes()[0]!.score), byRung(6)).score.notes.map((note) => note.id);
    const source = studySource(demoTunes()[0]!.score);
    const pin = fc.oneof(
      fc.constantFrom(...ids).map((note): Pin => ({ id: `leave-out:${note}`, kind: 'leave-out', note })),
      fc.constantFrom(...ids).map((note): Pin => ({ id: `hand:${note}`, kind: 'hand', note, hand: 'left' })),
      fc
        .tuple(fc.constantFrom(...ids), fc.integer({ min: 1, max: 40_320 }))
        .map(([note, duration]): Pin => ({ id: `value:${note}`, kind: 'value', note, duration })),
      fc.tuple(fc.constantFrom(...ids), fc.integer({ min: -7, max: 7 })).map(([note, steps]): Pin => ({
        id: `pitch:${note}`,
        kind: 'pitch',
        note,
        steps,
        semitones: 2 * steps,
      })),
      fc.integer({ min: 0, max: 20 }).map((measure) => easePin(measure, (measure % 5) - 2)),
      fc.integer({ min: 0, max: 20 }).map((measure) => texturePin(measure, 'swing-bass')),
    );
    fc.assert(
      fc.property(fc.array(pin, { maxLength: 8 }), fc.integer({ min: 1, max: 6 }), (pins, rung) => {
        const own = [...new Map(pins.map((each) => [each.id, each])).values()];
        const made = arrange(source, byRung(rung, own));
        expect(validateScore(made.score)).toEqual([]);
        expect(made.loads).toHaveLength(made.score.measures.length);
      }),
      { numRuns: 40 },
    );
  });
});
