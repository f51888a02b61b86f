import { quantileSorted } from 'simple-statistics';
import {
  DEFAULT_PRIOR,
  expectedShare,
  fitGrowth,
  meanGrowth,
  sampleShares,
  type Growth,
  type GrowthPrior,
  type Occasion,
} from './growth';
import { countOf, seededNormal, seededRandom } from './random';
import { STAGES, type StageId } from './stages.data';

/** What the log says of one turn at a section. Days count from 1970-01-01. */
export interface Played {
  readonly onDay: number;
  readonly section: string;
  readonly stage: StageId;
  readonly tempoBpm: number | null;
  readonly cleanRuns: number;
  readonly failedRuns: number;
  readonly minutes: number | null;
}

/** A section of the piece, begun or not. */
export interface ToLearn {
  readonly section: string;
  readonly measures: number;
  /** 0–100, of the rung. */
  readonly load: number;
  readonly worth: number;
}

export const FORECAST_STATES = ['on-course', 'at-risk', 'late', 'too-early'] as const;
export type ForecastState = (typeof FORECAST_STATES)[number];

export interface SectionForecast {
  readonly section: string;
  readonly nowBpm: number | null;
  readonly onGoal: { readonly low: number; readonly middle: number; readonly high: number };
  readonly state: ForecastState;
  readonly why: string;
  /** The first day on which the middle of the band reaches the target; null where that is over two years away. */
  readonly readyOnDay: number | null;
}

export interface Forecast {
  readonly sections: readonly SectionForecast[];
  readonly state: ForecastState;
}

export interface ForecastTask {
  readonly played: readonly Played[];
  readonly toLearn: readonly ToLearn[];
  readonly targetBpm: number;
  readonly goalDay: number;
  readonly today: number;
  /** How much more often, or longer, than so far it will be practised. */
  readonly pace?: number;
  /** The learner's own limit. */
  readonly maxBpm?: number | null;
}

const FEWEST_ENTRIES = 4;
const SAMPLES = 600;
const SEED = 20_261_127;
/** The days from which it is told how often a section is played. */
const WINDOW_DAYS = 28;
/** How unevenly occasions come, beside chance. */
const BURST = 0.08;
const LONGEST_DAYS = 730;
/** The middle load of a rung; a heavier section grows more slowly. */
const USUAL_LOAD = 30;

/**
 * The tempo of each section on the day of the goal: growth fitted to its own occasions, with what the learner's other sections
 * did for a prior, and the occasions to come taken from how often it was really played; a band of 80 % by simulation with a
 * fixed seed. Occasions count, not days. O(sections × (entries + samples)).
 */
export function forecastPiece(task: ForecastTask): Forecast {
  const names = [
    ...new Set([...task.toLearn.map(({ section }) => section), ...task.played.map(({ section }) => section)]),
  ];
  const known = names.map((section) => ({ section, occasions: occasionsOf(task, section) }));
  const prior = priorFrom(
    known.map(({ occasions }) => occasions).filter((each) => each.length >= FEWEST_ENTRIES),
  );
  const usual = usualPace(task);
  const sections = known.map(({ section, occasions }) => {
    const load = task.toLearn.find((each) => each.section === section)?.load ?? USUAL_LOAD;
    const own = occasions.length === 0 ? forLoad(prior, load) : prior;
    // A few entries do not tell a curve: the band is as wide as what is not known yet.
    const growth = fitGrowth(occasions.length < FEWEST_ENTRIES ? [] : occasions, own);
    const perDay = (task.pace ?? 1) * (occasions.length === 0 ? usual / 2 : paceOf(task, section, usual));
    return judged(task, section, growth, occasions.length, perDay);
  });
  return { sections, state: worst(sections.map(({ state }) => state)) };
}

function judged(
  { targetBpm, goalDay, today, maxBpm = null }: ForecastTask,
  section: string,
  growth: Growth,
  played: number,
  perDay: number,
): SectionForecast {
  const daysLeft = Math.max(0, goalDay - today);
  const random = seededRandom(SEED);
  const normal = seededNormal(random);
  const shares = sampleShares(
    growth,
    () => played - 1 + countOf(perDay * daysLeft, BURST, random, normal),
    random,
    SAMPLES,
  );
  const most = maxBpm === null ? Infinity : maxBpm;
  const sorted = shares.map((share) => Math.min(most, Math.max(0, share * targetBpm))).sort((a, b) => a - b);
  const at = (quantile: number) => Math.round(quantileSorted(sorted, quantile));
  const onGoal = { low: at(0.1), middle: at(0.5), high: at(0.9) };
  const nowBpm =
    played === 0 ? null : Math.round(Math.min(most, expectedShare(growth, played - 1) * targetBpm));
  const state = played < FEWEST_ENTRIES ? 'too-early' : stateOf(onGoal, targetBpm);
  return {
    section,
    nowBpm,
    onGoal,
    state,
    why: whyOf(state, { played, nowBpm, onGoal, targetBpm, daysLeft, perDay }),
    readyOnDay: readyDay(growth, played, perDay, targetBpm, most, today),
  };
}

/** Of the target a hair is no difference: tempos are whole numbers. */
const NEAR = 0.995;

function stateOf({ low, middle, high }: SectionForecast['onGoal'], targetBpm: number): ForecastState {
  const goal = targetBpm * NEAR;
  return low >= goal ? 'on-course' : middle >= goal || high >= goal ? 'at-risk' : 'late';
}

function worst(states: readonly ForecastState[]): ForecastState {
  if (states.length === 0) return 'too-early';
  return (['late', 'at-risk', 'too-early', 'on-course'] as const).find((state) => states.includes(state))!;
}

function whyOf(
  state: ForecastState,
  told: {
    readonly played: number;
    readonly nowBpm: number | null;
    readonly onGoal: SectionForecast['onGoal'];
    readonly targetBpm: number;
    readonly daysLeft: number;
    readonly perDay: number;
  },
): string {
  const { played, nowBpm, onGoal, targetBpm, daysLeft, perDay } = told;
  const weekly = Math.round(perDay * 70) / 10;
  const band = `between ${onGoal.low} and ${onGoal.high} in ${daysLeft} ${daysLeft === 1 ? 'day' : 'days'}`;
  if (state === 'too-early')
    return played === 0
      ? `Not begun: by its load, ${band}, of ${targetBpm}.`
      : `Only ${played} ${played === 1 ? 'entry' : 'entries'} so far: too early to tell; perhaps ${band}.`;
  return `Now about ${nowBpm}, played ${weekly} times a week: ${band}, of ${targetBpm}.`;
}

function readyDay(
  growth: Growth,
  played: number,
  perDay: number,
  targetBpm: number,
  most: number,
  today: number,
): number | null {
  if (most < targetBpm * NEAR) return null;
  const isReady = (days: number) => expectedShare(growth, played - 1 + perDay * days) >= NEAR;
  if (!isReady(LONGEST_DAYS)) return null;
  let [from, to] = [0, LONGEST_DAYS];
  while (from < to) {
    const middle = Math.floor((from + to) / 2);
    if (isReady(middle)) to = middle;
    else from = middle + 1;
  }
  return today + from;
}

const TOGETHER = STAGES.findIndex(({ id }) => id === 'slow-together');

/**
 * The occasions of a section in order: the best that went clean on a day, of the hands together once they are. Where only failed
 * runs are told, what was reached lies a little below.
 */
function occasionsOf({ played, targetBpm, today }: ForecastTask, section: string): readonly Occasion[] {
  const told = timedTurns(
    played.filter((each) => each.onDay <= today),
    section,
  );
  const days = new Map<number, number>();
  for (const { onDay, tempoBpm, cleanRuns, failedRuns } of told) {
    const reached = tempoBpm! * (cleanRuns === 0 && failedRuns > 0 ? FAILED_SHARE : 1);
    days.set(onDay, Math.max(days.get(onDay) ?? 0, reached));
  }
  return [...days].sort(([a], [b]) => a - b).map(([, tempo], count) => ({ count, share: tempo / targetBpm }));
}

/** The turns of a section that tell its tempo: of both hands once they play together, else of one. */
export function timedTurns(played: readonly Played[], section: string): readonly Played[] {
  const timed = played.filter((each) => each.section === section && each.tempoBpm !== null);
  const together = timed.filter(({ stage }) => STAGES.findIndex(({ id }) => id === stage) >= TOGETHER);
  return together.length > 0 ? together : timed;
}

const FAILED_SHARE = 0.95;

/** What the learner's other sections did, halfway towards it from what is usual. */
function priorFrom(others: readonly (readonly Occasion[])[]): GrowthPrior {
  if (others.length < 2) return DEFAULT_PRIOR;
  const means = others.map((occasions) => meanGrowth(fitGrowth(occasions)));
  const middle = (of: (mean: (typeof means)[number]) => number) =>
    means.reduce((sum, mean) => sum + of(mean), 0) / means.length;
  const { ceiling, gap } = DEFAULT_PRIOR;
  return {
    ceiling: { mean: (ceiling.mean + middle((mean) => mean.ceiling)) / 2, spread: ceiling.spread * 0.85 },
    gap: { mean: (gap.mean + middle((mean) => mean.gap)) / 2, spread: gap.spread * 0.85 },
  };
}

/** A heavier section begins further below its tempo. */
function forLoad(prior: GrowthPrior, load: number): GrowthPrior {
  const heavier = (load - USUAL_LOAD) / 100;
  return { ...prior, gap: { ...prior.gap, mean: prior.gap.mean + heavier * 0.5 } };
}

/** Occasions a day of any section, over the last weeks. */
function usualPace(task: ForecastTask): number {
  const names = [...new Set(task.played.map(({ section }) => section))];
  if (names.length === 0) return 0.4;
  return names.reduce((sum, name) => sum + paceOf(task, name, 0.4), 0) / names.length;
}

/** How often a section is really played: days with an entry over the days since it was begun, or the last four weeks. */
function paceOf({ played, today }: ForecastTask, section: string, usual: number): number {
  const days = [
    ...new Set(
      played.filter((each) => each.section === section && each.onDay <= today).map(({ onDay }) => onDay),
    ),
  ].sort((a, b) => a - b);
  const first = days[0];
  if (first === undefined) return usual;
  const from = Math.max(first, today - WINDOW_DAYS + 1);
  const length = today - from + 1;
  const recent = days.filter((day) => day >= from).length;
  // A few days tell little: the usual pace counts as a week.
  return (recent + usual * 7) / (length + 7);
}
