import { eq } from 'drizzle-orm';
import { ANYONE, type ArrangeFor } from '../core/arrange/arrange-for';
import { DEFAULT_RULES, type ArrangingRules } from '../core/ladder/rules';
import { database } from './db/client';
import { studioSettings } from './db/schema';
import { read } from './kept/kept';
import { bodyOf, findLearner, type Learner } from './learners';

const ARRANGING = 'arranging';

export interface StudioRules {
  readonly rules: ArrangingRules;
  /** Why the studio's own ladder is not in use, where one is kept and cannot be read. */
  readonly problem: string | null;
}

/** The studio's ladder, house textures and windows; as they come where nothing was changed. */
export function studioRules(): StudioRules {
  const row = database().select().from(studioSettings).where(eq(studioSettings.subject, ARRANGING)).get();
  if (!row) return { rules: DEFAULT_RULES, problem: null };
  if (row.value.ok) return { rules: row.value.value, problem: null };
  return {
    rules: DEFAULT_RULES,
    problem: `${row.value.message} Until then the ladder as it comes is in use.`,
  };
}

export function keepArrangingRules(rules: ArrangingRules, nowMs: number): void {
  const row = { subject: ARRANGING, value: read(rules), updatedAtMs: nowMs };
  database()
    .insert(studioSettings)
    .values(row)
    .onConflictDoUpdate({ target: studioSettings.subject, set: row })
    .run();
}

/** Back to the ladder as it comes. */
export function resetArrangingRules(): void {
  database().delete(studioSettings).where(eq(studioSettings.subject, ARRANGING)).run();
}

/** For whose hands, and by whose rules, a piece is arranged; an average adult's while no learner is chosen. */
export function arrangeFor(learnerId: string | null): ArrangeFor {
  return whomFor(learnerId === null ? null : findLearner(learnerId), studioRules().rules);
}

export function whomFor(learner: Learner | null, rules: ArrangingRules): ArrangeFor {
  return { ...ANYONE, rules, ...(learner ? bodyOf(learner) : {}) };
}
