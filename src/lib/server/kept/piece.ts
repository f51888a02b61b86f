import { z } from 'zod';
import type { ImportWarning } from '../../core/formats/result';
import { PART_USES } from '../../core/score/model';
import type { ScoreStep } from '../../core/score/steps';
import type { ScoreSummary } from '../summary';
import { defineKept } from './kept';
import { noteSchema, partSchema, judgementSchema } from './score';

const warnings = z.array(
  z.object({
    message: z.string(),
    measures: z.array(z.string()),
    spots: z.array(z.object({ line: z.int(), column: z.int() })).optional(),
  }),
);

export const KEPT_WARNINGS = defineKept<readonly ImportWarning[]>({
  subject: 'list of warnings of this piece',
  version: 1,
  schema: warnings,
  waysUp: [(old) => old],
});

export const KEPT_SUMMARY = defineKept<ScoreSummary>({
  subject: 'summary of this piece',
  version: 1,
  schema: z.object({
    title: z.string(),
    composer: z.string(),
    rights: z.string(),
    format: z.string(),
    key: z.string(),
    time: z.string(),
    hasPickup: z.boolean(),
    measures: z.int(),
    notes: z.int(),
    parts: z.array(z.string()),
    staves: z.array(
      z.object({
        part: z.int(),
        staff: z.int(),
        name: z.string(),
        notes: z.int(),
        lowest: z.string(),
        highest: z.string(),
        hasWords: z.boolean(),
        use: z.enum(PART_USES),
      }),
    ),
    hasLeftHand: z.boolean(),
    chordSymbols: z.int(),
    warnings,
  }),
  waysUp: [(old) => old],
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
