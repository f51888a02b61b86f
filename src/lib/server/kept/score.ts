import { z, type ZodType } from 'zod';
import {
  ARTICULATIONS,
  EMPTY_SCORE,
  PART_USES,
  type ChordSymbol,
  type Score,
  type Section,
} from '../../core/score/model';
import { defineKept } from './kept';

const whole = z.int();
const id = z.string().max(200);
const pitch = z.object({ step: z.enum(['C', 'D', 'E', 'F', 'G', 'A', 'B']), alter: whole, octave: whole });
const spelling = z.object({ step: z.enum(['C', 'D', 'E', 'F', 'G', 'A', 'B']), alter: whole });
export const keySchema = z.object({ fifths: whole.min(-15).max(15), mode: z.enum(['major', 'minor']) });
const tuplet = z.object({ id, actual: whole.min(1), normal: whole.min(1) });
const time = z.object({
  beats: whole.min(1),
  beatType: whole.min(1),
  groups: z.array(whole).optional(),
  symbol: z.enum(['common', 'cut']).optional(),
});
const place = { part: whole, staff: whole, voice: z.string(), measure: whole, at: whole };
const spot = { part: whole, staff: whole, measure: whole, at: whole };

const tone = z.object({ degree: whole, alter: whole });
const quality = z.object({
  triad: z.enum(['major', 'minor', 'diminished', 'augmented', 'sus2', 'sus4', 'fifth']),
  hasSixth: z.boolean(),
  seventh: z.enum(['minor', 'major', 'diminished']).nullable(),
  extension: z.union([z.literal(9), z.literal(11), z.literal(13)]).nullable(),
  added: z.array(tone),
  altered: z.array(tone),
  isAlt: z.boolean(),
});
const chord = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('chord'), root: spelling, quality, bass: spelling.nullable() }),
]);
export const chordSymbolSchema = z.object({
  id,
  measure: whole,
  at: whole,
  chord,
}) as unknown as ZodType<ChordSymbol>;

export const sectionSchema: ZodType<Section> = z.object({ id, name: z.string(), from: whole, to: whole });

export const partSchema = z.object({
  id: z.string(),
  name: z.string(),
  staves: whole.min(1),
  groups: z.array(whole).optional(),
  order: z.array(whole).optional(),
  names: z.array(z.string()).optional(),
  uses: z.array(z.enum(PART_USES)).optional(),
});

const measure = z.object({
  index: whole,
  number: z.string(),
  start: whole,
  length: whole,
  time,
  key: keySchema,
  barline: z.enum(['single', 'double', 'final', 'dashed', 'none']),
  startsRepeat: z.boolean(),
  endsRepeat: whole.nullable(),
  endings: z.array(whole),
  rehearsal: z.string().nullable(),
});

export const noteSchema = z.object({
  ...place,
  id,
  duration: whole,
  pitch,
  tieTo: id.nullable(),
  grace: z.object({ order: whole, written: whole, hasSlash: z.boolean() }).nullable(),
  tuplet: tuplet.nullable(),
  articulations: z.array(z.enum(ARTICULATIONS)),
  finger: whole.nullable(),
  fingerThen: whole.optional(),
  lyrics: z.array(
    z.object({
      verse: whole,
      text: z.string(),
      syllabic: z.enum(['single', 'begin', 'middle', 'end']),
      isExtended: z.boolean(),
    }),
  ),
});

const mark = z.discriminatedUnion('kind', [
  z.object({ ...spot, kind: z.literal('dynamic'), text: z.string() }),
  z.object({ ...spot, kind: z.literal('words'), text: z.string(), placement: z.enum(['above', 'below']) }),
  z.object({ ...spot, kind: z.literal('tempo'), bpm: z.number(), beatUnit: whole }),
  z.object({
    ...spot,
    kind: z.literal('hairpin'),
    direction: z.enum(['crescendo', 'diminuendo']),
    end: whole,
  }),
  z.object({ ...spot, kind: z.literal('pedal'), action: z.enum(['down', 'up', 'change']) }),
]);

export const judgementSchema = z
  .object({
    key: keySchema.nullable(),
    chords: z.array(chordSymbolSchema),
    tune: z.array(z.object({ from: whole, to: whole, part: whole, staff: whole })),
    sections: z.array(sectionSchema).nullable(),
    dismissed: z.array(z.string()),
  })
  .nullable();

export const scoreSchema = z.object({
  title: z.string(),
  composer: z.string(),
  lyricist: z.string(),
  rights: z.string(),
  parts: z.array(partSchema),
  measures: z.array(measure),
  notes: z.array(noteSchema),
  rests: z.array(
    z.object({ ...place, duration: whole, tuplet: tuplet.nullable(), isWholeMeasure: z.boolean() }),
  ),
  chords: z.array(chordSymbolSchema),
  clefs: z.array(z.object({ ...spot, sign: z.enum(['G', 'F', 'C']), line: whole, octave: whole })),
  slurs: z.array(z.object({ from: id, to: id })),
  marks: z.array(mark),
  words: z.array(z.object({ measure: whole, at: whole, text: z.string(), endsLine: z.boolean() })),
  slashes: z.array(z.object({ measure: whole, at: whole })).default([]),
  typedKey: keySchema.nullable().default(null),
  judgement: judgementSchema,
}) as unknown as ZodType<Score>;

/** Scores kept by an earlier version lack what has been added to the model since; that was empty then. */
export function fillScore(old: unknown): unknown {
  return typeof old === 'object' && old !== null ? { ...EMPTY_SCORE, ...old } : old;
}

export const KEPT_SCORE = defineKept<Score>({
  subject: 'source of this piece',
  version: 1,
  schema: scoreSchema,
  waysUp: [fillScore],
});
