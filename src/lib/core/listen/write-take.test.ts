import fc from 'fast-check';
import { expect, it } from 'vitest';
import { readTake, type Take } from './take';
import { writeTake } from './write-take';

const back = (take: Take) => {
  const reading = readTake(writeTake(take), 'take.mid');
  if (!reading.ok) throw new Error(reading.error.message);
  return reading.take;
};

it('is read back as it was played, to the millisecond', () => {
  const take: Take = {
    keys: [
      { key: 60, onMs: 0, offMs: 480, velocity: 70 },
      { key: 64, onMs: 3, offMs: 500, velocity: 41 },
      { key: 60, onMs: 480, offMs: 900, velocity: 90 },
    ],
    pedal: [
      { atMs: 10, isDown: true },
      { atMs: 470, isDown: false },
    ],
  };
  const read = back(take);
  expect(
    read.keys.map((key) => ({ ...key, onMs: Math.round(key.onMs), offMs: Math.round(key.offMs) })),
  ).toEqual(take.keys);
  expect(read.pedal.map(({ atMs, isDown }) => ({ atMs: Math.round(atMs), isDown }))).toEqual(take.pedal);
});

it('keeps every key, whatever was played', () => {
  const key = fc.record({
    key: fc.integer({ min: 21, max: 108 }),
    onMs: fc.integer({ min: 0, max: 60_000 }),
    lasts: fc.integer({ min: 1, max: 900 }),
    velocity: fc.integer({ min: 1, max: 127 }),
  });
  fc.assert(
    fc.property(
      fc.uniqueArray(key, { selector: (each) => each.key, minLength: 1, maxLength: 40 }),
      (played) => {
        const keys = played
          .map(({ lasts, ...each }) => ({ ...each, offMs: each.onMs + lasts }))
          .sort((a, b) => a.onMs - b.onMs || a.key - b.key);
        const read = back({ keys, pedal: [] }).keys;
        expect(
          read.map(({ key, onMs, offMs, velocity }) => [key, Math.round(onMs), Math.round(offMs), velocity]),
        ).toEqual(keys.map(({ key, onMs, offMs, velocity }) => [key, onMs, offMs, velocity]));
      },
    ),
  );
});
