import { describe, expect, it } from 'vitest';
import { USUAL_MAKEUP } from './edition-makeup';
import {
  forecastTaskOf,
  knownIn,
  knownPatterns,
  nextStepOf,
  planStateOf,
  type PieceInPractice,
  type PracticeLimits,
} from './learner-practice';
import { PLAIN_MARK, type PracticeEntry } from './register';
import { STAGES, type StageId } from './stages.data';
import { DEFAULT_WAYS } from './ways';

const LIMITS: PracticeLimits = {
  birthYear: null,
  minutesADay: 30,
  daysAWeek: 5,
  firstHand: 'right',
  maxBpm: null,
  usesPedal: true,
};

let clock = 0;
function stamp(sectionId: string, stage: StageId): PracticeEntry {
  clock += 1;
  const place = { id: `e${clock}`, sectionId, stage, tempoBpm: null, correctsId: null };
  return { ...place, kind: 'passed', onDay: 20_000, createdAtMs: clock, ...PLAIN_MARK };
}

function piece(change: Partial<PieceInPractice> = {}): PieceInPractice {
  const numbers = { firstNumber: '1', lastNumber: '8' };
  return {
    assignmentId: 'one',
    title: 'Harbour Bell',
    sections: [
      { id: 'a', name: 'A', from: 0, to: 7, print: 'first', ...numbers },
      { id: 'b', name: 'B', from: 8, to: 15, print: 'second', ...numbers },
    ],
    makeup: USUAL_MAKEUP,
    entries: [],
    goal: null,
    ...change,
  };
}

const next = (change: Partial<PieceInPractice>) => nextStepOf(piece(change), LIMITS, DEFAULT_WAYS);

describe('the next step', () => {
  it('begins with listening to the first section', () => {
    expect(next({})).toMatchObject({ section: { id: 'a' }, stage: { id: 'listen' } });
  });

  it('goes on after the furthest stamp, not back to what was passed over', () => {
    expect(next({ entries: [stamp('a', 'listen'), stamp('a', 'left')] })).toMatchObject({
      section: { id: 'a' },
      stage: { id: 'blocked' },
    });
  });

  it('goes to the next section once one is at tempo, and ends when all are', () => {
    const first = stamp('a', 'at-tempo');
    expect(next({ entries: [first] })).toMatchObject({ section: { id: 'b' }, stage: { id: 'listen' } });
    expect(next({ entries: [first, stamp('b', 'at-tempo')] })).toBeNull();
  });

  it('keeps sections apart: what one has does not move the other on', () => {
    expect(next({ entries: [stamp('b', 'at-tempo')] })).toMatchObject({
      section: { id: 'a' },
      stage: { id: 'listen' },
    });
  });

  it('takes a withdrawn stamp back', () => {
    const wrong = stamp('a', 'listen');
    const taken: PracticeEntry = { ...stamp('a', 'listen'), kind: 'withdrawn', correctsId: wrong.id };
    expect(next({ entries: [wrong, taken] })).toMatchObject({ stage: { id: 'listen' } });
  });

  it('does not lead to what the edition has not', () => {
    const makeup = {
      ...USUAL_MAKEUP,
      hasLeft: false,
      hasLeftChords: false,
      hasPedal: false,
      hasWords: false,
    };
    const seen = new Set<string>();
    const entries: PracticeEntry[] = [];
    for (let step = next({ makeup, entries }); step?.section.id === 'a'; step = next({ makeup, entries })) {
      seen.add(step.stage.id);
      entries.push(stamp('a', step.stage.id));
    }
    expect(seen.size).toBeGreaterThan(3);
    for (const stage of ['left', 'left-counted', 'blocked', 'pedal', 'sing'])
      expect(seen.has(stage), stage).toBe(false);
    expect(STAGES.some(({ id }) => seen.has(id))).toBe(true);
  });
});

describe('what is known from other pieces', () => {
  const chords = { kind: 'progression', code: 'G D Em C', name: 'the chords G D Em C' } as const;
  const figure = { kind: 'figure', code: '0:0 2520:1 5040:2', name: 'the left hand’s figure' } as const;
  const known = piece({
    assignmentId: 'old',
    title: 'Old Pier',
    makeup: { ...USUAL_MAKEUP, patterns: { a: [chords], b: [figure] } },
    entries: [stamp('a', 'at-tempo')],
  });
  const fresh = piece({
    makeup: { ...USUAL_MAKEUP, rung: 3, key: 'G major', patterns: { a: [chords, figure] } },
    goal: { onDay: 20_060, targetBpm: 90 },
  });

  it('is what its learned sections have, named with the piece', () => {
    expect(knownIn(fresh, 'a', knownPatterns([known, fresh]))).toEqual(['the chords G D Em C (Old Pier)']);
    expect(knownIn(fresh, 'b', knownPatterns([known, fresh]))).toEqual([]);
    expect(knownIn(known, 'a', knownPatterns([known]))).toEqual([]);
  });

  it('of a section that is another again, only its odd measures are new', () => {
    const again = piece({ makeup: { ...USUAL_MAKEUP, sameExcept: { b: { of: 'a', odd: [14, 15] } } } });
    const [plan] = planStateOf([again], LIMITS, DEFAULT_WAYS).pieces;
    expect(plan!.sections.map(({ measures, repeats }) => [measures, repeats])).toEqual([
      [8, null],
      [2, null],
    ]);
    expect(plan!.sections[1]!.oddOf).toEqual({ name: 'A', places: ['15', '16'] });
    const sung = piece({ makeup: { ...USUAL_MAKEUP, sameExcept: { b: { of: 'a', odd: [] } } } });
    expect(planStateOf([sung], LIMITS, DEFAULT_WAYS).pieces[0]!.sections[1]!.repeats).toBe('a');
  });

  it('makes a section lighter to learn, and says so in its plan', () => {
    const loads = (pieces: readonly PieceInPractice[]) =>
      forecastTaskOf(fresh, knownPatterns(pieces), LIMITS, 20_000)!.toLearn.map(({ load }) => load);
    expect(loads([fresh, known])[0]).toBeLessThan(loads([fresh])[0]!);
    expect(loads([fresh, known])[1]).toBe(loads([fresh])[1]);
    const state = planStateOf([known, fresh], LIMITS, DEFAULT_WAYS);
    expect(state.pieces[1]!.sections[0]!.known).toEqual(['the chords G D Em C (Old Pier)']);
    expect(state.pieces[1]!.sections[0]!.name).toBe('A');
    expect(state.pieces[1]!.warmUp).toBe('The scale of G major');
  });
});

describe('what plans and forecasts go by', () => {
  const trouble = { from: 2, to: 2, kind: 'note', hand: null } as const;
  const turn = (stage: StageId, change: Partial<PracticeEntry>): PracticeEntry => ({
    ...stamp('a', stage),
    ...change,
  });

  it('is the learner’s own limits, and each piece with its target, its date and its warm-up', () => {
    const limits = { ...LIMITS, birthYear: 2015, maxBpm: 88, usesPedal: false };
    const goal = { onDay: 20_100, targetBpm: 92 };
    const state = planStateOf(
      [
        piece({ goal }),
        piece({ assignmentId: 'two', makeup: { ...USUAL_MAKEUP, rung: 2, key: 'F', numbers: ['0', '1'] } }),
      ],
      limits,
      DEFAULT_WAYS,
    );
    expect(state.learner).toEqual({
      birthYear: 2015,
      minutesADay: 30,
      daysAWeek: 5,
      hasPedal: false,
      maxBpm: 88,
    });
    expect(state.pieces).toMatchObject([
      { piece: 'one', targetBpm: 92, goalDay: 20_100 },
      {
        piece: 'two',
        targetBpm: 80,
        goalDay: null,
        warmUp: 'The first five notes of F',
        measureNumbers: ['0', '1'],
      },
    ]);
    expect(state.pieces[0]).not.toHaveProperty('warmUp');
    // Without a pedal to use, the edition's own is no stage.
    const after = stamp('a', 'together');
    expect(nextStepOf(piece({ entries: [after] }), limits, DEFAULT_WAYS)!.stage.id).toBe('sing');
    expect(nextStepOf(piece({ entries: [after] }), LIMITS, DEFAULT_WAYS)!.stage.id).toBe('pedal');
    const few = { ...DEFAULT_WAYS, stages: ['right', 'at-tempo'] as StageId[] };
    expect(nextStepOf(piece(), LIMITS, few)!.stage.id).toBe('right');
  });

  it('is each section as it stands: its stage, tempo, runs, trouble and when it is due', () => {
    const makeup = { ...USUAL_MAKEUP, straining: ['b'] };
    const entries = [
      turn('slow-together', { tempoBpm: 44 }),
      turn('together', { kind: 'clean', cleanRuns: 1, tempoBpm: 45, onDay: 20_004 }),
      turn('together', { kind: 'again', failedRuns: 1, onDay: 20_006 }),
      turn('together', { kind: 'trouble', trouble }),
    ];
    const [a, b] = planStateOf([piece({ makeup, entries })], LIMITS, DEFAULT_WAYS).pieces[0]!.sections;
    expect(a).toMatchObject({
      section: 'a',
      name: 'A',
      measures: 8,
      repeats: null,
      stage: 'together',
      // A clean run at 45 leads a step up.
      tempoBpm: 50,
      cleanRuns: 0,
      failedRuns: 1,
      lastOnDay: 20_006,
      dueOnDay: null,
      isLearned: false,
      isStraining: false,
      joinsWith: null,
      known: [],
    });
    expect(a!.trouble).toHaveLength(1);
    expect(b).toMatchObject({ section: 'b', stage: 'listen', tempoBpm: null, isStraining: true });
    const learned = [
      turn('at-tempo', { tempoBpm: 80, onDay: 20_000 }),
      turn('memory', { tempoBpm: 84, onDay: 20_001 }),
    ];
    const [known] = planStateOf([piece({ entries: learned })], LIMITS, DEFAULT_WAYS).pieces[0]!.sections;
    expect(known).toMatchObject({ stage: 'memory', tempoBpm: 84, isLearned: true, cleanRuns: 0 });
    expect(known!.dueOnDay).toBeGreaterThan(20_001);
    // Where a stage has no tempo, what is secure already is.
    const sung = [turn('slow-together', { tempoBpm: 44, kind: 'clean' }), turn('left', {})];
    expect(
      planStateOf([piece({ entries: sung })], LIMITS, DEFAULT_WAYS).pieces[0]!.sections[0],
    ).toMatchObject({
      stage: 'blocked',
      tempoBpm: 44,
    });
    const top = turn('together', { kind: 'clean', cleanRuns: 9, tempoBpm: 64 });
    const done = planStateOf([piece({ entries: [stamp('a', 'slow-together'), top] })], LIMITS, DEFAULT_WAYS);
    expect(done.pieces[0]!.sections[0]).toMatchObject({ stage: 'together', tempoBpm: 64, cleanRuns: 0 });
  });

  it('is what can be joined once both are known', () => {
    const entries = [stamp('a', 'at-tempo'), stamp('b', 'at-tempo')];
    const [a, b] = planStateOf([piece({ entries })], LIMITS, DEFAULT_WAYS).pieces[0]!.sections;
    expect(a).toMatchObject({ joinsWith: 'b', joinKind: 'pair' });
    expect(b).toMatchObject({ joinsWith: null });
    expect(b).not.toHaveProperty('joinKind');
    // One that has the very same music is known with it.
    const { sections } = piece();
    const twice = piece({
      sections: sections.map((section) => ({ ...section, print: 'same' })),
      entries: [stamp('a', 'at-tempo')],
    });
    const [first, second] = planStateOf([twice], LIMITS, DEFAULT_WAYS).pieces[0]!.sections;
    expect(second).toMatchObject({ repeats: 'a' });
    expect(first).toMatchObject({ joinsWith: 'b', repeats: null });
    expect(nextStepOf(twice, LIMITS, DEFAULT_WAYS)).toBeNull();
  });

  it('is what the log tells of a piece that has a date', () => {
    const goal = { onDay: 20_060, targetBpm: 90 };
    expect(forecastTaskOf(piece(), new Map(), LIMITS, 20_010)).toBeNull();
    const { sections } = piece();
    const again = { ...sections[0]!, id: 'c', from: 16, to: 23 };
    const wrong = turn('right', { tempoBpm: 99 });
    const entries = [
      turn('right', { tempoBpm: 70, minutes: 6 }),
      turn('right', { kind: 'clean', cleanRuns: 2, failedRuns: 1 }),
      turn('right', { kind: 'again', failedRuns: 2 }),
      turn('right', { kind: 'trouble', trouble }),
      turn('right', { kind: 'mended', trouble }),
      turn('right', { throughId: 'b' }),
      wrong,
      turn('right', { kind: 'withdrawn', correctsId: wrong.id }),
      turn('together', { cleanRuns: 4 }),
    ];
    const own = piece({ goal, entries, sections: [...sections, again] });
    const task = forecastTaskOf(own, new Map(), { maxBpm: 77 }, 20_010)!;
    expect(task).toMatchObject({ targetBpm: 90, goalDay: 20_060, today: 20_010, maxBpm: 77 });
    expect(task.toLearn).toEqual([
      { section: 'a', measures: 8, load: 35, worth: 16 },
      { section: 'b', measures: 8, load: 35, worth: 8 },
    ]);
    expect(
      task.played.map(({ stage, tempoBpm, cleanRuns, failedRuns, minutes }) => [
        stage,
        tempoBpm,
        cleanRuns,
        failedRuns,
        minutes,
      ]),
    ).toEqual([
      ['right', 70, 1, 0, 6],
      ['right', null, 2, 1, null],
      ['right', null, 0, 2, null],
      ['together', null, 4, 0, null],
    ]);
    // A section that is another again but for two measures is a quarter of its load.
    const odd = { ...USUAL_MAKEUP, sameExcept: { b: { of: 'a', odd: [14, 15] } } };
    const lighter = forecastTaskOf(piece({ goal, makeup: odd }), new Map(), LIMITS, 20_010)!;
    expect(lighter.toLearn.map(({ load }) => load)).toEqual([35, 9]);
  });

  it('counts as known what is learned by itself, not what was only played through or taken back', () => {
    const pattern = { kind: 'figure', code: 'x', name: 'the figure' } as const;
    const makeup = { ...USUAL_MAKEUP, patterns: { a: [pattern] } };
    const of = (...entries: readonly PracticeEntry[]) => {
      const old = piece({ title: 'Old Pier', makeup, entries });
      return knownIn(piece({ makeup }), 'a', knownPatterns([old]));
    };
    expect(of(stamp('a', 'at-tempo'))).toEqual(['the figure (Old Pier)']);
    expect(of(stamp('a', 'memory'))).toEqual([]);
    expect(of(turn('at-tempo', { throughId: 'b' }))).toEqual([]);
    expect(of(turn('at-tempo', { kind: 'clean' }))).toEqual([]);
    const taken = stamp('a', 'at-tempo');
    expect(of(taken, turn('at-tempo', { kind: 'withdrawn', correctsId: taken.id }))).toEqual([]);
  });
});
