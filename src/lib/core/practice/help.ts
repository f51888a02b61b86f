import { forecastPiece, type Forecast, type ForecastTask } from './forecast';

/** One thing that would help a goal, worked out: what the forecast would be with it. */
export interface Help {
  readonly what: 'rung' | 'sections' | 'slower-90' | 'slower-80' | 'days' | 'minutes';
  readonly sentence: string;
  readonly state: Forecast['state'];
  /** When the middle of the slowest section's band would reach its target; null where that is over two years away. */
  readonly readyOnDay: number | null;
}

export interface HelpTask extends ForecastTask {
  readonly daysAWeek: number;
  readonly minutesADay: number;
  /** Minutes a day that are within the learner's limits. */
  readonly mostMinutes: number;
  /** What the sections weigh a rung lower, as a share of now in hundredths; null where there is no rung below. */
  readonly lowerLoadShare: number | null;
  /** How a section is called. */
  readonly nameOf: (section: string) => string;
}

/** What would help, each worked out again, the most helpful first: those that change nothing are left out. */
export function whatWouldHelp(task: HelpTask): readonly Help[] {
  const now = forecastPiece(task);
  const pace = task.pace ?? 1;
  const slower = (share: number) => ({ ...task, targetBpm: Math.round((task.targetBpm * share) / 100) });
  const least = leastWorth(task, now);
  const options: readonly (readonly [Help['what'], string, ForecastTask] | null)[] = [
    task.lowerLoadShare === null
      ? null
      : [
          'rung',
          `A rung lower: its sections weigh ${task.lowerLoadShare} % of these.`,
          { ...task, pace: (pace * 100) / task.lowerLoadShare },
        ],
    least.length === 0
      ? null
      : [
          'sections',
          `Without ${least.map(task.nameOf).join(' and ')}, which ${least.length === 1 ? 'is' : 'are'} worth least.`,
          without(task, least),
        ],
    ['slower-90', `At 90 % of the tempo, ${slower(90).targetBpm}.`, slower(90)],
    ['slower-80', `At 80 % of the tempo, ${slower(80).targetBpm}.`, slower(80)],
    task.daysAWeek >= 7
      ? null
      : [
          'days',
          `A day more a week: ${task.daysAWeek + 1}.`,
          { ...task, pace: (pace * (task.daysAWeek + 1)) / Math.max(1, task.daysAWeek) },
        ],
    task.minutesADay + MORE_MINUTES > task.mostMinutes
      ? null
      : [
          'minutes',
          `${MORE_MINUTES} minutes more a day: ${task.minutesADay + MORE_MINUTES}.`,
          { ...task, pace: (pace * (task.minutesADay + MORE_MINUTES)) / Math.max(1, task.minutesADay) },
        ],
  ];
  const before = readiness(now);
  return options
    .flatMap((option): Help[] => {
      if (!option) return [];
      const [what, sentence, changed] = option;
      const forecast = forecastPiece(changed);
      return [{ what, sentence, state: forecast.state, readyOnDay: readiness(forecast) }];
    })
    .filter(({ readyOnDay, state }) => state !== now.state || isSooner(readyOnDay, before))
    .sort((a, b) => rank(a) - rank(b) || (a.readyOnDay ?? Infinity) - (b.readyOnDay ?? Infinity));
}

const MORE_MINUTES = 5;

function rank({ state }: Pick<Help, 'state'>): number {
  return ['on-course', 'at-risk', 'too-early', 'late'].indexOf(state);
}

function isSooner(day: number | null, than: number | null): boolean {
  return day !== null && (than === null || day < than);
}

/** The day on which the last of the sections is ready; null where one is not within sight. */
export function readiness({ sections }: Forecast): number | null {
  const days = sections.map(({ readyOnDay }) => readyOnDay);
  return days.includes(null) || days.length === 0 ? null : Math.max(...days.map((day) => day!));
}

/** Sections that are not on course and worth least, at most half of the piece. */
function leastWorth({ toLearn }: ForecastTask, { sections }: Forecast): readonly string[] {
  const worth = (section: string) => toLearn.find((each) => each.section === section)?.worth ?? 0;
  const behind = sections
    .filter(({ state }) => state === 'late' || state === 'at-risk')
    .map(({ section }) => section)
    .sort((a, b) => worth(a) - worth(b));
  return behind.slice(
    0,
    Math.min(Math.floor(sections.length / 2), Math.max(1, Math.floor(behind.length / 2))),
  );
}

function without(task: ForecastTask, left: readonly string[]): ForecastTask {
  return {
    ...task,
    played: task.played.filter(({ section }) => !left.includes(section)),
    toLearn: task.toLearn.filter(({ section }) => !left.includes(section)),
  };
}
