import { asc, eq } from 'drizzle-orm';
import type { ArrangeFor } from '../core/arrange/arrange-for';
import { spanFromComfort, spanOf, type HandSpan } from '../core/hands/reach';
import type { VoiceRange } from '../core/keys/rank-keys';
import type { PedalUse } from '../core/learner/pedal-use';
import { database } from './db/client';
import { learners } from './db/schema';
import { newId } from './outcome';

export type Learner = typeof learners.$inferSelect;
export type NewLearner = Omit<typeof learners.$inferInsert, 'id' | 'createdAtMs'>;

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

/** What a piece is arranged for: the hands, the keyboard, the feet. */
export function bodyOf(learner: Learner): Pick<ArrangeFor, 'size' | 'keyboard' | 'pedal'> {
  return {
    size: {
      right: reach(learner.spanRightSemitones, learner.largestRightSemitones),
      left: reach(learner.spanLeftSemitones, learner.largestLeftSemitones),
    },
    keyboard: { lowest: learner.keyboardLowest, highest: learner.keyboardHighest },
    pedal: learner.pedal as PedalUse,
  };
}

/** What a learner sings; null where it was not asked. The comfortable middle is a third from either end until it was. */
export function voiceOf(learner: Learner): VoiceRange | null {
  const { voiceLowest: lowest, voiceHighest: highest } = learner;
  if (lowest === null || highest === null) return null;
  return {
    lowest,
    highest,
    comfortLowest: learner.voiceComfortLowest ?? lowest + 3,
    comfortHighest: learner.voiceComfortHighest ?? highest - 3,
  };
}

function reach(comfortable: number, largest: number | null): HandSpan {
  return largest === null ? spanFromComfort(comfortable) : spanOf(largest, comfortable);
}
