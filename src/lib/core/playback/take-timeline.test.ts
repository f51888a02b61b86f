import { expect, it } from 'vitest';
import { takeTimeline } from './take-timeline';

const key = (key: number, onMs: number, offMs: number) => ({ key, onMs, offMs, velocity: 127 });

it('begins with the first key and lasts as long as what sounds', () => {
  const { sounds, seconds } = takeTimeline({ keys: [key(60, 2000, 2500), key(64, 2500, 3250)], pedal: [] });
  expect(sounds.map(({ at, lasts }) => [at, lasts])).toEqual([
    [0, 0.5],
    [0.5, 0.75],
  ]);
  expect(seconds).toBe(1.25);
  expect(takeTimeline({ keys: [], pedal: [] }).seconds).toBe(0);
});

it('holds under the pedal what was let go, until it is lifted', () => {
  const pedal = [
    { atMs: 100, isDown: true },
    { atMs: 900, isDown: false },
  ];
  const { sounds } = takeTimeline({ keys: [key(60, 0, 300), key(62, 850, 1000)], pedal });
  expect(sounds.map(({ lasts }) => Math.round(lasts * 1000))).toEqual([900, 150]);
});
