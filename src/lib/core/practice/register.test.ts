import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { standingStamps, stampKey, type PracticeEntry, PLAIN_MARK } from './register';
import { STAGES } from './stages.data';

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
    ...PLAIN_MARK,
    ...change,
  };
}

describe('the register', () => {
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

  it('shows the latest of two that stand, by when they were written', () => {
    const [first, second] = [entry('a', 'right', { tempoBpm: 60 }), entry('a', 'right', { tempoBpm: 72 })];
    for (const log of [
      [first, second],
      [second, first],
    ])
      expect(standingStamps(log).get('a/right')?.tempoBpm).toBe(72);
  });

  it('withdraws what it names, and nothing else', () => {
    const [kept, wrong] = [entry('a', 'right'), entry('a', 'left')];
    const log = [kept, wrong, entry('a', 'left', { kind: 'withdrawn', correctsId: wrong.id })];
    expect([...standingStamps(log).keys()]).toEqual([stampKey('a', 'right')]);
  });

  it('never shows a stamp that the log does not hold, whatever the order of the log', () => {
    const arbitraryLog = fc.array(
      fc.record({
        sectionId: fc.constantFrom('a', 'b'),
        stage: fc.constantFrom(...STAGES.map(({ id }) => id)),
        isWithdrawal: fc.boolean(),
        names: fc.nat(20),
      }),
      { maxLength: 20 },
    );
    fc.assert(
      fc.property(arbitraryLog, fc.func(fc.nat()), (plan, shuffle) => {
        const log = plan.map(({ sectionId, stage, isWithdrawal, names }, index): PracticeEntry => ({
          ...entry(sectionId, stage),
          id: String(index),
          kind: isWithdrawal ? 'withdrawn' : 'passed',
          correctsId: names < index ? String(names) : null,
          createdAtMs: index,
        }));
        const stamps = standingStamps(log);
        const shuffled = [...log].sort((a, b) => shuffle(a.id) - shuffle(b.id));
        expect(new Map([...standingStamps(shuffled)].sort())).toEqual(new Map([...stamps].sort()));
        for (const [square, stamp] of stamps) {
          expect(square).toBe(stampKey(stamp.sectionId, stamp.stage));
          expect(stamp.kind).toBe('passed');
          expect(log.some((each) => each.correctsId === stamp.id)).toBe(false);
          // Nothing that stands is newer.
          expect(
            log.filter(
              (each) =>
                each.createdAtMs > stamp.createdAtMs &&
                stampKey(each.sectionId, each.stage) === square &&
                each.kind === 'passed' &&
                !log.some((other) => other.correctsId === each.id),
            ),
          ).toEqual([]);
        }
      }),
    );
  });
});
