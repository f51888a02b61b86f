import { wholeNumber } from './fields';
import { defineLimit } from './limit';

/** What a measure may weigh. */
export const load = defineLimit({
  fields: {
    load: wholeNumber({ label: 'Load ceiling', least: 1, most: 100, defaults: [18, 30, 44, 58, 72, 100] }),
  },
  price: 0,
  remedies: ['easier-measure', 'held-root', 'slower'],
  inPiece: ({ measures }, { load: most }) =>
    measures.flatMap((own, measure) =>
      own.load > most
        ? [{ measure, hand: null, sentence: `the measure weighs ${own.load}, over ${most}` }]
        : [],
    ),
});
