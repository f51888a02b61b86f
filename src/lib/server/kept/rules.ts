import { rulesSchema, type ArrangingRules } from '../../core/ladder/rules';
import { fillRungs } from '../../core/limits/rungs';
import { z } from 'zod';
import { defineKept } from './kept';

/** A ladder that was kept before a limit was added keeps every figure, and takes the new limit's default. */
export const KEPT_RULES = defineKept<ArrangingRules>({
  subject: 'studio’s own ladder',
  version: 1,
  // At every version: a new limit is a file and a line in the registry, and asks for no new version.
  schema: z.preprocess(fillRules, rulesSchema) as z.ZodType<ArrangingRules>,
  waysUp: [(old) => old],
});

function fillRules(old: unknown): unknown {
  if (typeof old !== 'object' || old === null || !('rungs' in old)) return old;
  return { ...old, rungs: fillRungs(old.rungs) };
}
