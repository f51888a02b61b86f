import {
  forecastTaskOf,
  knownPatterns,
  planStateOf,
  repeatedSection,
  standings,
  type PieceInPractice,
  type PracticeLimits,
} from '../core/practice/learner-practice';
import { forecastPiece, type Forecast } from '../core/practice/forecast';
import { usualLoad } from '../core/practice/edition-makeup';
import { whatWouldHelp, type Help } from '../core/practice/help';
import { yearOf } from '../core/practice/day-number';
import { planDay } from '../core/practice/plan-day';
import type { DayPlan } from '../core/practice/plan-state';
import { planWeek, practiceDays, type WeekPlan } from '../core/practice/plan-week';
import type { PracticeWays } from '../core/practice/ways';
import { listGoals, type GoalRow } from './goals';
import type { Learner } from './learners';
import { assignmentsOf, type AssignmentRecord } from './practice';

/** A learner with every piece that is played now. */
export interface LearnerInPractice {
  readonly learner: Pick<Learner, 'id' | 'name' | 'rung' | 'countingStyle' | 'keyboardTransposeSemitones'>;
  readonly limits: PracticeLimits;
  readonly pieces: readonly PieceOfLearner[];
}

export interface PieceOfLearner extends PieceInPractice {
  readonly assignment: AssignmentRecord;
  readonly goals: readonly GoalRow[];
}

export function limitsOf(learner: Learner): PracticeLimits {
  return {
    birthYear: learner.birthYear,
    minutesADay: learner.minutesADay,
    daysAWeek: learner.daysAWeek,
    firstHand: learner.firstHand,
    maxBpm: learner.maxBpm,
    usesPedal: learner.pedal === 'yes',
  };
}

/** Learners with their pieces, logs and dates. A handful of statements, however many learners. */
export function learnersInPractice(who: readonly Learner[], today: number): readonly LearnerInPractice[] {
  const all = assignmentsOf(who.map(({ id }) => id));
  const goals = listGoals();
  return who.map((learner) => ({
    learner: {
      id: learner.id,
      name: learner.name,
      rung: learner.rung,
      countingStyle: learner.countingStyle,
      keyboardTransposeSemitones: learner.keyboardTransposeSemitones,
    },
    limits: limitsOf(learner),
    pieces: all
      .filter(({ learnerId }) => learnerId === learner.id)
      .map((assignment): PieceOfLearner => {
        const own = goals.filter((goal) => goal.assignmentId === assignment.id);
        const next = own.find(({ onDay }) => onDay >= today) ?? null;
        return {
          assignment,
          assignmentId: assignment.id,
          title: assignment.title,
          sections: assignment.sections,
          makeup: assignment.makeup,
          entries: assignment.entries,
          goal: next && { onDay: next.onDay, targetBpm: next.targetBpm },
          goals: own,
        };
      }),
  }));
}

export function planOf({ pieces, limits }: LearnerInPractice, ways: PracticeWays, today: number): DayPlan {
  return planDay(planStateOf(pieces, limits, ways), today, yearOf(today), rulesOf(ways));
}

export function weekOf({ pieces, limits }: LearnerInPractice, ways: PracticeWays, fromDay: number): WeekPlan {
  return planWeek(
    planStateOf(pieces, limits, ways),
    practiceDays(fromDay, limits.daysAWeek),
    yearOf,
    rulesOf(ways),
  );
}

function rulesOf({ ladder, rests }: PracticeWays) {
  return { ladder, rests, warmUpShare: 10, newShare: 40, strainShare: 34, mostTroubles: 3 };
}

export interface PieceForecast {
  readonly assignmentId: string;
  readonly forecast: Forecast;
  readonly helps: readonly Help[];
}

/** Each piece with a date: where it will be on the day, and what would help where it will not. */
export function forecastsOf(
  { pieces, limits }: LearnerInPractice,
  today: number,
  hasHelps: boolean,
): readonly PieceForecast[] {
  const known = knownPatterns(pieces);
  return pieces.flatMap((piece): PieceForecast[] => {
    const task = forecastTaskOf(piece, known, limits, today);
    if (!task) return [];
    const forecast = forecastPiece(task);
    const { rung } = piece.makeup;
    const needsHelp = hasHelps && (forecast.state === 'late' || forecast.state === 'at-risk');
    const helps = needsHelp
      ? whatWouldHelp({
          ...task,
          daysAWeek: limits.daysAWeek,
          minutesADay: limits.minutesADay,
          mostMinutes: MOST_MINUTES,
          nameOf: (section) => piece.sections.find(({ id }) => id === section)?.name ?? section,
          lowerLoadShare: rung > 1 ? Math.round((100 * usualLoad(rung - 1)) / usualLoad(rung)) : null,
        })
      : [];
    return [{ assignmentId: piece.assignmentId, forecast, helps }];
  });
}

/** More minutes a day than this are not proposed. */
const MOST_MINUTES = 60;

/** Where each section of a learner's pieces stands, in plain records for a page. */
export function standingRows(who: LearnerInPractice, ways: PracticeWays) {
  return who.pieces.map((piece) => ({
    assignmentId: piece.assignmentId,
    sections: standings(piece, who.limits, ways).map((standing, index) => ({
      id: standing.section.id,
      stage: standing.stage?.id ?? null,
      tempoBpm: standing.place.tempoBpm || null,
      isLearned: standing.isLearned,
      secureBpm: standing.secureBpm,
      lastOnDay: standing.lastOnDay,
      dueOnDay: standing.card?.dueDay ?? null,
      troubles: standing.troubles,
      repeats: repeatedSection(piece, index)?.name ?? null,
    })),
  }));
}
