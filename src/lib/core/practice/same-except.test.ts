import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { sectionsSameExcept } from './same-except';

const song = (right: string) => scoreFromText({ time: [4, 4], key: 'C', right });
const section = (id: string, from: number, to: number) => ({ id, name: id.toUpperCase(), from, to });
const A = 'C5 D5 E5 F5 | G5:1/1 | E5 D5 C5 B4 | C5:1/1';

describe('a section that is another again', () => {
  it('is named with the measures that differ', () => {
    const score = song(`${A} | C5 D5 E5 F5 | G5:1/1 | E5 D5 C5 D5 | E5:1/1`);
    expect(sectionsSameExcept(score, [section('a', 0, 3), section('b', 4, 7)])).toEqual({
      b: { of: 'a', odd: [6, 7] },
    });
  });

  it('differs nowhere where only the words do', () => {
    const score = song(`${A} | ${A}`);
    const sung = {
      ...score,
      notes: score.notes.map((note) => ({
        ...note,
        lyrics: [{ verse: 1, text: String(note.measure), syllabic: 'single' as const, isExtended: false }],
      })),
    };
    expect(sectionsSameExcept(sung, [section('a', 0, 3), section('b', 4, 7)])).toEqual({
      b: { of: 'a', odd: [] },
    });
  });

  it('is another one where less than half is the same, or its length is', () => {
    const other = 'C5 D5 E5 F5 | A5:1/1 | A5 G5 F5 E5 | D5:1/1';
    expect(sectionsSameExcept(song(`${A} | ${other}`), [section('a', 0, 3), section('b', 4, 7)])).toEqual({});
    expect(sectionsSameExcept(song(`${A} | ${A}`), [section('a', 0, 3), section('b', 4, 6)])).toEqual({});
  });

  it('takes the earlier section that it is most like', () => {
    const near = 'C5 D5 E5 F5 | G5:1/1 | E5 D5 C5 D5 | D5:1/1';
    const score = song(`${A} | ${near} | ${near}`);
    expect(sectionsSameExcept(score, [section('a', 0, 3), section('b', 4, 7), section('c', 8, 11)])).toEqual({
      b: { of: 'a', odd: [6, 7] },
      c: { of: 'b', odd: [] },
    });
  });
});
