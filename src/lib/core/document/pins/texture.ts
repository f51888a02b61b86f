import { z } from 'zod';
import { LEFT_TEXTURES, type LeftTexture } from '../choices/textures.data';
import { definePin, measure, pinId } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('texture'),
  measure,
  texture: z.enum(LEFT_TEXTURES),
});

export function texturePin(measure: number, texture: LeftTexture): z.infer<typeof schema> {
  return { id: `texture:${measure}`, kind: 'texture', measure, texture };
}

/** The left hand of a measure. */
export const texture = definePin({
  schema,
  name: 'left-hand texture',
  mayAddLoad: true,
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => texturePin(to, pin.texture),
  decide: (pin, { left }) => left.set(pin.measure, pin.texture),
});
