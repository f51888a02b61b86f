import { wholeNumberOrAny } from './fields';
import { defineLimit, plainNotes } from './limit';

/** Onsets a second in each hand: those of a measure over its length. A single note has no speed. */
export const speed = defineLimit({
  fields: {
    onsetsPerSecondTenths: wholeNumberOrAny({
      label: 'Touches a second, each hand',
      least: 5,
      most: 200,
      isInTenths: true,
      defaults: [15, 25, 35, 50, 70, null],
    }),
  },
  price: 700,
  remedies: ['slower', 'easier-measure'],
  inHand: (facts, { onsetsPerSecondTenths: most }) => {
    const { hand, work, lengthMs } = facts;
    if (most === null || work.touches.length <= 1 || plainNotes(facts).length === 0) return [];
    const tenths = Math.round((10_000 * work.touches.length) / Math.max(1, lengthMs));
    if (tenths <= most) return [];
    return [
      {
        hand,
        sentence: `${decimal(tenths)} touches a second in the ${hand} hand, over ${decimal(most)}: a slower tempo or a plainer rhythm`,
      },
    ];
  },
});

function decimal(tenths: number): string {
  return (tenths / 10).toFixed(1).replace(/\.0$/, '');
}
