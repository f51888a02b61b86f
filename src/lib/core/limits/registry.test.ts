import { describe, expect, it } from 'vitest';
import { handFacts, pieceFacts } from '../../testing/limit-facts';
import { breaksInHand, breaksInPiece, FIELDS, isLimitCode, LIMITS, priceOf, remediesFor } from './registry';
import { DEFAULT_RUNGS } from './rungs';

const [first, , , , , top] = DEFAULT_RUNGS;

describe('the registry of limits', () => {
  it('gives every figure six defaults that its own schema takes', () => {
    for (const [name, { schema, defaults }] of FIELDS) {
      expect(defaults, name).toHaveLength(6);
      for (const value of defaults) expect(schema.safeParse(value).success, `${name}: ${value}`).toBe(true);
    }
    expect(new Set(FIELDS.map(([name]) => name)).size).toBe(FIELDS.length);
    expect(new Set(FIELDS.map(([, { label }]) => label)).size).toBe(FIELDS.length);
  });

  it('refuses figures out of their range', () => {
    for (const [name, { schema, control }] of FIELDS) {
      const wrong = control.kind === 'hands' ? { right: 0, left: 9 } : control.kind === 'choice' ? 'no' : -1;
      expect(schema.safeParse(wrong).success, name).toBe(false);
      expect(schema.safeParse(null).success, name).toBe(control.kind === 'number' && control.canBeAny);
    }
  });

  it('finds all that a hand breaks, each with its code, and what that costs', () => {
    const facts = handFacts('left', '(C3 E3 C4):1/8 D3:1/8 E3 C4:1/2', { tempo: 200 });
    const codes = breaksInHand(facts, first!).map(({ limit }) => limit);
    expect(codes).toEqual(['rhythm', 'speed', 'notes-at-once', 'width', 'left-onsets', 'leap']);
    expect(priceOf(breaksInHand(facts, first!))).toBe(1000 + 700 + 1000 + 1000 + 400 + 50);
    expect(breaksInHand(facts, top!)).toEqual([]);
    expect(priceOf([])).toBe(0);
  });

  it('finds what shows in the whole', () => {
    const piece = pieceFacts({ right: 'C#4:1/1 | C5:1/1', key: 'D', loads: [50, 10], newMeasures: 9 });
    expect(breaksInPiece(piece, first!).map(({ limit, measure }) => [limit, measure])).toEqual([
      ['leap', 1],
      ['signature', null],
      ['chromatic', 1],
      ['new-material', null],
      ['load', 0],
    ]);
    expect(breaksInPiece(piece, top!)).toEqual([]);
  });

  it('knows its codes and what mends each', () => {
    expect(isLimitCode('notes-at-once')).toBe(true);
    expect(isLimitCode('reach')).toBe(false);
    expect(isLimitCode('toString')).toBe(false);
    expect(remediesFor('speed')).toEqual(['slower', 'easier-measure']);
    for (const code of Object.keys(LIMITS)) expect(isLimitCode(code)).toBe(true);
  });
});
