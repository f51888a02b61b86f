import { eq } from 'drizzle-orm';
import { ANYONE, type ArrangeFor } from '../core/arrange/arrange-for';
import { DEFAULT_RULES, rulesSchema, type ArrangingRules } from '../core/ladder/rules';
import { database } from './db/client';
import { studioSettings } from './db/schema';
import { bodyOf, findLearner } from './learners';

const ARRANGING = 'arranging';

/** The studio's ladder, house textures and windows; as they come where nothing was changed. */
export function arrangingRules(): ArrangingRules {
  const row = database().select().from(studioSettings).where(eq(studioSettings.subject, ARRANGING)).get();
  if (!row) return DEFAULT_RULES;
  // Rules kept by an earlier version that no longer hold are set aside rather than half followed.
  const kept = rulesSchema.safeParse(JSON.parse(row.valueJson));
  return kept.success ? (kept.data as ArrangingRules) : DEFAULT_RULES;
}

export function keepArrangingRules(rules: ArrangingRules, nowMs: number): void {
  const row = { subject: ARRANGING, valueJson: JSON.stringify(rules), updatedAtMs: nowMs };
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
  const learner = learnerId === null ? null : findLearner(learnerId);
  return { ...ANYONE, rules: arrangingRules(), ...(learner ? bodyOf(learner) : {}) };
}
