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
  inPiece: ({ key }, { signature: most }) => {
    const signs = Math.abs(key.fifths);
    if (most === null || signs <= most) return [];
    return [{ measure: null, hand: null, sentence: `${keyLabel(key)} has ${signs} signs, over ${most}` }];
  },
});
