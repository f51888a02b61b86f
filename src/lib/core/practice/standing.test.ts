import { describe, expect, it } from 'vitest';
import { PLAIN_MARK, type PracticeEntry } from './register';
import { replayCard } from './revisits';
import { cleanRunIs, runsToPass } from './run';
import { handOfStage } from './stage-hand';
import { STAGES, stageOf, type StageId } from './stages.data';
import { standingOf, tempos, type StandingTask } from './standing';
import { DEFAULT_LADDER } from './tempo-ladder';

const SECTION = { id: 'a', name: 'A', from: 0, to: 7 };
const TASK: StandingTask = {
  stages: STAGES,
  targetBpm: 100,
  maxBpm: null,
  rule: DEFAULT_LADDER,
  goalDay: null,
};

let clock = 0;
function entry(
  kind: PracticeEntry['kind'],
  stage: StageId,
  change: Partial<PracticeEntry> = {},
): PracticeEntry {
  clock += 1;
  const place = {
    id: `e${clock}`,
    sectionId: 'a',
    stage,
    kind,
    tempoBpm: null,
    onDay: 20_000,
    correctsId: null,
  };
  return { ...place, createdAtMs: clock, ...PLAIN_MARK, ...change };
}

const standing = (log: readonly PracticeEntry[], change: Partial<StandingTask> = {}) =>
  standingOf(SECTION, log, { ...TASK, ...change });

describe('where a learner stands with a section', () => {
  it('is the stage after the furthest that was passed, with its tempos', () => {
    expect(standing([])).toMatchObject({
      stage: { id: 'listen' },
      ladder: [],
      isLearned: false,
      lastOnDay: null,
    });
    const log = [entry('passed', 'right'), entry('passed', 'listen'), entry('clean', 'slow-together')];
    expect(standing(log)).toMatchObject({ stage: { id: 'left-counts' }, ladder: [60] });
    expect([...standing(log).passed]).toEqual(['right', 'listen']);
    const all = STAGES.map(({ id }) => entry('passed', id));
    expect(standing(all)).toMatchObject({ stage: null, ladder: [], isLearned: true });
    const [, second] = STAGES;
    expect(standing([], { stages: [second] }).stage).toBe(second);
  });

  it('goes by this section’s own entries that still stand, in the order in which they were written', () => {
    const wrong = entry('passed', 'right');
    const log = [
      wrong,
      entry('withdrawn', 'right', { correctsId: wrong.id }),
      entry('passed', 'left', { sectionId: 'b' }),
      entry('passed', 'memory', { throughId: 'b' }),
      entry('passed', 'listen', { onDay: 20_003 }),
      entry('clean', 'tap-count', { onDay: 20_001 }),
    ];
    expect(standing(log)).toMatchObject({ stage: { id: 'tap-count' }, lastOnDay: 20_003 });
    expect(standing([...log].reverse())).toEqual(standing(log));
  });

  it('counts runs where a stage has no ladder', () => {
    const log = [
      entry('passed', 'listen'),
      entry('clean', 'tap-count', { cleanRuns: 2 }),
      entry('again', 'tap-count', { failedRuns: 1 }),
      entry('clean', 'tap-count', { cleanRuns: 1 }),
      entry('clean', 'listen', { cleanRuns: 7 }),
      entry('trouble', 'tap-count', { cleanRuns: 9, trouble: { from: 1, to: 1, kind: 'note', hand: null } }),
    ];
    expect(standing(log).place).toEqual({ tempoBpm: 0, cleanRuns: 3, failedRuns: 0, isPassed: false });
  });

  it('climbs the ladder run by run, goes on from a tempo that was set, and falls after two failed tries', () => {
    const before = entry('passed', 'slow-together');
    const at = (...log: readonly PracticeEntry[]) => standing([before, ...log]).place;
    expect(standing([before])).toMatchObject({ stage: { id: 'together' }, ladder: [50, 56, 62, 68, 74, 80] });
    expect(at()).toEqual({ tempoBpm: 50, cleanRuns: 0, failedRuns: 0, isPassed: false });
    expect(at(entry('clean', 'together', { cleanRuns: 2 })).tempoBpm).toBe(62);
    expect(at(entry('clean', 'together', { cleanRuns: 1, tempoBpm: 74 })).tempoBpm).toBe(80);
    expect(at(entry('again', 'together', { failedRuns: 2, tempoBpm: 68 })).tempoBpm).toBe(62);
    const top = entry('clean', 'together', { cleanRuns: 2, tempoBpm: 80 });
    expect(at(top)).toMatchObject({ tempoBpm: 80, cleanRuns: 2, isPassed: false });
    // The same step again goes on with its runs; another one begins anew.
    expect(at(top, entry('clean', 'together', { cleanRuns: 1, tempoBpm: 80 })).isPassed).toBe(true);
    expect(at(top, entry('clean', 'together', { tempoBpm: 74 }))).toMatchObject({
      tempoBpm: 74,
      cleanRuns: 0,
    });
    expect(at(entry('clean', 'right', { cleanRuns: 3 })).tempoBpm).toBe(50);
  });

  it('is secure at the highest tempo that went clean with both hands', () => {
    expect(standing([entry('passed', 'right', { tempoBpm: 90 })]).secureBpm).toBeNull();
    const log = [
      entry('clean', 'slow-together', { tempoBpm: 52 }),
      entry('passed', 'together', { tempoBpm: 80 }),
      entry('clean', 'at-tempo', { tempoBpm: 70 }),
      entry('again', 'at-tempo', { tempoBpm: 96 }),
      entry('clean', 'at-tempo'),
    ];
    expect(standing(log).secureBpm).toBe(80);
    expect(standing(log.slice(0, 1)).secureBpm).toBe(52);
  });

  it('has trouble until it was passed on three days, and again when it is marked again', () => {
    const trouble = { from: 2, to: 3, kind: 'note', hand: 'left' } as const;
    const marked = entry('trouble', 'right', { trouble, onDay: 1 });
    const mended = (onDay: number, change = {}) =>
      entry('mended', 'right', { trouble: { ...trouble, ...change }, onDay });
    const [own] = standing([marked]).troubles;
    expect(own).toEqual({ measure: 2, to: 3, kind: 'note', hand: 'left', passedOn: [], noticedOn: 1 });
    expect(standing([marked, mended(2), mended(2), mended(3)]).troubles[0]!.passedOn).toEqual([2, 3]);
    expect(standing([marked, mended(2), mended(3), mended(4)]).troubles).toEqual([]);
    const log = [marked, mended(2), mended(3), mended(4), entry('trouble', 'right', { trouble, onDay: 5 })];
    const last = standing(log).troubles;
    expect(last).toMatchObject([{ passedOn: [], noticedOn: 5 }]);
    // What is mended elsewhere, in the other hand, or of another kind is another trouble.
    for (const change of [{ from: 1 }, { to: 2 }, { kind: 'rhythm' }, { hand: 'right' }, { hand: null }])
      expect(standing([marked, mended(2, change)]).troubles).toMatchObject([{ passedOn: [] }]);
    expect(standing([mended(2)]).troubles).toEqual([]);
  });

  it('has a card once it is learned, by what was marked since', () => {
    const learned = entry('passed', 'at-tempo', { tempoBpm: 100, onDay: 10 });
    expect(standing([entry('passed', 'memory')]).card).toBeNull();
    const after = (...later: readonly PracticeEntry[]) => standing([learned, ...later]).card;
    const card = (...marks: Parameters<typeof replayCard>[0]) =>
      replayCard([{ onDay: 10, rating: 'good' }, ...marks]);
    expect(after()).toEqual(card());
    const on = { onDay: 14 };
    expect(after(entry('again', 'at-tempo', on))).toEqual(card({ onDay: 14, rating: 'again' }));
    expect(after(entry('clean', 'at-tempo', { ...on, tempoBpm: 90 }))).toEqual(
      card({ onDay: 14, rating: 'hard' }),
    );
    expect(after(entry('clean', 'at-tempo', { ...on, tempoBpm: 100 }))).toEqual(
      card({ onDay: 14, rating: 'good' }),
    );
    expect(after(entry('clean', 'at-tempo', on))).toEqual(card({ onDay: 14, rating: 'good' }));
    expect(after(entry('passed', 'memory', on))).toEqual(card({ onDay: 14, rating: 'easy' }));
    const trouble = { from: 0, to: 0, kind: 'note', hand: null } as const;
    expect(after(entry('trouble', 'at-tempo', { ...on, trouble }))).toEqual(card());
    const later = entry('clean', 'at-tempo', { onDay: 18 });
    const marks = [{ onDay: 10, rating: 'good' } as const, { onDay: 18, rating: 'good' } as const];
    expect(standing([learned, later], { goalDay: 20 }).card).toEqual(replayCard(marks, 20));
    expect(replayCard(marks, 20)).not.toEqual(replayCard(marks));
    // Learned without a tempo, anything after it is at tempo; what came before it says nothing.
    const untimed = { ...learned, tempoBpm: null };
    expect(standing([untimed, entry('clean', 'at-tempo', { ...on, tempoBpm: 40 })]).card).toEqual(
      card({ onDay: 14, rating: 'good' }),
    );
    const early = { ...entry('again', 'together', { onDay: 9 }), createdAtMs: learned.createdAtMs - 1 };
    expect(standing([early, learned]).card).toEqual(card());
  });
});

describe('the tempos of a stage', () => {
  it('are none, one, or a ladder up to its share, within the learner’s limit', () => {
    expect(tempos(stageOf('listen'), TASK)).toEqual([]);
    expect(tempos(stageOf('right'), TASK)).toEqual([80]);
    expect(tempos(stageOf('right'), { ...TASK, targetBpm: 30 })).toEqual([30]);
    expect(tempos(stageOf('right'), { ...TASK, maxBpm: 66 })).toEqual([66]);
    expect(tempos(stageOf('together'), TASK)).toEqual([50, 56, 62, 68, 74, 80]);
    // At tempo begins where playing together has led to.
    expect(tempos(stageOf('at-tempo'), TASK)).toEqual([80, 86, 92, 98, 100]);
    expect(tempos(stageOf('at-tempo'), { ...TASK, maxBpm: 85 })).toEqual([80, 85]);
  });
});

describe('a clean run', () => {
  const rule = DEFAULT_LADDER;
  const at = (stage: StageId, cleanRuns: number, ladder: readonly number[] = [50, 80]) => ({
    stage: stageOf(stage),
    place: { tempoBpm: 80, cleanRuns, failedRuns: 0, isPassed: false },
    ladder,
  });

  it('passes a stage that has no tempo at once, one with a tempo after as many as are asked for', () => {
    expect(runsToPass(stageOf('listen'), rule)).toBe(1);
    expect(runsToPass(stageOf('right'), rule)).toBe(3);
    expect(cleanRunIs(at('listen', 0, []), stageOf('listen'), null, rule)).toBe('passed');
    expect(cleanRunIs(at('right', 1, [80]), stageOf('right'), 60, rule)).toBe('clean');
    expect(cleanRunIs(at('right', 2, [80]), stageOf('right'), 60, rule)).toBe('passed');
  });

  it('passes a ladder at its top alone, and whatever is not in work as it is', () => {
    expect(cleanRunIs(at('together', 2), stageOf('together'), 74, rule)).toBe('clean');
    expect(cleanRunIs(at('together', 2), stageOf('together'), 80, rule)).toBe('passed');
    expect(cleanRunIs(at('together', 2), stageOf('together'), null, rule)).toBe('clean');
    expect(cleanRunIs(at('together', 1), stageOf('together'), 90, rule)).toBe('clean');
    expect(cleanRunIs(at('together', 0), stageOf('right'), 40, rule)).toBe('passed');
    expect(cleanRunIs({ ...at('listen', 0), stage: null }, stageOf('right'), 40, rule)).toBe('passed');
  });
});

it('a stage is one hand’s, or both hands’', () => {
  const hands = STAGES.map(({ id }) => [id, handOfStage(id)]).filter(([, hand]) => hand !== null);
  expect(Object.fromEntries(hands)).toEqual({
    'right-counts': 'right',
    right: 'right',
    'left-counts': 'left',
    left: 'left',
  });
});
