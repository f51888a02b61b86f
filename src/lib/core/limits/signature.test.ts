import { expect, it } from 'vitest';
import { pieceFacts } from '../../testing/limit-facts';
import { readKey } from '../pitch/key';
import { signature } from './signature';

const broken = (key: string, most: number | null) =>
  signature.inPiece!(pieceFacts({ right: 'C4:1/1', key }), { signature: most });

it('goes by the wider of the key that was found and the signature that is written', () => {
  const facts = pieceFacts({ right: 'C4:1/1', key: 'A' });
  const inKey = (key: string) => ({ ...facts, key: readKey(key)! });
  const told = (piece: typeof facts, most: number) =>
    signature.inPiece!(piece, { signature: most }).map(({ sentence }) => sentence);
  expect(told(inKey('D'), 2)).toEqual(['A major has 3 signs, over 2']);
  expect(told(inKey('Ab'), 2)).toEqual(['A♭ major has 4 signs, over 2']);
  expect(told(inKey('F#m'), 2)).toEqual(['F♯ minor has 3 signs, over 2']);
  expect(told({ ...inKey('E'), measures: [] }, 2)).toEqual(['E major has 4 signs, over 2']);
});

it('counts sharps and flats alike, once for the piece', () => {
  expect(broken('D', 2)).toEqual([]);
  expect(broken('Bb', 2)).toEqual([]);
  expect(broken('A', 2)).toEqual([{ measure: null, hand: null, sentence: 'A major has 3 signs, over 2' }]);
  expect(broken('Eb', 2)).toEqual([{ measure: null, hand: null, sentence: 'E♭ major has 3 signs, over 2' }]);
  expect(broken('Db', null)).toEqual([]);
});
