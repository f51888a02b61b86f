import { and, asc, eq, inArray, isNull, max } from 'drizzle-orm';
import { database } from './db/client';
import { arrangements, assignments, editions, goals, learners, pieces } from './db/schema';
import { standing } from './db/standing';
import { newId, notFound, type Outcome } from './outcome';

export type Goal = typeof goals.$inferSelect;

export interface GoalRow extends Goal {
  readonly learner: string;
  readonly title: string;
}

/** Every learner's dates, the next first; those of one event in the order of its programme. */
export function listGoals(learnerId: string | null = null): readonly GoalRow[] {
  return database()
    .select({ goal: goals, learner: learners.name, title: pieces.title })
    .from(goals)
    .innerJoin(learners, eq(learners.id, goals.learnerId))
    .innerJoin(assignments, eq(assignments.id, goals.assignmentId))
    .innerJoin(editions, eq(editions.id, assignments.editionId))
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(
      and(
        ...[standing.learner, standing.edition, standing.arrangement, standing.piece],
        isNull(learners.archivedAtMs),
        learnerId === null ? undefined : eq(goals.learnerId, learnerId),
      ),
    )
    .orderBy(asc(goals.onDay), asc(goals.event), asc(goals.position))
    .all()
    .map(({ goal, learner, title }) => ({ ...goal, learner, title }));
}

export function addGoal(
  goal: Pick<Goal, 'learnerId' | 'assignmentId' | 'onDay' | 'targetBpm' | 'isFromMemory' | 'event'>,
  nowMs: number,
): Outcome<string> {
  return database().transaction((tx): Outcome<string> => {
    const assignment = tx
      .select({ id: assignments.id })
      .from(assignments)
      .where(and(eq(assignments.id, goal.assignmentId), eq(assignments.learnerId, goal.learnerId)))
      .get();
    if (!assignment) return notFound('The learner does not play this piece now.');
    const last = tx
      .select({ position: max(goals.position) })
      .from(goals)
      .where(and(eq(goals.event, goal.event), eq(goals.onDay, goal.onDay)))
      .get();
    const id = newId();
    tx.insert(goals)
      .values({ ...goal, id, position: (last?.position ?? -1) + 1, createdAtMs: nowMs })
      .run();
    return { ok: true, value: id };
  });
}

export function removeGoal(learnerId: string, id: string): Outcome<null> {
  const { changes } = database()
    .delete(goals)
    .where(and(eq(goals.id, id), eq(goals.learnerId, learnerId)))
    .run();
  return changes === 1 ? { ok: true, value: null } : notFound('This date is no longer in the studio.');
}

/** Puts the pieces of a programme in another order. */
export function orderProgramme(ids: readonly string[]): Outcome<null> {
  return database().transaction((tx): Outcome<null> => {
    const known = tx
      .select({ id: goals.id })
      .from(goals)
      .where(inArray(goals.id, [...ids]))
      .all();
    if (known.length !== new Set(ids).size) return notFound('One of these dates is no longer in the studio.');
    for (const [position, id] of ids.entries())
      tx.update(goals).set({ position }).where(eq(goals.id, id)).run();
    return { ok: true, value: null };
  });
}
