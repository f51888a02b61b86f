import type { ImportWarning } from '../../core/score/import-warning';
import { z } from 'zod';

import type { ScoreStep } from '../../core/score/steps';
import { summarySchema, warningsSchema, type ScoreSummary } from '../../core/analyse/summary';
import { defineKept } from './kept';
import { noteSchema, partSchema, judgementSchema } from './score';

export const KEPT_WARNINGS = defineKept<readonly ImportWarning[]>({
  subject: 'list of warnings of this piece',
  version: 1,
  schema: warningsSchema,
  waysUp: [(old) => old],
});

export const KEPT_SUMMARY = defineKept<ScoreSummary>({
  subject: 'summary of this piece',
  version: 2,
  schema: summarySchema,
  waysUp: [
    (old) => old,
    // Which chords come in it was not told; it is when the piece is next corrected.
    (old) => ({ ...z.looseObject({}).parse(old), chords: [] }),
  ],
});

export const KEPT_SCORE_STEP = defineKept<ScoreStep>({
  subject: 'correction of this piece',
  version: 1,
  schema: z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('set-text'),
      field: z.enum(['title', 'composer', 'lyricist', 'rights']),
      from: z.string(),
      to: z.string(),
    }),
    z.object({ kind: z.literal('replace-notes'), removed: z.array(noteSchema), added: z.array(noteSchema) }),
    z.object({ kind: z.literal('set-judgement'), from: judgementSchema, to: judgementSchema }),
    z.object({ kind: z.literal('set-parts'), from: z.array(partSchema), to: z.array(partSchema) }),
  ]) as unknown as z.ZodType<ScoreStep>,
  waysUp: [(old) => old],
});
