import { describe, expect, it } from 'vitest';
import type { Articulation, Clef } from '../score/model';
import { TICKS_PER_QUARTER as QUARTER, ticks } from '../units';
import {
  meiAccidental,
  meiArticulations,
  meiClefAttributes,
  meiDuration,
  meiKeySignature,
  meiNoteEvents,
} from './mei-values';

const quarters = (count: number) => ticks(count * QUARTER);

describe('values as MEI writes them', () => {
  it('names accidentals from three flats to three sharps', () => {
    expect([-3, -2, -1, 0, 1, 2, 3].map(meiAccidental)).toEqual(['tf', 'ff', 'f', 'n', 's', 'x', 'ts']);
    expect(meiAccidental(7)).toBe('n');
  });

  it('writes lengths with their dots', () => {
    expect(meiDuration(quarters(1))).toBe('dur="4"');
    expect(meiDuration(quarters(1.5))).toBe('dur="4" dots="1"');
    expect(meiDuration(quarters(3.5))).toBe('dur="2" dots="2"');
    expect(meiDuration(quarters(0.25))).toBe('dur="16"');
    expect(meiDuration(quarters(8))).toBe('dur="breve"');
  });

  it('writes the values of a tuplet, not what they last', () => {
    expect(meiDuration(ticks(QUARTER / 3), { id: 't', actual: 3, normal: 2 })).toBe('dur="8"');
    expect(meiDuration(ticks((QUARTER * 2) / 3), { id: 't', actual: 3, normal: 2 })).toBe('dur="4"');
  });

  it('writes key signatures by their signs', () => {
    expect([-3, 0, 4].map(meiKeySignature)).toEqual(['3f', '0', '4s']);
  });

  it('writes clefs, and how far they are moved by octaves', () => {
    const clef = (change: Partial<Clef> = {}): Clef => ({ sign: 'G', line: 2, octave: 0, ...change });
    expect(meiClefAttributes(clef())).toBe('shape="G" line="2"');
    expect(meiClefAttributes(clef({ octave: -1 }))).toBe('shape="G" line="2" dis="8" dis.place="below"');
    expect(meiClefAttributes(clef({ sign: 'F', line: 4, octave: 2 }))).toBe(
      'shape="F" line="4" dis="15" dis.place="above"',
    );
  });
});

describe('articulations', () => {
  it('stand at the note where MEI has them there', () => {
    expect(meiArticulations([])).toBe('');
    expect(meiArticulations(['staccato', 'accent'])).toBe(' artic="stacc acc"');
    expect(meiArticulations(['fermata'])).toBe('');
  });

  it('point to the note where they are events of their own', () => {
    const of = (name: Articulation) => meiNoteEvents([name], 'n1', 2)[0];
    expect(of('fermata')).toBe('<fermata startid="#n1" staff="2" place="above"/>');
    expect(of('inverted-turn')).toContain('form="lower"');
    expect(of('mordent')).toContain('form="lower"');
    expect(of('inverted-mordent')).toContain('form="upper"');
    expect(of('breath-mark')).toBe('<breath startid="#n1" staff="2"/>');
    expect(of('staccato')).toBeUndefined();
  });
});
