import { expect, it } from 'vitest';
import { forecastPiece, timedTurns, type ForecastTask, type Played } from './forecast';

const turn = (onDay: number, tempoBpm: number | null, change: Partial<Played> = {}): Played => ({
  onDay,
  section: 'A',
  stage: 'together',
  tempoBpm,
  cleanRuns: 1,
  failedRuns: 0,
  minutes: 5,
  ...change,
});

/** Eight days of one section, climbing from 50 to 76: hands alone first, one day of failed runs alone, one day with two turns. */
const LOG: readonly Played[] = [
  turn(0, 90, { stage: 'right' }),
  turn(1, 50),
  turn(3, 56),
  turn(4, 62, { cleanRuns: 0, failedRuns: 3 }),
  turn(6, 60),
  turn(8, 66),
  turn(8, 62),
  turn(10, null),
  turn(11, 70),
  turn(13, 72),
  turn(15, 76),
];
const other = (section: string, by: number) =>
  LOG.filter(({ stage }) => stage === 'together').map((each) => ({
    ...each,
    section,
    tempoBpm: each.tempoBpm === null ? null : each.tempoBpm + by,
  }));
const task = (change: Partial<ForecastTask> = {}): ForecastTask => ({
  played: LOG,
  toLearn: [],
  targetBpm: 96,
  goalDay: 40,
  today: 16,
  ...change,
});
const load = (section: string, weight: number) => ({ section, measures: 8, load: weight, worth: 8 });

function told(own: ForecastTask): readonly string[] {
  const { sections, state } = forecastPiece(own);
  return [
    ...sections.map(
      ({ section, nowBpm, onGoal: { low, middle, high }, state: at, readyOnDay, why }) =>
        `${section}: ${nowBpm} now, ${low} ${middle} ${high}, ${at}, ready ${readyOnDay}. ${why}`,
    ),
    state,
  ];
}

it('is told of a log that is known, whole', () => {
  expect(told(task())).toEqual([
    'A: 75 now, 84 93 100, at-risk, ready 48. Now about 75, played 4 times a week: between 84 and 100 in 24 days, of 96.',
    'at-risk',
  ]);
  expect(told(task({ goalDay: 17 }))).toEqual([
    'A: 75 now, 74 76 79, late, ready 48. Now about 75, played 4 times a week: between 74 and 79 in 1 day, of 96.',
    'late',
  ]);
  expect(told(task({ goalDay: 10 }))).toEqual([
    'A: 75 now, 73 75 76, late, ready 48. Now about 75, played 4 times a week: between 73 and 76 in 0 days, of 96.',
    'late',
  ]);
  expect(told(task({ targetBpm: 78 }))).toEqual([
    'A: 74 now, 80 88 94, on-course, ready 20. Now about 74, played 4 times a week: between 80 and 94 in 24 days, of 78.',
    'on-course',
  ]);
  expect(told(task({ targetBpm: 70 }))).toEqual([
    'A: 74 now, 77 85 90, on-course, ready 16. Now about 74, played 4 times a week: between 77 and 90 in 24 days, of 70.',
    'on-course',
  ]);
  expect(told(task({ pace: 3 }))).toEqual([
    'A: 75 now, 89 100 112, at-risk, ready 27. Now about 75, played 12 times a week: between 89 and 112 in 24 days, of 96.',
    'at-risk',
  ]);
  expect(told(task({ maxBpm: 80 }))).toEqual([
    'A: 75 now, 80 80 80, late, ready null. Now about 75, played 4 times a week: between 80 and 80 in 24 days, of 96.',
    'late',
  ]);
  expect(told(task({ today: 60, goalDay: 90 }))).toEqual([
    'A: 75 now, 74 76 78, late, ready null. Now about 75, played 0.1 times a week: between 74 and 78 in 30 days, of 96.',
    'late',
  ]);
});

it('is told of sections that others tell of, and of those not begun', () => {
  expect(told(task({ played: [...LOG, ...other('B', 10)], toLearn: [load('C', 30)] }))).toEqual([
    'C: null now, 46 81 105, too-early, ready 148. Not begun: by its load, between 46 and 105 in 24 days, of 96.',
    'A: 75 now, 85 94 100, at-risk, ready 46. Now about 75, played 4 times a week: between 85 and 100 in 24 days, of 96.',
    'B: 85 now, 93 101 108, at-risk, ready 28. Now about 85, played 3.9 times a week: between 93 and 108 in 24 days, of 96.',
    'at-risk',
  ]);
  expect(told(task({ toLearn: [load('B', 10), load('C', 70)] }))).toEqual([
    'B: null now, 50 83 108, too-early, ready 263. Not begun: by its load, between 50 and 108 in 24 days, of 96.',
    'C: null now, 25 70 100, too-early, ready 457. Not begun: by its load, between 25 and 100 in 24 days, of 96.',
    'A: 75 now, 84 93 100, at-risk, ready 48. Now about 75, played 4 times a week: between 84 and 100 in 24 days, of 96.',
    'at-risk',
  ]);
  expect(told(task({ played: [turn(14, 60)], toLearn: [load('A', 30)] }))).toEqual([
    'A: 50 now, 51 84 109, too-early, ready 239. Only 1 entry so far: too early to tell; perhaps between 51 and 109 in 24 days.',
    'too-early',
  ]);
  expect(told(task({ played: [turn(14, 60), turn(15, 62), turn(16, 64)] }))).toEqual([
    'A: 67 now, 62 90 113, too-early, ready 129. Only 3 entries so far: too early to tell; perhaps between 62 and 113 in 24 days.',
    'too-early',
  ]);
  expect(told(task({ played: [], toLearn: [load('A', 30)] }))).toEqual([
    'A: null now, 37 74 102, too-early, ready 428. Not begun: by its load, between 37 and 102 in 24 days, of 96.',
    'too-early',
  ]);
  expect(told(task({ played: [] }))).toEqual(['too-early']);
});

it('goes by the hands together once they are, and by one hand before', () => {
  expect(timedTurns(LOG, 'A').map(({ onDay }) => onDay)).toEqual([1, 3, 4, 6, 8, 8, 11, 13, 15]);
  expect(timedTurns(LOG.slice(0, 1), 'A').map(({ tempoBpm }) => tempoBpm)).toEqual([90]);
  expect(timedTurns(LOG, 'B')).toHaveLength(0);
});
