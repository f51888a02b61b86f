import { isMended } from '../core/practice/trouble';
import { measureLabel } from '../core/practice/edition-makeup';
import { nextStepOf, standings } from '../core/practice/learner-practice';
import type { ForecastState } from '../core/practice/forecast';
import { listLearners } from './learners';
import { forecastsOf, learnersInPractice, type LearnerInPractice } from './learner-practice';
import { heldLessons, lessonsOn, slotsExcepted, tasksOf } from './lessons';
import { practiceWays, studioNow } from './practice-ways';

/** What a teacher wants to know of a learner before a lesson. */
export interface LearnerBefore {
  readonly id: string;
  readonly name: string;
  readonly lastOnDay: number | null;
  readonly set: readonly string[];
  /** Marks since it was set. */
  readonly marksSince: number;
  readonly hasPieces: boolean;
  readonly next: readonly { readonly title: string; readonly section: string; readonly stage: string }[];
  readonly troubles: readonly string[];
  /** Sheets handed out since the last lesson, and arrangements that are no longer what the learner has. */
  readonly bring: readonly { readonly href: string; readonly what: string }[];
  readonly atRisk: readonly {
    readonly title: string;
    readonly onDay: number;
    readonly state: ForecastState;
  }[];
}

/** An arrangement that is other than the edition some learners have. */
export interface ChangedArrangement {
  readonly id: string;
  readonly title: string;
  readonly changedFor: readonly string[];
}

/** The lessons of a day in order of time, and the learners who have none. A handful of statements. */
export function lessonDay(nowMs: number, changed: readonly ChangedArrangement[]) {
  const { ways } = practiceWays();
  const { day, minute } = studioNow(nowMs, ways.timeZone);
  const everyone = listLearners();
  const held = heldLessons(day, day);
  const coming = new Set(held.flatMap(({ learnerIds }) => learnerIds));
  const who = learnersInPractice(
    everyone.filter(({ id }) => coming.has(id)),
    day,
  );
  const before = new Map(who.map((each) => [each.learner.id, beforeLesson(each, day, changed)]));
  const given = lessonsOn(day);
  const nameOf = (id: string) => everyone.find((each) => each.id === id)?.name ?? '';
  return {
    day,
    minute,
    lessonMinutes: ways.lessonMinutes,
    lessons: held.map(({ slotId, minuteOfDay, lengthMinutes, learnerIds, movedFromDay }) => ({
      ...{ slotId, minuteOfDay, lengthMinutes, movedFromDay },
      learnerIds,
      learners: learnerIds.flatMap((id) => before.get(id) ?? []),
      given: given.find((lesson) => lesson.slotId === slotId) ?? null,
    })),
    others: given.filter(({ slotId }) => !held.some((each) => each.slotId === slotId)),
    fallen: slotsExcepted(day).map(({ slotId, learnerIds, ...exception }) => ({
      ...exception,
      slotId,
      names: learnerIds.map(nameOf),
    })),
    everyone: everyone.map(({ id, name }) => ({ id, name })),
  };
}

function beforeLesson(
  who: LearnerInPractice,
  day: number,
  changed: readonly ChangedArrangement[],
): LearnerBefore {
  const { ways } = practiceWays();
  const last = tasksOf(who.learner.id);
  const entries = who.pieces.flatMap((piece) => piece.entries);
  const rows = who.pieces.flatMap((piece) =>
    standings(piece, who.limits, ways).map((standing) => ({ piece, standing })),
  );
  return {
    id: who.learner.id,
    name: who.learner.name,
    lastOnDay: last?.onDay ?? null,
    set: last?.tasks.map(({ sentence }) => sentence) ?? [],
    marksSince: last ? entries.filter(({ onDay }) => onDay > last.onDay).length : 0,
    hasPieces: who.pieces.length > 0,
    next: who.pieces.flatMap((piece) => {
      const next = nextStepOf(piece, who.limits, ways);
      return next ? [{ title: piece.title, section: next.section.name, stage: next.stage.label }] : [];
    }),
    troubles: rows.flatMap(({ piece, standing }) =>
      standing.troubles
        .filter((trouble) => !isMended(trouble))
        .map(({ measure }) => `${piece.title}, ${measureLabel(piece.makeup.numbers, measure)}`),
    ),
    bring: [
      ...who.pieces
        .filter(({ assignment }) => last === null || assignment.assignedAtMs > last.setAtMs)
        .map(({ title, assignment: { editionId, editionNumber } }) => ({
          href: `/handouts/${editionId}`,
          what: `print ${title}, edition ${editionNumber}`,
        })),
      ...changed
        .filter(({ changedFor }) => changedFor.includes(who.learner.id))
        .map(({ id, title }) => ({
          href: `/bench/${id}`,
          what: `${title} was changed since it was handed out`,
        })),
    ],
    atRisk: forecastsOf(who, day, false).flatMap(({ assignmentId, forecast }) => {
      const piece = who.pieces.find((each) => each.assignmentId === assignmentId)!;
      const isBehind = forecast.state === 'late' || forecast.state === 'at-risk';
      return isBehind && piece.goal
        ? [{ title: piece.title, onDay: piece.goal.onDay, state: forecast.state }]
        : [];
    }),
  };
}
