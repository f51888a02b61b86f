import { z } from 'zod';
import type { PieceMakeup } from '../score/makeup';
import type { Section } from '../score/model';
import { measure } from './pins/pin';
import { pinSchema, type Pin } from './pins/registry';
import { recipeSchema, type Recipe } from './recipe';

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
      chordSymbols: 'as-sounding',
      learnerId: null,
    },
    pins: [],
    sections: null,
  };
}
