import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noteId } from '../units';
import {
  generatedNoteId,
  measureOfNote,
  noteIdInMeasure,
  sourceNoteId,
  splitNoteId,
  voiceLabel,
} from './ids';

const place = { part: 0, measure: 12, voice: '1', tickInMeasure: 5_040, chordIndex: 2, graceOrder: null };

describe('the name of a note', () => {
  it('tells where it came from', () => {
    expect(sourceNoteId(place)).toBe('p0m12v1t5040c2');
    expect(sourceNoteId({ ...place, graceOrder: 1 })).toBe('p0m12v1t5040g1c2');
    expect(generatedNoteId(3, 'left', 1, 'root')).toBe('g3L1root');
    expect(generatedNoteId(3, 'right', 1, 'root')).toBe('g3R1root');
  });

  it('stays with the first piece of a note that is cut', () => {
    const id = sourceNoteId(place);
    expect(splitNoteId(id, 0)).toBe(id);
    expect(splitNoteId(id, 2)).toBe(`${id}.2`);
  });

  it('takes letters and digits of a voice only', () => {
    expect(voiceLabel('Voice 1-a')).toBe('Voice1a');
    expect(voiceLabel('–')).toBe('1');
  });
});

describe('the measure that a name tells', () => {
  it('is that of a source note, of a generated one, of one that was added, and of their pieces', () => {
    expect(measureOfNote('p0m12v1t0c0')).toBe(12);
    expect(measureOfNote('g3L1root')).toBe(3);
    expect(measureOfNote('added-7-left-0-C3')).toBe(7);
    expect(measureOfNote('p0m12v1t0c0.1')).toBe(12);
    expect(measureOfNote('m12')).toBeNull();
    expect(measureOfNote('softly')).toBeNull();
  });

  it('can be another, and back; a name of another measure stays as it is', () => {
    expect(noteIdInMeasure('p0m1v1t0c0', 1, 11)).toBe('p0m11v1t0c0');
    expect(noteIdInMeasure('p0m1v1t0c0', 2, 11)).toBe('p0m1v1t0c0');
    expect(noteIdInMeasure('p1m1v1m1t1c1', 1, 2)).toBe('p1m2v1m1t1c1');
    const arbitraryId = fc
      .record({
        part: fc.nat(3),
        measure: fc.nat(200),
        voice: fc.constantFrom('1', '2', 'L', 'm1'),
        tickInMeasure: fc.nat(40_320),
        chordIndex: fc.nat(5),
      })
      .map((each) => sourceNoteId({ ...each, graceOrder: null }));
    fc.assert(
      fc.property(arbitraryId, fc.nat(200), (id, to) => {
        const from = measureOfNote(id)!;
        const there = noteIdInMeasure(id, from, to);
        expect(measureOfNote(there)).toBe(to);
        expect(noteIdInMeasure(there, to, from)).toBe(id);
        expect(noteId(id)).toBe(id);
      }),
    );
  });
});
