import { z } from 'zod';
import { RIGHT_TEXTURES, type RightTexture } from '../choices/textures.data';
import { definePin, measure, pinId } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('right-texture'),
  measure,
  texture: z.enum(RIGHT_TEXTURES),
});

export function rightTexturePin(measure: number, texture: RightTexture): z.infer<typeof schema> {
  return { id: `right-texture:${measure}`, kind: 'right-texture', measure, texture };
}

/** The right hand of a measure. */
export const rightTexture = definePin({
  schema,
  name: 'right-hand texture',
  mayAddLoad: true,
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => rightTexturePin(to, pin.texture),
  decide: (pin, { right }) => right.set(pin.measure, pin.texture),
});
