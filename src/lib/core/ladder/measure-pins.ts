import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import type { HandName } from '../hands/hand';
import type { Pitch } from '../pitch/pitch';

/** What the teacher fixed for single measures, before notes are chosen. */
export interface MeasurePins {
  readonly left: ReadonlyMap<number, LeftTexture>;
  readonly right: ReadonlyMap<number, RightTexture>;
  readonly keep: ReadonlySet<number>;
  readonly voicings: ReadonlyMap<number, readonly PinnedVoicing[]>;
}

/** The notes of one chord in one hand, in the key of the arrangement. */
export interface PinnedVoicing {
  readonly hand: HandName;
  readonly texture: LeftTexture | RightTexture;
  /** Where the chord begins, in ticks of the piece. */
  readonly at: number;
  readonly pitches: readonly Pitch[];
}

export const NO_PINS: MeasurePins = {
  left: new Map(),
  right: new Map(),
  keep: new Set(),
  voicings: new Map(),
};

export function isPinned({ left, right, keep, voicings }: MeasurePins, measure: number): boolean {
  return left.has(measure) || right.has(measure) || keep.has(measure) || voicings.has(measure);
}

/** Has a hand of a measure a texture or chords of its own? */
export function isHandPinned(pins: MeasurePins, hand: HandName, measure: number): boolean {
  return isHandVoiced(pins, hand, measure) || pins[hand].has(measure);
}

export function isHandVoiced({ voicings }: MeasurePins, hand: HandName, measure: number): boolean {
  return voicings.get(measure)?.some((each) => each.hand === hand) ?? false;
}

export function hasPins({ left, right, keep, voicings }: MeasurePins): boolean {
  return left.size + right.size + keep.size + voicings.size > 0;
}

/** The chords of a hand that are voiced by the teacher where it plays in a texture, by the tick at which they begin. */
export function voicedByHand(
  { voicings }: MeasurePins,
  hand: HandName,
  texture: LeftTexture | RightTexture,
): ReadonlyMap<number, readonly Pitch[]> {
  const own = [...voicings.values()].flat().filter((each) => each.hand === hand && each.texture === texture);
  return new Map(own.map(({ at, pitches }) => [at, pitches]));
}
