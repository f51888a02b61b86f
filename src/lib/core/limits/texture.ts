import {
  isSung,
  leftRank,
  rightRank,
  textureLabel,
  type LeftTexture,
  type RightTexture,
} from '../document/choices/textures.data';
import { wholeNumber } from './fields';
import { defineLimit } from './limit';

const upTo = (label: string) => wholeNumber({ label, least: 1, most: 12, defaults: [1, 2, 3, 4, 5, 6] });

/** Textures are told by the rung that they belong to: up to this one is allowed. */
export const texture = defineLimit({
  fields: {
    leftTextures: upTo('Left-hand textures up to rung'),
    rightTexturesSolo: upTo('Right-hand textures up to, solo'),
    rightTexturesSing: upTo('Right-hand textures up to, sung'),
  },
  price: 2000,
  remedies: ['held-root', 'easier-measure'],
  inHand: ({ hand, texture }, rung) => {
    // What the source itself has is judged by the other limits.
    if (texture === null || texture === 'as-written') return [];
    const rank = hand === 'left' ? leftRank(texture as LeftTexture) : rightRank(texture as RightTexture);
    const most =
      hand === 'left'
        ? rung.leftTextures
        : isSung(texture as RightTexture)
          ? rung.rightTexturesSing
          : rung.rightTexturesSolo;
    if (rank <= most) return [];
    return [
      { hand, sentence: `the ${hand} hand’s texture (${textureLabel(texture)}) belongs to rung ${rank}` },
    ];
  },
});
