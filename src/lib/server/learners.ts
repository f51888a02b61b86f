import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm';
import type { ArrangeFor } from '../core/arrange/arrange-for';
import { sizeOf } from '../core/learner/hands';
import type { Profile } from '../core/learner/profile';
import { database } from './db/client';
import { learners } from './db/schema';
import { standing } from './db/standing';
import { read } from './kept/kept';
import { newId } from './outcome';

export type Learner = typeof learners.$inferSelect;
export type NewLearner = Omit<typeof learners.$inferInsert, 'id' | 'createdAtMs' | 'reads'> & {
  readonly reads?: readonly Profile['reads'][number][];
};

/** Learners who come now, by name. */
export function listLearners(): readonly Learner[] {
  return database()
    .select()
    .from(learners)
    .where(and(standing.learner, isNull(learners.archivedAtMs)))
    .orderBy(asc(learners.name))
    .all();
}

/** Learners who were put away, by name. */
export function archivedLearners(): readonly Learner[] {
  return database()
    .select()
    .from(learners)
    .where(and(standing.learner, isNotNull(learners.archivedAtMs)))
    .orderBy(asc(learners.name))
    .all();
}

export function findLearner(id: string): Learner | null {
  return (
    database()
      .select()
      .from(learners)
      .where(and(eq(learners.id, id), standing.learner))
      .get() ?? null
  );
}

export function addLearner({ reads, ...learner }: NewLearner, nowMs: number): string {
  const id = newId();
  database()
    .insert(learners)
    .values({ ...learner, ...(reads ? { reads: read(reads) } : {}), id, createdAtMs: nowMs })
    .run();
  return id;
}

export function changeLearner(id: string, { reads, ...learner }: Profile): void {
  database()
    .update(learners)
    .set({ ...learner, reads: read(reads) })
    .where(eq(learners.id, id))
    .run();
}

/** What a piece is arranged for: the hands, the keyboard, the feet. */
export function bodyOf(learner: Learner): Pick<ArrangeFor, 'size' | 'keyboard' | 'pedal'> {
  return {
    size: sizeOf(learner),
    keyboard: { lowest: learner.keyboardLowest, highest: learner.keyboardHighest },
    pedal: learner.pedal,
  };
}
