import { z } from 'zod';
import type { Section } from '../score/model';
import { LEFT_TEXTURES, type LeftTexture } from './textures.data';

/** The choices an arrangement is made by. `key` is a short name (`Bb`, `F#m`); null keeps the source's own. */
export interface Recipe {
  readonly key: string | null;
  readonly leftTexture: LeftTexture;
  readonly counts: 'shown' | 'hidden';
  readonly fingers: 'pinned' | 'with-source' | 'hidden';
  readonly chordSymbols: 'shown' | 'hidden';
  /** The learner it is being made for; null while that is open. */
  readonly learnerId: string | null;
}

/** What the teacher fixed by hand, anchored to a stable id. */
export type Pin =
  | { readonly id: string; readonly kind: 'finger'; readonly note: string; readonly finger: number }
  | {
      readonly id: string;
      readonly kind: 'texture';
      readonly measure: number;
      readonly texture: LeftTexture;
    };

export interface ArrangementDocument {
  readonly recipe: Recipe;
  readonly pins: readonly Pin[];
  /** Drawn by the teacher; null takes the sections that the score marks. */
  readonly sections: readonly Section[] | null;
}

const texture = z.enum(LEFT_TEXTURES);
const measure = z.int().min(0).max(10_000);

export const recipeSchema = z.object({
  key: z
    .string()
    .regex(/^[A-G](#|b)?m?$/)
    .nullable(),
  leftTexture: texture,
  counts: z.enum(['shown', 'hidden']),
  fingers: z.enum(['pinned', 'with-source', 'hidden']),
  chordSymbols: z.enum(['shown', 'hidden']),
  learnerId: z.string().max(64).nullable(),
});

export const pinSchema = z.discriminatedUnion('kind', [
  z.object({
    id: z.string().max(120),
    kind: z.literal('finger'),
    note: z.string().max(100),
    finger: z.int().min(1).max(5),
  }),
  z.object({ id: z.string().max(120), kind: z.literal('texture'), measure, texture }),
]);

export const sectionSchema = z.object({
  id: z.string().max(64),
  name: z.string().trim().min(1).max(40),
  from: measure,
  to: measure,
});

export const documentSchema = z.object({
  recipe: recipeSchema,
  pins: z.array(pinSchema).max(50_000),
  sections: z.array(sectionSchema).max(500).nullable(),
});

export function fingerPin(note: string, finger: number): Pin {
  return { id: `finger:${note}`, kind: 'finger', note, finger };
}

export function texturePin(atMeasure: number, chosen: LeftTexture): Pin {
  return { id: `texture:${atMeasure}`, kind: 'texture', measure: atMeasure, texture: chosen };
}

/** A new arrangement keeps a left hand that the source has, and otherwise begins with held roots. */
export function newDocument(hasLeftHand: boolean): ArrangementDocument {
  return {
    recipe: {
      key: null,
      leftTexture: hasLeftHand ? 'as-written' : 'held-root',
      counts: 'hidden',
      fingers: 'with-source',
      chordSymbols: 'shown',
      learnerId: null,
    },
    pins: [],
    sections: null,
  };
}
