import type { Rung } from './registry';
import { DEFAULT_RUNGS, fillRungs, rungAt, rungsSchema } from './rungs';
import { describe, expect, it } from 'vitest';

describe('the ladder as it comes', () => {
  const column = <K extends keyof Rung>(name: K) => DEFAULT_RUNGS.map((rung) => rung[name]);

  it('has the limits of the table, rung by rung', () => {
    expect(column('onsetsPerSecondTenths')).toEqual([15, 25, 35, 50, 70, null]);
    expect(column('onsetsPerSecondTenthsInEighths')).toEqual([20, 30, 40, 50, 70, null]);
    expect(column('widestSemitones')).toEqual([8, 9, 11, 11, 12, null]);
    expect(column('leapSemitones')).toEqual([5, 7, 9, 12, 15, null]);
    expect(column('signature')).toEqual([1, 1, 2, 3, 4, null]);
    expect(column('chromaticPerEight')).toEqual([0, 2, 4, 8, null, null]);
    expect(column('newMeasures')).toEqual([8, 12, 16, 24, 32, null]);
    expect(column('load')).toEqual([18, 30, 44, 58, 72, 100]);
    expect(column('pedal')).toEqual(['none', 'none', 'optional', 'legato', 'any', 'any']);
    expect(column('leftOnsets')).toEqual([
      'chord-changes',
      'strong-beats',
      'beats',
      'anywhere',
      'anywhere',
      'anywhere',
    ]);
    expect(column('notesSolo').map(({ right, left }) => [right, left])).toEqual([
      [1, 1],
      [1, 2],
      [2, 3],
      [2, 3],
      [3, 4],
      [4, 4],
    ]);
    expect(column('notesSing').map(({ right, left }) => [right, left])).toEqual([
      [3, 1],
      [3, 1],
      [3, 2],
      [3, 2],
      [4, 2],
      [4, 4],
    ]);
  });

  it('passes its own validation, and never asks less of a limit higher up', () => {
    expect(rungsSchema.safeParse(DEFAULT_RUNGS).success).toBe(true);
    for (const name of ['onsetsPerSecondTenths', 'widestSemitones', 'leapSemitones', 'signature'] as const) {
      const values = column(name).map((each) => each ?? Infinity);
      expect(values).toEqual([...values].sort((a, b) => a - b));
    }
  });
});

describe('a ladder that was kept before a limit was added', () => {
  it('keeps every figure that it has, and gains the default of its place', () => {
    const kept = DEFAULT_RUNGS.map(({ load, pedal: _, ...rest }) => ({ ...rest, load: load - 1 }));
    const filled = fillRungs(kept) as readonly Rung[];
    expect(filled.map(({ load }) => load)).toEqual(DEFAULT_RUNGS.map(({ load }) => load - 1));
    expect(filled.map(({ pedal }) => pedal)).toEqual(DEFAULT_RUNGS.map(({ pedal }) => pedal));
    expect(filled.map(({ name }) => name)).toEqual(DEFAULT_RUNGS.map(({ name }) => name));
    expect(rungsSchema.safeParse(filled).success).toBe(true);
  });

  it('is left to the schema where it is none', () => {
    for (const kept of ['ladder', null, { load: 3 }]) expect(fillRungs(kept)).toBe(kept);
    expect(fillRungs([null, 7, 'rung'])).toEqual([null, 7, 'rung']);
  });
});

describe('a studio’s own ladder', () => {
  const refused = (rungs: unknown) => {
    const result = rungsSchema.safeParse(rungs);
    return result.success
      ? []
      : result.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
  };

  it('is refused with the place: a nameless rung, a limit that is no whole number, no rung at all', () => {
    expect(refused([{ ...DEFAULT_RUNGS[0], name: '  ' }])[0]).toMatch(/^0\.name: Give the rung a name/);
    expect(refused([{ ...DEFAULT_RUNGS[0], load: 17.5 }])[0]).toMatch(/^0\.load/);
    expect(refused([{ ...DEFAULT_RUNGS[0], notesSolo: { right: 6, left: 1 } }])[0]).toMatch(
      /^0\.notesSolo\.right/,
    );
    expect(refused([])).toHaveLength(1);
    expect(refused([{ ...DEFAULT_RUNGS[0], pedal: 'sometimes' }])[0]).toMatch(/^0\.pedal/);
  });

  it('may not let a higher rung weigh less than the one before', () => {
    const upsideDown = [DEFAULT_RUNGS[1], DEFAULT_RUNGS[0]];
    expect(refused(upsideDown)[0]).toMatch(/^1\.load/);
  });

  it('is asked by its place from 1, the last one standing for all beyond', () => {
    expect(rungAt(DEFAULT_RUNGS, 1)).toBe(DEFAULT_RUNGS[0]);
    expect(rungAt(DEFAULT_RUNGS, 6)).toBe(DEFAULT_RUNGS[5]);
    expect(rungAt(DEFAULT_RUNGS, 9)).toBe(DEFAULT_RUNGS[5]);
  });
});
