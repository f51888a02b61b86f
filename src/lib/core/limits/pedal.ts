import { PEDAL_POLICIES } from '../document/choices/pedal-policies.data';
import { isTaken } from '../pedal/plan-pedal';
import { PEDAL_RULES } from '../rungs/rule-scales.data';
import { oneOf } from './fields';
import { defineLimit } from './limit';

/** How much of the pedal a rung takes. */
export const pedal = defineLimit({
  fields: {
    pedal: oneOf('Pedal', PEDAL_RULES, ['none', 'none', 'optional', 'legato', 'any', 'any']),
  },
  price: 0,
  remedies: ['no-pedal'],
  inPiece: ({ measures }, { pedal: rule }) =>
    measures.flatMap(({ pedal: { policy, changes } }, measure) => {
      const asked = policy === 'as-written' ? 'legato' : policy;
      if (changes === 0 || isTaken(rule, asked)) return [];
      return [
        { measure, hand: null, sentence: `“${PEDAL_POLICIES[policy].label}” is more than this rung pedals` },
      ];
    }),
});
