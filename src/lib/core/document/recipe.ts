import { z } from 'zod';
import { COLOURS, type Colour } from './choices/colours.data';
import {
  COMPOUND_COUNTS,
  COUNTING_STYLES,
  NUMBERS_TRIPLET,
  type CompoundCount,
  type CountingStyle,
  type TripletCount,
} from './choices/counting-styles.data';
import { FINGERING_STYLES, type FingeringStyle } from './choices/fingering-styles.data';
import { PEDAL_POLICY_NAMES, type PedalPolicy } from './choices/pedal-policies.data';
import { SETTINGS, type Setting } from './choices/settings.data';
import { LEFT_TEXTURES, RIGHT_TEXTURES } from './choices/textures.data';
import { VOICING_STYLES, type VoicingStyle } from './choices/voicing-styles.data';

const settingSchema = z.enum(Object.keys(SETTINGS) as [Setting, ...Setting[]]);
const styleSchema = z.enum(Object.keys(VOICING_STYLES) as [VoicingStyle, ...VoicingStyle[]]);
const colourSchema = z.enum(Object.keys(COLOURS) as [Colour, ...Colour[]]);
const pedalSchema = z.enum(PEDAL_POLICY_NAMES as [PedalPolicy, ...PedalPolicy[]]);
const left = z.enum(LEFT_TEXTURES);
const right = z.enum(RIGHT_TEXTURES);

/** The choices an arrangement is made by. `key` is a short name (`Bb`, `F#m`); null keeps the source's own. */
export const recipeFields = z.object({
  setting: settingSchema,
  /** Place in the ladder, from 1. */
  rung: z.int().min(1).max(12),
  key: z
    .string()
    .regex(/^[A-G](#|b)?m?$/)
    .nullable(),
  /** Octaves above or below the nearest way into the key. */
  octave: z.int().min(-2).max(2),
  leftTexture: z.union([left, z.literal('by-rung')]),
  rightTexture: z.union([right, z.literal('by-rung')]),
  voicing: styleSchema,
  /** Doubled note values: one measure of the source becomes two. */
  noteValues: z.enum(['as-written', 'doubled']),
  colours: z.array(colourSchema).max(8),
  /** Quarters a minute, or the source's own; null goes by the rung: slower where the tune's beats would be lost. */
  tempo: z.union([z.int().min(20).max(300), z.literal('as-source')]).nullable(),
  counts: z.enum(['shown', 'hidden']),
  /** Worked out and shown at shifts or on every note; or only what was pinned or came with the source. */
  fingers: z.enum(['at-shifts', 'every-note', 'pinned', 'with-source', 'hidden']),
  fingerStyle: z.enum(Object.keys(FINGERING_STYLES) as [FingeringStyle, ...FingeringStyle[]]),
  countStyle: z.enum(Object.keys(COUNTING_STYLES) as [CountingStyle, ...CountingStyle[]]),
  compoundCount: z.enum(Object.keys(COMPOUND_COUNTS) as [CompoundCount, ...CompoundCount[]]),
  tripletCount: z.enum(Object.keys(NUMBERS_TRIPLET) as [TripletCount, ...TripletCount[]]),
  countFill: z.enum(['needed', 'running']),
  countHands: z.enum(['combined', 'each', 'right', 'left']),
  countWhere: z.enum(['everywhere', 'first-time']),
  /** Swung eighths are counted as a triplet's first and third. */
  eighths: z.enum(['straight', 'swung']),
  sourceFingers: z.enum(['kept', 'ignored']),
  pedal: z.union([pedalSchema, z.literal('by-texture')]),
  /** On paper as they sound (the first rungs play a seventh chord as its triad), as the source has them, or not at all. */
  chordSymbols: z.enum(['as-sounding', 'shown', 'hidden']),
  learnerId: z.string().max(64).nullable(),
});

/** Choices that came later have a default, so that arrangements made before keep what they were. */
export const recipeSchema = recipeFields.extend({
  setting: settingSchema.default('solo'),
  rung: recipeFields.shape.rung.default(6),
  octave: recipeFields.shape.octave.default(0),
  rightTexture: recipeFields.shape.rightTexture.default('as-written'),
  voicing: styleSchema.default('nearest'),
  noteValues: recipeFields.shape.noteValues.default('as-written'),
  colours: recipeFields.shape.colours.default([]),
  tempo: recipeFields.shape.tempo.default(null),
  fingerStyle: recipeFields.shape.fingerStyle.default('smooth'),
  countStyle: recipeFields.shape.countStyle.default('numbers'),
  compoundCount: recipeFields.shape.compoundCount.default('and-a'),
  countFill: recipeFields.shape.countFill.default('needed'),
  tripletCount: recipeFields.shape.tripletCount.default('trip-let'),
  countHands: recipeFields.shape.countHands.default('combined'),
  countWhere: recipeFields.shape.countWhere.default('everywhere'),
  eighths: recipeFields.shape.eighths.default('straight'),
  sourceFingers: recipeFields.shape.sourceFingers.default('kept'),
  pedal: recipeFields.shape.pedal.default('none'),
});

export type Recipe = Readonly<z.infer<typeof recipeSchema>>;
