import {
  isSung,
  leftRank,
  rightRank,
  textureLabel,
  TEXTURES,
  type Figure,
  type LeftTexture,
  type RightTexture,
  type Stack,
} from '$lib/core/document/choices/textures.data';
import { texturePicture } from '$lib/core/voicing/texture-picture';
import type { Rung } from '$lib/core/limits/registry';

/** Semitones from the lowest note of a stack to its highest, over a major triad; stacks that any hand reaches have none. */
const WIDTHS: Partial<Readonly<Record<Stack, number>>> = {
  'root-octave': 12,
  'root-seventh': 11,
  'root-fifth-octave': 12,
  'root-fifth-tenth': 16,
  'triad-octave': 12,
};
/** Figures that strike the whole stack at once. */
const TOGETHER: readonly Figure[] = ['held', 'pulsed', 'divided', 'slashes', 'off-beat'];

/** Left hands to choose from, with what the rung and the hand say of each: `reach` in semitones. */
export function leftChoices(textures: readonly LeftTexture[], rung: Rung, reach: number) {
  return textures.map((value) => {
    const facts = value in TEXTURES ? TEXTURES[value as keyof typeof TEXTURES] : null;
    const width = facts && TOGETHER.includes(facts.figure) ? (WIDTHS[facts.stack] ?? 0) : 0;
    const notes = [
      overRung(value, leftRank(value), rung.leftTextures),
      width > reach ? 'wider than the hand' : '',
    ];
    return choice(value, notes);
  });
}

export function rightChoices(textures: readonly RightTexture[], rung: Rung) {
  return textures.map((value) => {
    const most = isSung(value) ? rung.rightTexturesSing : rung.rightTexturesSolo;
    return choice(value, [overRung(value, rightRank(value), most)]);
  });
}

/** What the source itself has is judged by its notes, and belongs to no rung. */
const overRung = (texture: string, rank: number, most: number) =>
  texture !== 'as-written' && rank > most ? `from rung ${rank}` : '';

function choice<T extends LeftTexture | RightTexture>(value: T, notes: readonly string[]) {
  const note = notes.filter((each) => each !== '').join(', ');
  const picture = texturePicture(value);
  return { value, label: textureLabel(value), ...(note ? { note } : {}), ...(picture ? { picture } : {}) };
}
