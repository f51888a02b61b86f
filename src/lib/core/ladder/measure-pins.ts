import type { LeftTexture, RightTexture } from '../document/choices/textures.data';

/** What the teacher fixed for single measures, before notes are chosen. */
export interface MeasurePins {
  readonly left: ReadonlyMap<number, LeftTexture>;
  readonly right: ReadonlyMap<number, RightTexture>;
  readonly keep: ReadonlySet<number>;
}

export const NO_PINS: MeasurePins = { left: new Map(), right: new Map(), keep: new Set() };

export function isPinned({ left, right, keep }: MeasurePins, measure: number): boolean {
  return left.has(measure) || right.has(measure) || keep.has(measure);
}

export function hasPins({ left, right, keep }: MeasurePins): boolean {
  return left.size + right.size + keep.size > 0;
}
