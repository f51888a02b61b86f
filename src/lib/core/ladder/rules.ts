import type { Rung } from '../limits/registry';
import { DEFAULT_RUNGS, rungsSchema } from '../limits/rungs';
import { z } from 'zod';
import { DEFAULT_HOUSE, type HouseTextures } from '../textures/house';
import {
  LEFT_TEXTURES,
  RIGHT_TEXTURES,
  TEXTURES,
  type GeneratedTexture,
  type RegisterWindow,
  type TextureFacts,
} from '../document/choices/textures.data';

/** What a studio arranges by: its ladder, what each rung plays, and how low and high textures may lie. */
export interface ArrangingRules {
  readonly rungs: readonly Rung[];
  readonly house: readonly HouseTextures[];
  readonly windows: Readonly<Partial<Record<GeneratedTexture, RegisterWindow>>>;
}

const left = z.enum(LEFT_TEXTURES);
const right = z.enum(RIGHT_TEXTURES);
const key = z.int().min(21).max(108);

export const rulesSchema = z
  .object({
    rungs: rungsSchema,
    house: z.array(
      z.object({
        soloLeft: left,
        soloLeftInThree: left,
        soloRight: right,
        singLeft: left,
        singRight: right,
      }),
    ),
    windows: z.partialRecord(
      z.enum(Object.keys(TEXTURES) as [GeneratedTexture, ...GeneratedTexture[]]),
      z.object({ lowest: key, highest: key }).refine(({ lowest, highest }) => highest - lowest >= 11, {
        message: 'A window must be an octave wide, or some roots find no place in it.',
      }),
    ),
  })
  .refine(({ rungs, house }) => rungs.length === house.length, {
    message: 'Every rung needs its textures.',
    path: ['house'],
  });

export const DEFAULT_RULES: ArrangingRules = { rungs: DEFAULT_RUNGS, house: DEFAULT_HOUSE, windows: {} };

/** A texture with the studio's own window. */
export function textureFacts(rules: ArrangingRules, texture: GeneratedTexture): TextureFacts {
  const window = rules.windows[texture];
  const facts = TEXTURES[texture];
  if (!window) return facts;
  return { ...facts, window, home: Math.min(window.highest, Math.max(window.lowest, facts.home)) };
}
