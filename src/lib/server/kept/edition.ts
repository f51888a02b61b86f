import { z, type ZodType } from 'zod';
import { recipeSchema } from '../../core/document/recipe';
import type { Edition } from '../../core/handout/edition';
import type { SectionPrint } from '../../core/handout/fingerprint';
import { defineKept } from './kept';
import { fillScore, keySchema, scoreSchema, sectionSchema } from './score';

const whole = z.int();

const count = z.object({
  at: whole,
  duration: whole,
  syllable: z.string(),
  state: z.enum(['sounds', 'held', 'rest']),
  isRightOnly: z.literal(true).optional(),
});

const notes = z.object({
  pictures: z.array(
    z.object({
      section: z.string(),
      hand: z.enum(['right', 'left']),
      name: z.string(),
      keys: z.array(z.object({ key: whole, finger: whole })),
    }),
  ),
  cues: z.array(z.object({ measure: whole, text: z.string(), place: z.string() })),
});

const editionSchema = z.object({
  score: scoreSchema,
  counts: z.array(z.array(count)),
  sections: z.array(sectionSchema),
  key: keySchema,
  recipe: recipeSchema,
  notes,
}) as unknown as ZodType<Edition>;

/** Editions handed out before there were keyboard pictures and cues had none. */
function fillEdition(old: unknown): unknown {
  if (typeof old !== 'object' || old === null || !('score' in old)) return old;
  return { notes: { pictures: [], cues: [] }, ...old, score: fillScore(old.score) };
}

export const KEPT_EDITION = defineKept<Edition>({
  subject: 'edition',
  version: 1,
  schema: editionSchema,
  waysUp: [fillEdition],
});

export const KEPT_SECTIONS = defineKept<readonly SectionPrint[]>({
  subject: 'list of this edition’s sections',
  version: 1,
  schema: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      from: whole,
      to: whole,
      firstNumber: z.string(),
      lastNumber: z.string(),
      print: z.string(),
    }),
  ),
  waysUp: [(old) => old],
});

/** What a section of a new edition has that the one before it had not, in words. */
export interface SectionChange {
  readonly sectionId: string;
  readonly sentence: string;
}

export const KEPT_CHANGES = defineKept<readonly SectionChange[]>({
  subject: 'list of what changed since the edition before',
  version: 1,
  schema: z.array(z.object({ sectionId: z.string(), sentence: z.string() })),
  waysUp: [(old) => old],
});

/** Ids of the sections that a learner was given of an edition. */
export const KEPT_GIVEN = defineKept<readonly string[]>({
  subject: 'list of sections that were handed out',
  version: 1,
  schema: z.array(z.string()),
  waysUp: [(old) => old],
});
