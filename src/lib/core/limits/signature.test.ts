import { expect, it } from 'vitest';
import { pieceFacts } from '../../testing/limit-facts';
import { signature } from './signature';

const broken = (key: string, most: number | null) =>
  signature.inPiece!(pieceFacts({ right: 'C4:1/1', key }), { signature: most });

it('counts sharps and flats alike, once for the piece', () => {
  expect(broken('D', 2)).toEqual([]);
  expect(broken('Bb', 2)).toEqual([]);
  expect(broken('A', 2)).toEqual([{ measure: null, hand: null, sentence: 'A major has 3 signs, over 2' }]);
  expect(broken('Eb', 2)).toEqual([{ measure: null, hand: null, sentence: 'E♭ major has 3 signs, over 2' }]);
  expect(broken('Db', null)).toEqual([]);
});
