import { DEFAULT_RUNGS } from '../limits/rungs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { AVERAGE_HAND } from '../hands/reach';
import { handWork, loadTerms, measureLoad, sumOfTerms } from './load';
import { LOAD_TERMS } from './terms.data';

/** One measure for each rung, as a teacher would set it, at a walking pace. */
const REFERENCES = [
  { rung: 1, tempo: 72, right: 'C4 D4 E4 G4', left: 'C3:1/1' },
  { rung: 2, tempo: 80, right: 'E4:1/8 F4:1/8 G4 E4:1/8 D4:1/8 C4', left: '(C3 G3):1/2 (D3 A3):1/2' },
  { rung: 3, tempo: 88, right: 'E4:3/8 F4:1/8 G4 (E4 C5)', left: '(C3 E3 G3):1/2 (C3 F3 A3):1/2' },
  {
    rung: 4,
    tempo: 96,
    right: '(G4 B4):3/8 A4:1/8 (C4 A4):1/4 3[C5:1/8 B4:1/8 A4:1/8]',
    left: 'G3:1/8 B3:1/8 D4:1/8 B3:1/8 A3:1/8 C4:1/8 E4:1/8 C4:1/8',
  },
  {
    rung: 5,
    tempo: 104,
    right:
      '(C4 G4 C5):1/8 D5:1/16 E5:1/16 F5:1/8 (F#4 A4 D5):1/8 G5:1/16 F5:1/16 E5:1/16 D5:1/16 (G4 C5 E5):1/4',
    left: 'C2 (G3 C4 E4) G2 (G3 C4 E4)',
  },
  {
    rung: 6,
    tempo: 116,
    right:
      '(E4 G#4 B4 E5):1/16 D#5:1/16 E5:1/16 F#5:1/16 (G#4 B4 G#5):1/16 F#5:1/16 E5:1/16 C#5:1/16 (A4 C#5 A5):1/16 G#5:1/16 F#5:1/16 E5:1/16 (B4 D#5 B5):1/8 (B4 E5 G#5):1/8',
    left: 'E2:1/8 B2:1/16 G#3:1/16 B3:1/8 (E3 G#3 C#4):1/8 A2:1/8 E3:1/16 C#4:1/16 B2:1/8 (F#3 A3 D#4):1/8',
  },
] as const;

interface MeasureText {
  readonly right: string;
  readonly left: string;
  readonly tempo: number;
}

function loadOf({ right, left, tempo }: MeasureText) {
  const score = scoreFromText({ time: [4, 4], key: 'C', right, left });
  const measure = score.measures[0]!;
  const context = { measure, offset: 0, key: measure.key, lengthMs: Math.round((4 * 60_000) / tempo) };
  const [r, l] = [0, 1].map((staff) =>
    handWork(
      score.notes.filter((note) => note.staff === staff),
      new Set(),
      staff === 0 ? AVERAGE_HAND.right : AVERAGE_HAND.left,
      context,
    ),
  );
  const terms = [loadTerms(r!, null, l!, context.lengthMs), loadTerms(l!, null, r!, context.lengthMs)];
  return { load: measureLoad(sumOfTerms(terms[0]!), sumOfTerms(terms[1]!)), terms };
}

describe('load', () => {
  it('puts one reference measure on each rung: heavier than the one below, within its own ceiling', () => {
    const loads = REFERENCES.map((each) => loadOf(each).load);
    for (const [index, load] of loads.entries()) {
      expect(load, `rung ${index + 1}: ${loads.join(', ')}`).toBeLessThanOrEqual(DEFAULT_RUNGS[index]!.load);
      if (index > 0)
        expect(load, `rung ${index + 1}: ${loads.join(', ')}`).toBeGreaterThan(loads[index - 1]!);
    }
  });

  it('has terms that add to 100 when all are full, and none beyond its own', () => {
    expect(Object.values(LOAD_TERMS).reduce((sum, { most }) => sum + most, 0)).toBe(100);
    for (const each of REFERENCES)
      for (const terms of loadOf(each).terms)
        for (const [term, amount] of Object.entries(terms))
          expect(amount).toBeLessThanOrEqual(100 * LOAD_TERMS[term as keyof typeof LOAD_TERMS].most);
  });

  it('is nothing for silence, and the other hand adds a share', () => {
    expect(loadOf({ right: 'r:1/1', left: 'r:1/1', tempo: 80 }).load).toBe(0);
    const alone = loadOf({ right: 'C4 D4 E4 F4', left: 'r:1/1', tempo: 80 }).load;
    const both = loadOf({ right: 'C4 D4 E4 F4', left: 'C3 D3 E3 F3', tempo: 80 }).load;
    expect(both).toBeGreaterThan(alone);
    expect(both).toBeLessThan(2 * alone);
  });

  it('never falls when the piece is played faster', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...REFERENCES),
        fc.integer({ min: 40, max: 200 }),
        fc.integer({ min: 0, max: 60 }),
        (each, tempo, more) => {
          const slow = loadOf({ ...each, tempo }).load;
          expect(loadOf({ ...each, tempo: tempo + more }).load).toBeGreaterThanOrEqual(slow);
        },
      ),
    );
  });

  it('asks nothing of a held note under a moving hand, and something of hands that answer each other', () => {
    const apart = (left: string) => loadOf({ right: 'C4 D4 E4 F4', left, tempo: 80 }).terms[0]!.unlikeness;
    expect(apart('C3:1/1')).toBe(0);
    expect(apart('r:1/8 C3:1/4 C3:1/4 C3:1/4 C3:1/8')).toBeGreaterThan(0);
  });
});
