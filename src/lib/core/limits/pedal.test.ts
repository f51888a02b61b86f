import { expect, it } from 'vitest';
import { pieceFacts } from '../../testing/limit-facts';
import type { PedalPolicy } from '../document/choices/pedal-policies.data';
import type { PedalRule } from '../rungs/rule-scales.data';
import { pedal } from './pedal';

const breaks = (rule: PedalRule, policy: PedalPolicy, changes = 1) =>
  pedal.inPiece!(pieceFacts({ right: 'C4:1/1', pedal: { policy, changes } }), { pedal: rule });

it('takes what the rung pedals, and the score’s own where legato is taken', () => {
  expect(breaks('none', 'legato')).toEqual([
    { measure: 0, hand: null, sentence: '“legato” is more than this rung pedals' },
  ]);
  expect(breaks('legato', 'legato')).toEqual([]);
  expect(breaks('optional', 'as-written')).toEqual([]);
  expect(breaks('legato', 'held-bass')).toHaveLength(1);
  expect(breaks('any', 'held-bass')).toEqual([]);
  expect(breaks('none', 'none')).toEqual([]);
  expect(breaks('none', 'legato', 0)).toEqual([]);
});
