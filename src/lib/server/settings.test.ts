import { describe, expect, it } from 'vitest';
import { ANYONE } from '../core/arrange/arrange-for';
import { DEFAULT_RULES } from '../core/ladder/rules';
import { newLearner, NOW_MS, useStudio } from '../testing/studio';
import { database } from './db/client';
import { arrangeFor, keepArrangingRules, resetArrangingRules, studioRules } from './settings';

useStudio();

const keepText = (text: string) =>
  database()
    .$client.prepare('INSERT OR REPLACE INTO studio_settings VALUES (?, ?, 1)')
    .run('arranging', text);

describe('the studio’s own ladder', () => {
  it('is as it comes until it is kept, and again when it is reset', () => {
    expect(studioRules()).toEqual({ rules: DEFAULT_RULES, problem: null });
    const own = { ...DEFAULT_RULES, windows: { 'held-root': { lowest: 40, highest: 55 } } };
    keepArrangingRules(own, NOW_MS);
    expect(studioRules()).toEqual({ rules: own, problem: null });
    resetArrangingRules();
    expect(studioRules()).toEqual({ rules: DEFAULT_RULES, problem: null });
  });

  it('that was kept before a limit was added keeps everything and gains the limit’s default', () => {
    const rungs = DEFAULT_RULES.rungs.map(({ leapSemitones: _, ...rung }, index) => ({
      ...rung,
      name: `Own ${index}`,
    }));
    for (const stored of [
      { ...DEFAULT_RULES, rungs },
      { version: 1, value: { ...DEFAULT_RULES, rungs } },
    ]) {
      keepText(JSON.stringify(stored));
      const { rules, problem } = studioRules();
      expect(problem).toBeNull();
      expect(rules.rungs.map(({ name }) => name)).toEqual(rungs.map(({ name }) => name));
      expect(rules.rungs.map(({ leapSemitones }) => leapSemitones)).toEqual(
        DEFAULT_RULES.rungs.map(({ leapSemitones }) => leapSemitones),
      );
    }
  });

  it('is named where it cannot be read, and not replaced in silence', () => {
    for (const text of ['{', '{"rungs":[]}', '{"version":99,"value":{}}']) {
      keepText(text);
      expect(studioRules().rules).toBe(DEFAULT_RULES);
      expect(studioRules().problem).toMatch(/own ladder cannot be read.*as it comes is in use/);
    }
  });

  it('goes with the learner’s hand', () => {
    expect(arrangeFor(null)).toEqual(ANYONE);
    expect(arrangeFor('gone')).toEqual(ANYONE);
    const { size, pedal } = arrangeFor(newLearner({ spanLeftSemitones: 11, pedal: 'none' }));
    expect(size.left.comfortable).toBe(11);
    expect(pedal).toBe('none');
  });
});
