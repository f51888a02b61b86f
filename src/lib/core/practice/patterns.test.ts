import { describe, expect, it } from 'vitest';
import { GRACE } from '../../testing/grace';
import { scoreFromText } from '../../testing/score-from-text';
import { readChord } from '../pitch/chord';
import type { Score } from '../score/model';
import { patternsOf } from './patterns';

const WALTZ = 'C3 (E3 G3) (E3 G3)';
const ROLL = 'C3:1/8 E3:1/8 G3:1/8 E3:1/8 C3:1/8 G3:1/8';

function waltz(right: string, left: readonly string[], chords: readonly string[]): Score {
  const score = scoreFromText({ time: [3, 4], key: 'C', right, left: left.join(' | ') });
  return {
    ...score,
    chords: chords.map((symbol, measure) => {
      const reading = readChord(symbol);
      if (!reading.ok) throw new Error(reading.message);
      return { id: `c${measure}`, measure, at: score.measures[measure]!.start, chord: reading.chord };
    }),
  };
}

const EIGHT = 'C5 D5 E5 | F5 E5 D5 | C5 D5 E5 | G5:3/4';
const codes = (score: Score, kind: string) =>
  patternsOf({ score }, { from: 0, to: 3 }).flatMap((each) => (each.kind === kind ? [each.code] : []));

describe('what a section has that other pieces can have too', () => {
  const one = waltz(EIGHT, [WALTZ, 'D3 (F3 A3) (F3 A3)', WALTZ, 'G2 (B2 D3) (B2 D3)'], ['C', 'Dm', 'C', 'G']);

  it('names four chords in a row, the place of a hand that stays, and the left hand’s figure', () => {
    expect(patternsOf({ score: one }, { from: 0, to: 3 }).map(({ name }) => name)).toEqual([
      'the chords C Dm C G',
      'the left hand’s figure',
      'the right hand’s place from C5',
    ]);
  });

  it('finds the same figure over another chord and inversion, and not another figure', () => {
    const other = waltz(EIGHT, Array<string>(4).fill('B2 (D3 G3) (D3 G3)'), ['G', 'G', 'G', 'G']);
    const rolled = waltz(EIGHT, Array<string>(4).fill(ROLL), ['C', 'C', 'C', 'C']);
    expect(codes(other, 'figure')).toEqual(codes(one, 'figure'));
    expect(codes(rolled, 'figure')).not.toEqual(codes(one, 'figure'));
  });

  it('is none where nothing comes back: fewer than four chords, a mixed left hand, a hand that travels', () => {
    const mixed = waltz(
      'C5 D5 E5 | F5 E5 D5 | C5 D5 E5 | C6:3/4',
      [WALTZ, ROLL, 'C3:3/4', 'D3:3/4'],
      ['C', 'F', 'C'],
    );
    expect(codes(mixed, 'progression')).toEqual([]);
    expect(codes(mixed, 'figure')).toEqual([]);
    expect(codes(mixed, 'position').filter((code) => code.startsWith('right'))).toEqual([]);
  });

  it('has every run of four chords once, whatever is repeated in them', () => {
    const progressions = (...symbols: readonly string[]) => {
      const count = symbols.length;
      const score = waltz(
        Array(count).fill('C5:3/4').join(' | '),
        Array<string>(count).fill('r:3/4'),
        symbols,
      );
      return patternsOf({ score }, { from: 0, to: count - 1 }).flatMap(({ kind, code }) =>
        kind === 'progression' ? [code] : [],
      );
    };
    expect(progressions('C', 'F', 'G')).toEqual([]);
    expect(progressions('C', 'F', 'G', 'C')).toEqual(['C F G C']);
    expect(progressions('C', 'C', 'F', 'F', 'G', 'Am')).toEqual(['C F G Am']);
    expect(progressions('C', 'F', 'G', 'Am', 'F')).toEqual(['C F G Am', 'F G Am F']);
    expect(progressions('C', 'F', 'C', 'F', 'C', 'F')).toEqual(['C F C F', 'F C F C']);
  });

  it('looks at its own measures alone, and not at grace notes or another player', () => {
    const score = waltz('C5:3/4 | A5:3/4 | C5:3/4 | C5:3/4', Array<string>(4).fill(WALTZ), [
      'C',
      'F',
      'G',
      'C',
    ]);
    const within = (from: number, to: number, notes = score.notes) =>
      patternsOf({ score: { ...score, notes } }, { from, to }).map(({ code }) => code);
    expect(within(2, 3)).toContain('right C5');
    expect(within(0, 3).some((code) => code.startsWith('right'))).toBe(false);
    expect(within(1, 3).some((code) => code.startsWith('right'))).toBe(false);
    expect(within(1, 1)).toContain('right A5');
    const without = (change: (note: (typeof score.notes)[number]) => object) =>
      within(
        0,
        3,
        score.notes.map((note) => (note.pitch.step === 'A' ? { ...note, ...change(note) } : note)),
      );
    expect(without(() => ({ grace: GRACE }))).toContain('right C5');
    expect(without(() => ({ staff: 2 }))).toContain('right C5');
    expect(within(0, 2)).not.toContain('C F G C');
  });

  it('tells a position by five letters from the lowest, in each hand', () => {
    const place = (right: string, left = 'r:3/4') => {
      const score = waltz(right, [left], ['C']);
      return patternsOf({ score }, { from: 0, to: 0 }).flatMap(({ kind, code, name }) =>
        kind === 'position' ? [`${code}: ${name}`] : [],
      );
    };
    expect(place('G5 C5 D5')).toEqual(['right C5: the right hand’s place from C5']);
    expect(place('A5 C5 D5')).toEqual([]);
    expect(place('r:3/4', 'E3 C3 G3')).toEqual(['left C3: the left hand’s place from C3']);
    expect(place('C5 D5 E5', 'C3 C4 C3')).toEqual(['right C5: the right hand’s place from C5']);
  });

  it('tells a figure by when and in which order its keys are struck, where most measures have it', () => {
    const of = (...left: readonly string[]) =>
      codes(
        waltz(EIGHT, [...left, ...Array<string>(4 - left.length).fill('r:3/4')], ['C', 'C', 'C', 'C']),
        'figure',
      );
    const [usual] = of(WALTZ, WALTZ, WALTZ, WALTZ);
    expect(usual).toBe('0:0 10080:1+2 20160:1+2');
    // The order in which a chord is written, and where the measure begins to sound, are no matter.
    expect(of('C3 (G3 E3) (G3 E3)')).toEqual([usual]);
    expect(of('r:1/8 C3:1/8 E3:1/8 G3:1/8 r:1/4')).toEqual(of('C3:1/8 E3:1/8 G3:1/8 r:3/8'));
    expect(of(WALTZ, WALTZ, ROLL, WALTZ)).toEqual([usual]);
    expect(of(WALTZ, WALTZ, ROLL, ROLL)).toEqual([]);
    expect(of(WALTZ, ROLL, ROLL, ROLL)).toEqual(of(ROLL));
    // Two keys in turn are no figure, and count among the measures.
    expect(of('C3 G3:1/2', 'C3 G3:1/2')).toEqual([]);
    expect(of(WALTZ, 'C3 G3:1/2')).toEqual([]);
  });
});
