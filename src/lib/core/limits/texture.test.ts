import { expect, it } from 'vitest';
import { handFacts } from '../../testing/limit-facts';
import { texture } from './texture';

const rung = { leftTextures: 3, rightTexturesSolo: 2, rightTexturesSing: 4 };

it('allows textures up to their own rung, by hand and by what the hand is for', () => {
  const left = (leftTexture: 'held-root' | 'close-triads' | 'broken-triads' | 'as-written' | null) =>
    texture.inHand!(handFacts('left', 'C3:1/1', { leftTexture }), rung).map(({ sentence }) => sentence);
  expect(left('close-triads')).toEqual([]);
  expect(left('broken-triads')).toEqual(['the left hand’s texture (broken triads) belongs to rung 4']);
  expect(left('as-written')).toEqual([]);
  expect(left(null)).toEqual([]);
  const right = (rightTexture: 'tune' | 'thirds-at-ends' | 'full-then-thin' | 'broken-up-down') =>
    texture.inHand!(handFacts('right', 'C4:1/1', { rightTexture }), rung).length;
  expect([right('tune'), right('thirds-at-ends'), right('full-then-thin'), right('broken-up-down')]).toEqual([
    0, 1, 0, 1,
  ]);
});
