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
