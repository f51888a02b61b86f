import { z } from 'zod';
import type { HandName } from '../../hands/hand';
import type { Pitch } from '../../pitch/pitch';
import { LEFT_TEXTURES, RIGHT_TEXTURES, type LeftTexture, type RightTexture } from '../choices/textures.data';
import { definePin, hand, measure, pinId, pitch, tick } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('voicing'),
  measure,
  tick,
  hand,
  /** What it was voiced for; in another texture it rests. */
  texture: z.enum([...new Set([...LEFT_TEXTURES, ...RIGHT_TEXTURES])]),
  pitches: z.array(pitch).min(1).max(6),
});

export interface VoicingByHand {
  readonly measure: number;
  readonly tick: number;
  readonly hand: HandName;
  readonly texture: LeftTexture | RightTexture;
  /** In the source's key, low to high. */
  readonly pitches: readonly Pitch[];
}

export function voicingPin({ measure, tick, hand, texture, pitches }: VoicingByHand): z.infer<typeof schema> {
  return {
    id: voicingPinId(measure, tick, hand),
    kind: 'voicing',
    measure,
    tick,
    hand,
    texture,
    pitches: [...pitches],
  };
}

export function voicingPinId(measure: number, tick: number, hand: HandName): string {
  return `voicing:${measure}:${tick}:${hand}`;
}

/** How one hand has one chord: its notes, as the teacher wants them. */
export const voicing = definePin({
  schema,
  name: 'voicing of a chord',
  isOfSound: true,
  mayAddLoad: true,
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => voicingPin({ ...pin, measure: to }),
  decide: (pin, { voicings }) => voicings.push(pin),
});
