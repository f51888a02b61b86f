import { wholeNumberOrAny } from './fields';
import { defineLimit } from './limit';

/** How many measures there are to learn that are not met before. */
export const newMaterial = defineLimit({
  fields: {
    newMeasures: wholeNumberOrAny({
      label: 'Measures of new material',
      least: 1,
      most: 400,
      defaults: [8, 12, 16, 24, 32, null],
    }),
  },
  price: 0,
  remedies: [],
  inPiece: ({ newMeasures }, { newMeasures: most }) =>
    most === null || newMeasures <= most
      ? []
      : [
          {
            measure: null,
            hand: null,
            sentence: `${newMeasures} measures are new material, over ${most}. Hand it out section by section`,
          },
        ],
});
