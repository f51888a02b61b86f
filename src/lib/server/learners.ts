import { asc, eq } from 'drizzle-orm';
import { database } from './db/client';
import { learners } from './db/schema';
import { newId } from './outcome';

export type Learner = typeof learners.$inferSelect;
export type NewLearner = Omit<Learner, 'id' | 'createdAtMs'>;

export function listLearners(): readonly Learner[] {
  return database().select().from(learners).orderBy(asc(learners.name)).all();
}

export function findLearner(id: string): Learner | null {
  return database().select().from(learners).where(eq(learners.id, id)).get() ?? null;
}

export function addLearner(learner: NewLearner, nowMs: number): string {
  const id = newId();
  database()
    .insert(learners)
    .values({ ...learner, id, createdAtMs: nowMs })
    .run();
  return id;
}

export function changeLearner(id: string, learner: NewLearner): void {
  database().update(learners).set(learner).where(eq(learners.id, id)).run();
}
