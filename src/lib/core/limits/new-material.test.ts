import { expect, it } from 'vitest';
import { pieceFacts } from '../../testing/limit-facts';
import { newMaterial } from './new-material';

const broken = (measures: number, most: number | null) =>
  newMaterial.inPiece!(pieceFacts({ right: 'C4:1/1', newMeasures: measures }), { newMeasures: most });

it('counts measures that are not met before', () => {
  expect(broken(8, 8)).toEqual([]);
  expect(broken(9, 8)).toEqual([
    {
      measure: null,
      hand: null,
      sentence: '9 measures are new material, over 8. Hand it out section by section',
    },
  ]);
  expect(broken(400, null)).toEqual([]);
});
