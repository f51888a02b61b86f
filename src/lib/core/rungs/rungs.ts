import { z } from 'zod';

/** From the plainest to the source's own rhythm; what each allows is told by `rhythm-grid.ts`. */
export const RHYTHM_CLASSES = [
  'downbeats',
  'strong-beats',
  'quarters',
  'eighth-pairs',
  'eighths',
  'triplets',
  'sixteenths',
  'any',
] as const;
export type RhythmClass = (typeof RHYTHM_CLASSES)[number];

export const RHYTHM_LABELS: Readonly<Record<RhythmClass, string>> = {
  downbeats: 'first beats only',
  'strong-beats': 'strong beats',
  quarters: 'quarters (compound: beats)',
  'eighth-pairs': 'eighth pairs on the beat',
  eighths: 'eighths, dotted quarters, ties',
  triplets: 'triplets, off-beat entries',
  sixteenths: 'sixteenths',
  any: 'as the source',
};

export const POSITION_RULES = {
  'one-per-section': 'one a section',
  'at-rests': 'shifts at rests and phrase ends',
  'one-per-two-measures': 'one shift in two measures',
  'with-chord': 'shifts with the chord',
  'thumb-under': 'thumb under allowed',
  free: 'free',
} as const;
export type PositionRule = keyof typeof POSITION_RULES;

export const LEFT_ONSETS = {
  'chord-changes': 'at chord changes',
  'strong-beats': 'on strong beats',
  beats: 'on beats',
  anywhere: 'anywhere',
} as const;

export const PEDAL_RULES = {
  none: 'none',
  optional: 'optional legato',
  legato: 'legato',
  any: 'any',
} as const;

const whole = (least: number, most: number) => z.int().min(least).max(most);
const orAny = (least: number, most: number) => whole(least, most).nullable();
const hands = z.object({ right: whole(1, 5), left: whole(1, 5) });
const keysOf = <T extends string>(record: Readonly<Record<T, string>>) =>
  z.enum(Object.keys(record) as [T, ...T[]]);

/** The limits of one rung; null where anything goes. Textures are told by their own rung: up to that one is allowed. */
export const rungSchema = z.object({
  name: z.string().trim().min(1, 'Give the rung a name.').max(40),
  rightPosition: keysOf(POSITION_RULES),
  leftPosition: keysOf(POSITION_RULES),
  rhythmSimple: z.enum(RHYTHM_CLASSES),
  rhythmCompound: z.enum(RHYTHM_CLASSES),
  onsetsPerSecondTenths: orAny(5, 200),
  leftTextures: whole(1, 12),
  rightTexturesSolo: whole(1, 12),
  rightTexturesSing: whole(1, 12),
  notesSolo: hands,
  notesSing: hands,
  widestSemitones: orAny(2, 24),
  leapSemitones: orAny(2, 48),
  signature: orAny(0, 7),
  chromaticPerEight: orAny(0, 64),
  leftOnsets: keysOf(LEFT_ONSETS),
  pedal: keysOf(PEDAL_RULES),
  newMeasures: orAny(1, 400),
  load: whole(1, 100),
});

export type Rung = z.infer<typeof rungSchema>;

/** A ladder from the plainest rung up; 1 is the first. Later rungs may not allow less load than earlier ones. */
export const rungsSchema = z
  .array(rungSchema)
  .min(1)
  .max(12)
  .superRefine((rungs, context) => {
    for (const [index, rung] of rungs.entries())
      if (index > 0 && rung.load < rungs[index - 1]!.load)
        context.addIssue({
          code: 'custom',
          path: [index, 'load'],
          message: `The load ceiling of “${rung.name}” is below that of “${rungs[index - 1]!.name}”; a higher rung must allow at least as much.`,
        });
  });

/** The rung at a place, or the nearest there is. @throws RangeError when the ladder has no rungs. */
export function rungAt(rungs: readonly Rung[], place: number): Rung {
  const rung = rungs[Math.min(rungs.length, Math.max(1, place)) - 1];
  if (!rung) throw new RangeError('A ladder has at least one rung.');
  return rung;
}
