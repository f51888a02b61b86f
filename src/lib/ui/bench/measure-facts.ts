import { setAsidePinId } from '$lib/core/document/pins/set-aside';
import { kindOf, type Pin, type PinName } from '$lib/core/document/pins/registry';
import { measureNumber } from '$lib/core/score/by-measure';
import type { Arrangement } from '$lib/core/arrange/arrangement';
import type { Snag } from '$lib/core/snags/snag';
import type { HandName } from '$lib/core/hands/hand';
import { textureLabel } from '$lib/core/document/choices/textures.data';

/** What the rows under a measure say of it. */
export interface MeasureFacts {
  readonly number: string;
  readonly left: RowText;
  readonly right: RowText;
  readonly load: number;
  readonly snags: readonly string[];
  /** What the teacher asked of this measure, and whether it differs from what it is compared with. */
  readonly marks: string;
  readonly isPedalPinned: boolean;
}

interface RowText {
  readonly texture: string;
  /** The measure before has another. */
  readonly isNew: boolean;
  readonly isPainted: boolean;
  /** Where the hand lies, in words, and whether that is elsewhere than in the measure before. */
  readonly position: string;
  readonly isMoved: boolean;
}

/** `pinsAt` are pins of whole measures by measure of the source; `changed` are ordinals of measures. O(measures + snags). */
export function measureFacts(
  arrangement: Arrangement,
  pinsAt: ReadonlyMap<number, readonly Pin[]>,
  changed: ReadonlySet<number>,
): readonly MeasureFacts[] {
  const snags = new Map<number, string[]>();
  for (const { measure, sentence } of toMend(arrangement, pinsAt))
    snags.set(measure, [...(snags.get(measure) ?? []), sentence]);
  return arrangement.score.measures.map((_, index): MeasureFacts => {
    const pins = pinsAt.get(arrangement.sourceMeasure[index] ?? -1) ?? [];
    const has = (...kinds: readonly PinName[]) => pins.some(({ kind }) => kinds.includes(kind));
    const { textures, rightTextures, positions } = arrangement;
    const place = (hand: HandName) => {
      const position = positions[index]?.[hand] ?? '';
      return { position, isMoved: position !== '' && position !== positions[index - 1]?.[hand] };
    };
    return {
      number: measureNumber(arrangement.score.measures, index),
      left: {
        texture: textureLabel(textures[index]!),
        isNew: textures[index] !== textures[index - 1],
        isPainted: has('texture'),
        ...place('left'),
      },
      right: {
        texture: textureLabel(rightTextures[index]!),
        isNew: rightTextures[index] !== rightTextures[index - 1],
        isPainted: has('right-texture'),
        ...place('right'),
      },
      load: arrangement.loads[index]?.total ?? 0,
      snags: snags.get(index) ?? [],
      marks: [
        ...pins.flatMap((pin) => kindOf(pin).wordOf?.(pin) ?? []),
        ...(changed.has(index) ? ['changed'] : []),
      ].join(', '),
      isPedalPinned: has('pedal', 'pedal-points'),
    };
  });
}

/** Why a snag may stay as it is; null where nobody said so. */
export function reasonAside(
  snag: Snag,
  { sourceMeasure }: Pick<Arrangement, 'sourceMeasure'>,
  pinsAt: ReadonlyMap<number, readonly Pin[]>,
): string | null {
  const source = sourceMeasure[snag.measure] ?? -1;
  const id = setAsidePinId(source, snag);
  const found = pinsAt.get(source)?.find((pin) => pin.id === id);
  return found?.kind === 'set-aside' ? found.reason : null;
}

/** What is to mend: all that was not set aside. */
export function toMend(
  arrangement: Pick<Arrangement, 'snags' | 'sourceMeasure'>,
  pinsAt: ReadonlyMap<number, readonly Pin[]>,
): readonly Snag[] {
  return arrangement.snags.filter((snag) => reasonAside(snag, arrangement, pinsAt) === null);
}
