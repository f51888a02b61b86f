import { keyLabel } from '../pitch/key';
import { wholeNumberOrAny } from './fields';
import { defineLimit } from './limit';

/** Sharps or flats in the key signature. */
export const signature = defineLimit({
  fields: {
    signature: wholeNumberOrAny({
      label: 'Signs in the key signature',
      least: 0,
      most: 7,
      defaults: [1, 1, 2, 3, 4, null],
    }),
  },
  price: 0,
  remedies: ['easier-key'],
  inPiece: ({ key, measures }, { signature: most }) => {
    // A key that was found may be written with another signature.
    const written = measures[0]?.right.measure.key ?? key;
    const widest = Math.abs(written.fifths) > Math.abs(key.fifths) ? written : key;
    const signs = Math.abs(widest.fifths);
    if (most === null || signs <= most) return [];
    return [{ measure: null, hand: null, sentence: `${keyLabel(widest)} has ${signs} signs, over ${most}` }];
  },
});
