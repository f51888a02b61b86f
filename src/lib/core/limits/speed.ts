import type { TimeSignature } from '../score/model';
import { isCountedInEighths, metreLength } from '../score/time';
import { wholeNumberOrAny } from './fields';
import { defineLimit, plainNotes } from './limit';

/**
 * Onsets a second in each hand: those of a measure over its length, a pickup's over its own. Where a beat is counted in eighths
 * (compound metre and 3/8) the figures are others. A single note has no speed.
 */
export const speed = defineLimit({
  fields: {
    onsetsPerSecondTenths: wholeNumberOrAny({
      label: 'Touches a second, each hand',
      least: 5,
      most: 200,
      isInTenths: true,
      defaults: [15, 25, 35, 50, 70, null],
    }),
    onsetsPerSecondTenthsInEighths: wholeNumberOrAny({
      label: 'Touches a second in eighths (6/8, 3/8)',
      least: 5,
      most: 200,
      isInTenths: true,
      defaults: [20, 30, 40, 50, 70, null],
    }),
  },
  price: 700,
  remedies: ['slower', 'easier-measure'],
  inHand: (facts, rung) => {
    const { hand, work, lengthMs, measure } = facts;
    const most = mostTenths(measure.time, rung);
    if (most === null || work.touches.length <= 1 || plainNotes(facts).length === 0) return [];
    const ownMs = (lengthMs * measure.length) / Math.max(measure.length, metreLength(measure.time));
    const tenths = Math.round((10_000 * work.touches.length) / Math.max(1, ownMs));
    if (tenths <= most) return [];
    return [
      {
        hand,
        sentence: `${decimal(tenths)} touches a second in the ${hand} hand, over ${decimal(most)}: a slower tempo or a plainer rhythm`,
      },
    ];
  },
});

/** The most touches a second in a metre, in tenths; null where any number goes. */
export function mostTenths(
  time: TimeSignature,
  rung: {
    readonly onsetsPerSecondTenths: number | null;
    readonly onsetsPerSecondTenthsInEighths: number | null;
  },
): number | null {
  return isCountedInEighths(time) ? rung.onsetsPerSecondTenthsInEighths : rung.onsetsPerSecondTenths;
}

function decimal(tenths: number): string {
  return (tenths / 10).toFixed(1).replace(/\.0$/, '');
}
