import { describe, expect, it } from 'vitest';
import {
  PLAN_DAY,
  planPiece,
  planSection,
  planState,
  planTrouble as trouble,
} from '../../testing/plan-states';
import {
  gatherTasks,
  loopStage,
  loopTempo,
  secureTempo,
  stageToWork,
  tempoToWork,
  topOf,
  weightOf,
  worthOf,
  type Place,
} from './plan-tasks';
import type { PlanLearner, PlanPiece, PlanSection } from './plan-state';
import type { StageId } from './stages.data';
import { DEFAULT_LADDER } from './tempo-ladder';

const learned = (section: string, change: Partial<PlanSection> = {}) =>
  planSection(section, { isLearned: true, stage: 'at-tempo', lastOnDay: PLAN_DAY - 5, ...change });

const gather = (...pieces: readonly PlanPiece[]) => gatherTasks(planState(pieces), PLAN_DAY);
const names = (places: readonly Place[]) =>
  places.map(({ piece, section }) => `${piece.piece}${section.section}`);

describe('what a day could hold', () => {
  it('is trouble that is not mended and not passed today: by date, then what was passed least, then what rested longest', () => {
    const { troubles } = gather(
      planPiece('Later', [learned('A', { trouble: [trouble(1)] })]),
      planPiece(
        'Soon',
        [
          learned('A', { trouble: [trouble(2, { passedOn: [1] }), trouble(3)] }),
          learned('B', { trouble: [trouble(4)], lastOnDay: PLAN_DAY - 9 }),
          learned('C', {
            trouble: [trouble(5, { passedOn: [1, 2, 3] }), trouble(6, { passedOn: [PLAN_DAY] })],
          }),
          learned('D', { trouble: [trouble(7)], lastOnDay: null }),
          learned('E', { trouble: [trouble(8)], repeats: 'A' }),
        ],
        { goalDay: PLAN_DAY + 9 },
      ),
      planPiece('Sooner', [learned('A', { trouble: [trouble(9)] })], { goalDay: PLAN_DAY + 2 }),
    );
    expect(troubles.map((each) => each.trouble.measure)).toEqual([9, 7, 4, 3, 2, 1]);
  });

  it('is what is learned and due: the longest overdue first, then by date', () => {
    const { revisits } = gather(
      planPiece('P', [
        learned('A', { dueOnDay: PLAN_DAY }),
        learned('B', { dueOnDay: PLAN_DAY - 3 }),
        learned('C', { dueOnDay: PLAN_DAY + 1 }),
        learned('D'),
        planSection('E', { dueOnDay: PLAN_DAY - 9 }),
      ]),
      planPiece('Q', [learned('A', { dueOnDay: PLAN_DAY })], { goalDay: PLAN_DAY + 5 }),
    );
    expect(names(revisits)).toEqual(['PB', 'QA', 'PA']);
  });

  it('is what is to be learned: four in work, those that rested longest first, then the rest by worth and length', () => {
    const begun = (section: string, days: number) => planSection(section, { lastOnDay: PLAN_DAY - days });
    const { fresh } = gather(
      planPiece('P', [
        planSection('Short', { measures: 4 }),
        planSection('Long', { measures: 12 }),
        planSection('Known', { measures: 12, known: ['the bass'] }),
        planSection('Twice', { measures: 8 }),
        planSection('Again', { measures: 8, repeats: 'Twice' }),
        begun('One', 1),
        begun('Two', 2),
      ]),
      planPiece('Soon', [planSection('A'), begun('B', 3)], { goalDay: PLAN_DAY + 3 }),
    );
    // In work are the three that are begun, and the first that is not: that of the piece with a date.
    expect(names(fresh)).toEqual(['SoonA', 'SoonB', 'PTwo', 'POne', 'PTwice', 'PLong', 'PKnown', 'PShort']);
  });

  it('is neighbours that are both known, one that repeats another among them', () => {
    const { joins } = gather(
      planPiece('P', [
        learned('A', { joinsWith: 'B' }),
        learned('B', { joinsWith: 'A2' }),
        planSection('A2', { repeats: 'A', joinsWith: 'C' }),
        planSection('C', { joinsWith: 'A' }),
        learned('D', { joinsWith: 'Z' }),
        learned('E'),
      ]),
    );
    expect(names(joins)).toEqual(['PA', 'PB']);
  });

  it('ends with what goes best: learned and not due, then learned, then the furthest begun; without trouble', () => {
    const secure = (...sections: readonly PlanSection[]) => {
      const place = gather(planPiece('P', sections)).secure;
      return place && place.section.section;
    };
    const due = learned('Due', { dueOnDay: PLAN_DAY });
    const kept = learned('Kept', { dueOnDay: PLAN_DAY + 1 });
    const begun = (section: string, stage: StageId) =>
      planSection(section, { stage, lastOnDay: PLAN_DAY - 1 });
    expect(secure(due, kept)).toBe('Kept');
    expect(secure(kept, learned('Other', { dueOnDay: PLAN_DAY + 9 }))).toBe('Kept');
    expect(secure({ ...kept, trouble: [trouble(1)] }, learned('Other', { dueOnDay: PLAN_DAY + 9 }))).toBe(
      'Other',
    );
    expect(secure({ ...kept, trouble: [trouble(1, { passedOn: [1, 2, 3] })] }, due)).toBe('Kept');
    expect(secure(begun('B', 'memory'), due)).toBe('Due');
    expect(secure(begun('B', 'right'), begun('C', 'together'))).toBe('C');
    expect(secure(planSection('New'), begun('B', 'listen'))).toBe('B');
    expect(secure(planSection('New'))).toBeNull();
  });

  it('weighs a section by what it returns and by what is known of it', () => {
    const [a, again, other] = [
      planSection('A', { measures: 8 }),
      planSection('A2', { measures: 6, repeats: 'A' }),
      planSection('B', { measures: 4, known: ['one', 'two'] }),
    ];
    const piece = planPiece('P', [a, again, other]);
    expect(worthOf({ piece, section: a })).toBe(14);
    expect(worthOf({ piece, section: other })).toBe(4);
    expect([a, other].map((section) => weightOf({ section }))).toEqual([800, 320]);
  });
});

describe('the stage and tempo to work at', () => {
  const piece = planPiece('P', [], { targetBpm: 100 });
  function work(change: Partial<PlanSection>, learner: Partial<PlanLearner> = {}) {
    const place = { piece, section: planSection('A', change) };
    const state = planState([piece], learner);
    const { stage, isNext } = stageToWork(place, state, DEFAULT_LADDER);
    return `${stage} ${isNext ? 'next ' : ''}${tempoToWork(place, stage, isNext, state, DEFAULT_LADDER)}`;
  }

  it('are those in work until the stage is passed, then the next', () => {
    expect(work({ stage: 'listen' })).toBe('listen null');
    expect(work({ stage: 'listen', cleanRuns: 3 })).toBe('tap-count next null');
    expect(work({ stage: 'right', cleanRuns: 2 })).toBe('right 80');
    expect(work({ stage: 'right', cleanRuns: 3 })).toBe('left-counts next 60');
    expect(work({ stage: 'memory', cleanRuns: 3 })).toBe('memory 100');
  });

  it('climb a ladder, which is passed at its top alone', () => {
    const at = (change: Partial<PlanSection>) => work({ stage: 'together', ...change });
    expect(at({})).toBe('together 50');
    expect(at({ tempoBpm: 62 })).toBe('together 62');
    expect(at({ tempoBpm: 64 })).toBe('together 62');
    expect(at({ tempoBpm: 62, cleanRuns: 1 })).toBe('together 68');
    expect(at({ tempoBpm: 62, failedRuns: 1 })).toBe('together 62');
    expect(at({ tempoBpm: 62, failedRuns: 2 })).toBe('together 56');
    expect(at({ tempoBpm: 50, failedRuns: 2 })).toBe('together 50');
    expect(at({ tempoBpm: 74, cleanRuns: 3 })).toBe('together 80');
    expect(at({ tempoBpm: 80, cleanRuns: 2 })).toBe('together 80');
    expect(at({ tempoBpm: 80, cleanRuns: 3 })).toBe('pedal next 80');
    expect(at({ tempoBpm: 99 })).toBe('together 80');
  });

  it('take the tempo along that was reached together', () => {
    expect(work({ stage: 'sing', cleanRuns: 3, tempoBpm: 80 })).toBe('at-tempo next 80');
    expect(work({ stage: 'sing', cleanRuns: 3 })).toBe('at-tempo next 50');
    expect(work({ stage: 'at-tempo', tempoBpm: 92, cleanRuns: 1 })).toBe('at-tempo 98');
  });

  it('leave out the pedal where there is none, and stay within the learner’s limit', () => {
    expect(work({ stage: 'together', tempoBpm: 80, cleanRuns: 3 }, { hasPedal: false })).toBe('sing next 80');
    expect(work({ stage: 'pedal' }, { hasPedal: false })).toBe('sing next 80');
    expect(work({ stage: 'together', tempoBpm: 66, cleanRuns: 3 }, { maxBpm: 66 })).toBe('pedal next 66');
    expect(work({ stage: 'right' }, { maxBpm: 50 })).toBe('right 50');
    expect(topOf(piece, 'at-tempo', 72)).toBe(72);
    expect(topOf(planPiece('P', [], { targetBpm: 40 }), 'slow-together', null)).toBe(30);
    expect(topOf(piece, 'blocked', null)).toBeNull();
  });

  it('are secure at the tempo that was reached, or at half of the target', () => {
    const secure = (change: Partial<PlanSection>, maxBpm: number | null = null) =>
      secureTempo({ piece, section: planSection('A', change) }, planState([piece], { maxBpm }));
    expect(secure({ tempoBpm: 84 })).toBe(84);
    expect(secure({})).toBe(50);
    expect(secure({ tempoBpm: 84 }, 70)).toBe(70);
    expect(secure({ tempoBpm: 20 })).toBe(30);
  });
});

describe('a loop over trouble', () => {
  const piece = planPiece('P', [], { targetBpm: 100 });
  const tempo = (change: Partial<PlanSection>, maxBpm: number | null = null) =>
    loopTempo({ piece, section: planSection('A', change) }, planState([piece], { maxBpm }));

  it('is slower than what it is a part of', () => {
    expect(tempo({ tempoBpm: 80 })).toBe(56);
    expect(tempo({ tempoBpm: 120 })).toBe(70);
    expect(tempo({ stage: 'right' })).toBe(56);
    expect(tempo({ stage: 'listen' })).toBe(35);
    expect(tempo({ tempoBpm: 90 }, 40)).toBe(40);
  });

  it('is played by the hand that has the trouble, or by both', () => {
    expect(loopStage(trouble(1, { hand: 'right' }))).toBe('right');
    expect(loopStage(trouble(1))).toBe('slow-together');
    expect(loopStage(trouble(1, { kind: 'apart' }))).toBe('left');
    expect(loopStage(trouble(1, { kind: 'apart', passedOn: [3] }))).toBe('slow-together');
  });
});
