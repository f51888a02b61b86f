import { z } from 'zod';
import {
  COMPOUND_COUNTS,
  COUNTING_STYLES,
  type CompoundCount,
  NUMBERS_TRIPLET,
  type CountingStyle,
  type TripletCount,
} from '../counting/syllables.data';
import { FINGERING_STYLES, type FingeringStyle } from '../fingering/weights.data';
import { PEDAL_POLICY_NAMES, type PedalPolicy } from '../pedal/policies.data';
import { ARTICULATIONS, type Section } from '../score/model';
import { LEFT_TEXTURES, RIGHT_TEXTURES, type LeftTexture, type RightTexture } from './textures.data';
import { VOICING_STYLES, type VoicingStyle } from './voice-chords';

/** What each hand is for; a section may have a setting of its own. */
export const SETTINGS = {
  solo: 'Solo',
  sing: 'Sing-along',
  study: 'Study',
  two: 'Two at the piano',
} as const;
export type Setting = keyof typeof SETTINGS;

export const COLOURS = {
  suspension: 'a suspended fourth at section ends',
  approach: 'stepwise approaches in the bass',
  fill: 'a fill in held tune notes',
} as const;
export type Colour = keyof typeof COLOURS;

const settingSchema = z.enum(Object.keys(SETTINGS) as [Setting, ...Setting[]]);
const styleSchema = z.enum(Object.keys(VOICING_STYLES) as [VoicingStyle, ...VoicingStyle[]]);
const colourSchema = z.enum(Object.keys(COLOURS) as [Colour, ...Colour[]]);
const pedalSchema = z.enum(PEDAL_POLICY_NAMES as [PedalPolicy, ...PedalPolicy[]]);
const left = z.enum(LEFT_TEXTURES);
const right = z.enum(RIGHT_TEXTURES);
const measure = z.int().min(0).max(10_000);
const tick = z.int().min(0).max(10_000_000);
const noteName = z.string().min(1).max(100);
const hand = z.enum(['right', 'left']);

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
  /** Quarters a minute; null keeps the source's tempo. */
  tempo: z.int().min(20).max(300).nullable(),
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
  chordSymbols: z.enum(['shown', 'hidden']),
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

const pitchSchema = z.object({
  step: z.enum(['C', 'D', 'E', 'F', 'G', 'A', 'B']),
  alter: z.int().min(-3).max(3),
  octave: z.int().min(-1).max(9),
});

/** A note as it stood in the source's key when its measure was settled. */
const settledNote = z.object({
  id: noteName,
  hand,
  at: tick,
  duration: z.int().min(1).max(1_000_000),
  pitch: pitchSchema,
  finger: z.int().min(1).max(5).nullable(),
  tieTo: noteName.nullable(),
  tuplet: z.object({ id: z.string().max(100), actual: z.int(), normal: z.int() }).nullable(),
  articulations: z.array(z.enum(ARTICULATIONS)).max(14),
});

const id = z.string().max(160);

/** What the teacher fixed by hand, anchored to a note's id or to a measure of the source (and a tick within it). */
export const pinSchema = z.discriminatedUnion('kind', [
  z.object({ id, kind: z.literal('finger'), note: noteName, finger: z.int().min(1).max(5) }),
  z.object({ id, kind: z.literal('texture'), measure, texture: left }),
  z.object({ id, kind: z.literal('right-texture'), measure, texture: right }),
  z.object({ id, kind: z.literal('setting'), measure, setting: settingSchema }),
  /** So many rungs easier (−) or richer (+) than the arrangement. */
  z.object({ id, kind: z.literal('ease'), measure, by: z.int().min(-11).max(11) }),
  /** The tune of this measure is kept whole: a figure that must stay. */
  z.object({ id, kind: z.literal('keep'), measure }),
  z.object({ id, kind: z.literal('settled'), measure, notes: z.array(settledNote).max(400) }),
  z.object({ id, kind: z.literal('hand'), note: noteName, hand }),
  z.object({ id, kind: z.literal('leave-out'), note: noteName }),
  /** As an interval from the source's note, so that it holds in every key. */
  z.object({
    id,
    kind: z.literal('pitch'),
    note: noteName,
    steps: z.int().min(-70).max(70),
    semitones: z.int().min(-120).max(120),
  }),
  z.object({ id, kind: z.literal('value'), note: noteName, duration: z.int().min(1).max(1_000_000) }),
  /** A note of the teacher's own, in the source's key. */
  z.object({
    id,
    kind: z.literal('added'),
    measure,
    tick,
    hand,
    pitch: pitchSchema,
    duration: z.int().min(1).max(1_000_000),
  }),
  z.object({ id, kind: z.literal('chord'), measure, tick, symbol: z.string().min(1).max(40) }),
  z.object({ id, kind: z.literal('slur'), from: noteName, to: noteName }),
  z.object({ id, kind: z.literal('no-slur'), from: noteName, to: noteName }),
  z.object({
    id,
    kind: z.literal('touch'),
    note: noteName,
    sign: z.enum(['staccato', 'tenuto', 'accent', 'plain']),
  }),
  z.object({ id, kind: z.literal('dynamic'), measure, tick, text: z.string().min(1).max(12) }),
  z.object({ id, kind: z.literal('circle'), note: noteName }),
  /** What is said at a moment in place of the style's syllable. */
  z.object({ id, kind: z.literal('count'), measure, tick, syllable: z.string().trim().min(1).max(8) }),
  z.object({ id, kind: z.literal('pedal'), measure, policy: pedalSchema }),
  /** Down and up points of the teacher's own, in ticks of the source's measure. */
  z.object({
    id,
    kind: z.literal('pedal-points'),
    measure,
    spans: z.array(z.object({ down: tick, up: tick }).refine(({ down, up }) => up > down)).max(24),
  }),
  z.object({ id, kind: z.literal('words'), measure, tick, text: z.string().trim().min(1).max(80) }),
]);

export type Pin = Readonly<z.infer<typeof pinSchema>>;
export type PinOf<Kind extends Pin['kind']> = Extract<Pin, { readonly kind: Kind }>;

export const sectionSchema = z.object({
  id: z.string().max(64),
  name: z.string().trim().min(1).max(40),
  from: measure,
  to: measure,
});

export const documentSchema = z.object({
  recipe: recipeSchema,
  pins: z.array(pinSchema).max(50_000),
  /** Drawn by the teacher; null takes the sections that the score marks. */
  sections: z.array(sectionSchema).max(500).nullable(),
});

export interface ArrangementDocument {
  readonly recipe: Recipe;
  readonly pins: readonly Pin[];
  readonly sections: readonly Section[] | null;
}

/** A document as it was kept, with what has come since at its default. @throws ZodError when it is none. */
export function readDocument(json: string): ArrangementDocument {
  return documentSchema.parse(JSON.parse(json));
}

export function pinsOf<Kind extends Pin['kind']>(
  document: ArrangementDocument,
  kind: Kind,
): readonly PinOf<Kind>[] {
  return document.pins.filter((pin): pin is PinOf<Kind> => pin.kind === kind);
}

/** Pins that change what sounds, or which hand plays it. */
const SOUNDING: readonly Pin['kind'][] = ['settled', 'leave-out', 'added', 'pitch', 'value', 'hand', 'touch'];

/** Those pins as text: while it is the same, so is everything that follows from the notes alone. */
export function soundingPins({ pins }: ArrangementDocument): string {
  return JSON.stringify(pins.filter((pin) => SOUNDING.includes(pin.kind)));
}

export function fingerPin(note: string, finger: number): Pin {
  return { id: `finger:${note}`, kind: 'finger', note, finger };
}

export function texturePin(atMeasure: number, chosen: LeftTexture): Pin {
  return { id: `texture:${atMeasure}`, kind: 'texture', measure: atMeasure, texture: chosen };
}

export function rightTexturePin(atMeasure: number, chosen: RightTexture): Pin {
  return { id: `right-texture:${atMeasure}`, kind: 'right-texture', measure: atMeasure, texture: chosen };
}

export function easePin(atMeasure: number, by: number): Pin {
  return { id: `ease:${atMeasure}`, kind: 'ease', measure: atMeasure, by };
}

export function pedalPin(atMeasure: number, policy: PedalPolicy): Pin {
  return { id: `pedal:${atMeasure}`, kind: 'pedal', measure: atMeasure, policy };
}

/** What a piece has decides how a new arrangement of it begins. */
export interface PieceMakeup {
  readonly hasTune: boolean;
  readonly hasLeftHand: boolean;
  /** The score marks the pedal, or fingers. */
  readonly hasPedal: boolean;
  readonly hasFingers: boolean;
}

/** A new arrangement is made by its rung; a chart without a tune is to be sung over. */
export function newDocument({ hasTune }: Pick<PieceMakeup, 'hasTune'>, rung = 3): ArrangementDocument {
  return {
    recipe: {
      setting: hasTune ? 'solo' : 'sing',
      rung,
      key: null,
      octave: 0,
      leftTexture: 'by-rung',
      rightTexture: 'by-rung',
      voicing: 'nearest',
      noteValues: 'as-written',
      colours: [],
      tempo: null,
      counts: 'hidden',
      fingers: 'at-shifts',
      fingerStyle: 'smooth',
      countStyle: 'numbers',
      compoundCount: 'and-a',
      countFill: 'needed',
      tripletCount: 'trip-let',
      countHands: 'combined',
      countWhere: 'everywhere',
      eighths: 'straight',
      sourceFingers: 'kept',
      pedal: 'by-texture',
      chordSymbols: 'shown',
      learnerId: null,
    },
    pins: [],
    sections: null,
  };
}
