import { expect, it } from 'vitest';
import { pieceFacts } from '../../testing/limit-facts';
import { load } from './load';

it('is broken by each measure that weighs more than the ceiling', () => {
  const piece = pieceFacts({ right: 'C4:1/1 | C4:1/1 | C4:1/1', loads: [30, 31, 45] });
  expect(load.inPiece!(piece, { load: 30 })).toEqual([
    { measure: 1, hand: null, sentence: 'the measure weighs 31, over 30' },
    { measure: 2, hand: null, sentence: 'the measure weighs 45, over 30' },
  ]);
  expect(load.inPiece!(piece, { load: 45 })).toEqual([]);
});
