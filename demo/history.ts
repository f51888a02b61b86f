import { randomUUID } from 'node:crypto';
import {
  planOf,
  learnersInPractice,
  forecastsOf,
  weekOf,
  type LearnerInPractice,
} from '../src/lib/server/learner-practice';
import { addGoal } from '../src/lib/server/goals';
import { findLearner } from '../src/lib/server/learners';
import { addSlot, endLesson, noteLesson, setTasks, startLesson } from '../src/lib/server/lessons';
import { logEntry } from '../src/lib/server/practice';
import { practiceWays } from '../src/lib/server/practice-ways';
import { standings, targetOf } from '../src/lib/core/practice/learner-practice';
import { weekdayOf } from '../src/lib/core/practice/slots';
import { cleanRunIs } from '../src/lib/core/practice/run';
import { weekTasks } from '../src/lib/core/practice/week-tasks';
import { seededRandom, type Random } from '../src/lib/core/practice/random';
import type { ForecastState } from '../src/lib/core/practice/forecast';
import type { PlanItem } from '../src/lib/core/practice/plan-state';
import { TROUBLE_KIND_NAMES } from '../src/lib/core/practice/trouble';
import type { DemoLessons, Temperament } from './lessons';

const DAY_MS = 86_400_000;
const DAYS = 56;

/** How likely a learner plays on a day, and a run goes clean. */
const WAYS: Readonly<
  Record<Temperament, { readonly plays: (day: number) => number; readonly clean: number }>
> = {
  steady: { plays: () => 0.65, clean: 0.8 },
  bursts: { plays: (day) => (Math.floor(day / 7) % 2 === 0 ? 0.8 : 0.1), clean: 0.75 },
  forgetful: { plays: () => 0.3, clean: 0.6 },
  fast: { plays: () => 0.5, clean: 0.92 },
};

/** Eight weeks of lessons and practice of those who come together, through the application's own modules; the same for the same day. */
export function makeHistory(
  plan: DemoLessons,
  learnerIds: ReadonlyMap<string, string>,
  today: number,
  seed: number,
): void {
  const random = seededRandom(seed * 101 + 7);
  const ids = plan.learners.map(({ name }) => learnerIds.get(name)!);
  const first = today - DAYS;
  const slot = addSlot({
    weekday: plan.weekday === 'today' ? weekdayOf(today) : plan.weekday,
    minuteOfDay: plan.minuteOfDay,
    lengthMinutes: plan.lengthMinutes,
    fromDay: first,
    untilDay: null,
    learnerIds: ids,
  });
  if (!slot.ok) throw new Error(slot.message);
  const weekday = plan.weekday === 'today' ? weekdayOf(today) : plan.weekday;
  for (let day = first; day < today; day += 1) {
    if (weekdayOf(day) === weekday) lesson(slot.value, ids, plan, day, random);
    for (const { name, temperament } of plan.learners)
      if (random() < WAYS[temperament].plays(day - first))
        practise(learnerIds.get(name)!, temperament, day, null, random);
  }
  for (const { name, goal } of plan.learners)
    if (goal) setGoal(learnerIds.get(name)!, goal.state, goal.event, today);
}

function who(id: string, day: number): LearnerInPractice {
  return learnersInPractice([findLearner(id)!], day)[0]!;
}

function lesson(
  slotId: string,
  ids: readonly string[],
  plan: DemoLessons,
  day: number,
  random: Random,
): void {
  const atMs = day * DAY_MS + plan.minuteOfDay * 60_000;
  const started = startLesson(
    { learnerIds: ids, onDay: day, slotId, lengthMinutes: plan.lengthMinutes },
    atMs,
  );
  if (!started.ok) throw new Error(started.message);
  const { ways } = practiceWays();
  for (const id of ids) {
    const { temperament } = plan.learners[ids.indexOf(id)]!;
    practise(id, temperament, day, started.value, random);
    if (random() < 0.35) markTrouble(id, day, started.value, random);
    const now = who(id, day);
    const nameOf = (assignmentId: string, sectionId: string) => {
      const piece = now.pieces.find((each) => each.assignmentId === assignmentId);
      return `${piece?.title ?? ''}, ${piece?.sections.find((each) => each.id === sectionId)?.name ?? ''}`;
    };
    setTasks(
      started.value,
      id,
      weekTasks(weekOf(now, ways, day + 1), nameOf).map((task) => ({ ...task, learnerId: id })),
    );
  }
  const note = plan.notes[Math.floor(random() * plan.notes.length)];
  if (note) noteLesson(started.value, note);
  endLesson(started.value, atMs + plan.lengthMinutes * 60_000);
}

/** The day's plan, played as far as the day allows. */
function practise(
  id: string,
  temperament: Temperament,
  day: number,
  lessonId: string | null,
  random: Random,
): void {
  const { ways } = practiceWays();
  const now = who(id, day);
  const { items } = planOf(now, ways, day);
  let minute = 0;
  for (const item of items.filter(({ what }) => what !== 'warm-up' && what !== 'secure')) {
    minute += item.minutes;
    play(id, item, temperament, day, lessonId, minute, random);
  }
}

function play(
  id: string,
  item: PlanItem,
  temperament: Temperament,
  day: number,
  lessonId: string | null,
  minute: number,
  random: Random,
): void {
  const { ways } = practiceWays();
  const base = {
    assignmentId: item.piece,
    sectionId: item.section,
    onDay: day,
    correctsId: null,
    lessonId,
    markedBy: lessonId ? ('teacher' as const) : ('learner' as const),
  };
  const atMs = day * DAY_MS + (lessonId ? 15 : 17) * 3_600_000 + minute * 60_000;
  const isClean = () => random() < WAYS[temperament].clean;
  if (item.what === 'trouble') {
    if (!isClean() || !item.trouble) return;
    const { measure: from, kind, hand } = item.trouble;
    log(
      {
        ...base,
        stage: item.stage,
        kind: 'mended',
        tempoBpm: item.tempoBpm,
        minutes: item.minutes,
        trouble: { from, to: from, kind, hand },
      },
      atMs,
    );
    return;
  }
  if (item.what !== 'new') {
    const kind = isClean() ? 'clean' : 'again';
    log(
      { ...base, stage: item.stage, kind, tempoBpm: item.tempoBpm, minutes: item.minutes, ...runsOf(kind) },
      atMs,
    );
    return;
  }
  // A few runs, each where the one before left the ladder.
  for (let run = 0; run < 3; run += 1) {
    const { pieces, limits } = who(id, day);
    const piece = pieces.find((each) => each.assignmentId === item.piece)!;
    const standing = standings(piece, limits, ways).find(({ section }) => section.id === item.section)!;
    const { stage } = standing;
    if (!stage) return;
    const tempoBpm = stage.needsTempo ? (standing.ladder.length > 0 ? standing.place.tempoBpm : null) : null;
    const kind = isClean() ? cleanRunIs(standing, stage, tempoBpm, ways.ladder) : 'again';
    log(
      { ...base, stage: stage.id, kind, tempoBpm, minutes: run === 0 ? item.minutes : null, ...runsOf(kind) },
      atMs + run * 20_000,
    );
  }
}

function runsOf(kind: 'clean' | 'passed' | 'again') {
  return kind === 'again' ? { failedRuns: 1 } : { cleanRuns: 1 };
}

function markTrouble(id: string, day: number, lessonId: string, random: Random): void {
  const [piece] = who(id, day).pieces;
  const begun =
    piece?.sections.filter((section) => piece.entries.some(({ sectionId }) => sectionId === section.id)) ??
    [];
  const section = begun[Math.floor(random() * begun.length)];
  if (!piece || !section) return;
  const from = section.from + Math.floor(random() * (section.to - section.from + 1));
  const kind = TROUBLE_KIND_NAMES[Math.floor(random() * TROUBLE_KIND_NAMES.length)]!;
  log(
    {
      assignmentId: piece.assignmentId,
      sectionId: section.id,
      stage: 'together',
      kind: 'trouble',
      tempoBpm: null,
      onDay: day,
      correctsId: null,
      lessonId,
      trouble: { from, to: from, kind, hand: null },
    },
    day * DAY_MS + 16 * 3_600_000,
  );
}

function log(entry: Omit<Parameters<typeof logEntry>[0], 'id'>, atMs: number): void {
  const logged = logEntry({ ...entry, id: randomUUID() }, atMs);
  if (!logged.ok) throw new Error(logged.message);
}

/** A date and tempo at which the learner's first piece stands as the scenario wants it. */
function setGoal(id: string, state: ForecastState, event: string, today: number): void {
  const learner = who(id, today);
  const [piece] = learner.pieces;
  if (!piece) return;
  const target = targetOf(piece);
  // What belongs to one occasion is on one day.
  for (const days of event ? [28] : [35, 49, 28, 63, 21])
    for (const share of state === 'late'
      ? [100, 110, 120, 130, 150]
      : [100, 95, 90, 85, 80, 75, 70, 60, 50]) {
      const goal = { onDay: today + days, targetBpm: Math.round((target * share) / 100) };
      const [found] = forecastsOf({ ...learner, pieces: [{ ...piece, goal }] }, today, false);
      if (found?.forecast.state !== state) continue;
      addGoal(
        { learnerId: id, assignmentId: piece.assignmentId, ...goal, isFromMemory: false, event },
        today * DAY_MS,
      );
      return;
    }
  addGoal(
    {
      learnerId: id,
      assignmentId: piece.assignmentId,
      onDay: today + 35,
      targetBpm: target,
      isFromMemory: false,
      event,
    },
    today * DAY_MS,
  );
}
