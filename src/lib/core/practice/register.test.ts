import { describe, expect, it } from 'vitest';
import { isLearned, nextStep, standingStamps, stampKey, type PracticeEntry } from './register';

const sections = [
  { id: 'a', name: 'A', from: 0, to: 7 },
  { id: 'b', name: 'B', from: 8, to: 15 },
];

let clock = 0;
function entry(
  sectionId: string,
  stage: PracticeEntry['stage'],
  change: Partial<PracticeEntry> = {},
): PracticeEntry {
  clock += 1;
  return {
    id: `e${clock}`,
    sectionId,
    stage,
    kind: 'passed',
    tempoBpm: null,
    onDay: 20_000,
    correctsId: null,
    createdAtMs: clock,
    ...change,
  };
}

describe('the register', () => {
  it('begins with listening to the first section', () => {
    expect(nextStep(sections, standingStamps([]))).toMatchObject({
      section: { id: 'a' },
      stage: { id: 'listen' },
    });
  });

  it('goes on after the furthest stamp, not back to what was passed over', () => {
    const stamps = standingStamps([entry('a', 'listen'), entry('a', 'left')]);
    expect(nextStep(sections, stamps)).toMatchObject({ section: { id: 'a' }, stage: { id: 'blocked' } });
  });

  it('goes to the next section once one is at tempo, and ends when all are', () => {
    const first = standingStamps([entry('a', 'at-tempo')]);
    expect(isLearned(sections[0]!, first)).toBe(true);
    expect(nextStep(sections, first)).toMatchObject({ section: { id: 'b' }, stage: { id: 'listen' } });
    expect(nextStep(sections, standingStamps([entry('a', 'at-tempo'), entry('b', 'at-tempo')]))).toBeNull();
  });

  it('shows the correction, and keeps both entries', () => {
    const wrong = entry('a', 'right', { tempoBpm: 90 });
    const log = [wrong, entry('a', 'right', { tempoBpm: 60, correctsId: wrong.id })];
    expect(standingStamps(log).get(stampKey('a', 'right'))?.tempoBpm).toBe(60);
    expect(log).toHaveLength(2);
  });

  it('takes a withdrawn stamp off the square, whatever order the log comes in', () => {
    const wrong = entry('a', 'right');
    const log = [entry('a', 'right', { kind: 'withdrawn', correctsId: wrong.id }), wrong];
    expect(standingStamps(log).size).toBe(0);
  });
});
