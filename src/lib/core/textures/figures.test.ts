import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryTime } from '../../testing/arbitrary-score';
import { metreLength } from '../score/time';
import { atRest, placesIn, strikesOf } from './figures';
import { SUNG_TEXTURES, TEXTURES, type Figure } from '../document/choices/textures.data';

const FIGURES = [...new Set(Object.values(TEXTURES).map((texture) => texture.figure))] as Figure[];
/** Strikes as `tones@quarters`. */
const play = (figure: Figure, size: number, beats: number, beatType: number) => {
  const time = { beats, beatType };
  return strikesOf({ figure, size, from: 0, duration: metreLength(time), time })
    .map((strike) => `${strike.tones.join('')}@${strike.at / 10_080}`)
    .join(' ');
};

describe('figures', () => {
  it.each([
    ['a waltz', 'bass-then-chord', 4, 3, 4, '0@0 123@1 123@2'],
    ['bass then chord in 6/8', 'bass-then-chord', 4, 6, 8, '0@0 123@0.5 123@1 0@1.5 123@2 123@2.5'],
    ['broken triads in 4/4', 'broken', 3, 4, 4, '0@0 1@0.5 2@1 1@1.5 0@2 1@2.5 2@3 1@3.5'],
    ['broken triads in 12/8', 'broken', 3, 6, 8, '0@0 1@0.5 2@1 0@1.5 1@2 2@2.5'],
    ['a swing bass', 'swing', 5, 4, 4, '0@0 234@1 1@2 234@3'],
    ['root and fifth in turn', 'alternating', 2, 2, 2, '0@0 1@2'],
    ['a spread', 'spread', 3, 3, 4, '0@0 1@0.5 2@1'],
    ['pulses', 'pulsed', 1, 9, 8, '0@0 0@1.5 0@3'],
  ] as const)('%s', (_, figure, size, beats, beatType, expected) =>
    expect(play(figure, size, beats, beatType)).toBe(expected),
  );

  it('come to rest in the last measure: held, and close enough to be struck at once', () => {
    for (const facts of [...Object.values(TEXTURES), ...Object.values(SUNG_TEXTURES)]) {
      if (facts.figure === 'slashes') continue;
      const rest = atRest(facts);
      expect(rest.figure).toBe('held');
      expect(['low-root-triad', 'root-fifth-tenth', 'triad-octave']).not.toContain(rest.stack);
    }
    expect(atRest(TEXTURES['root-fifth']).stack).toBe('root');
    expect(atRest(TEXTURES['tenths-broken'])).toMatchObject({
      stack: 'triad',
      window: TEXTURES['close-triads'].window,
    });
  });

  it('have as many places one after another as their stretch has parts', () => {
    const places = (beats: number, beatType: number, from: number, quarters: number) =>
      placesIn({ from: from * 10_080, duration: quarters * 10_080, time: { beats, beatType } });
    expect(places(4, 4, 0, 4)).toBe(8);
    expect(places(4, 4, 2, 1)).toBe(2);
    expect(places(6, 8, 0, 3)).toBe(6);
    expect(places(6, 8, 1.5, 1.5)).toBe(3);
  });

  it('cover any stretch of any metre without gap or overlap', () =>
    fc.assert(
      fc.property(
        arbitraryTime,
        fc.constantFrom(...FIGURES),
        fc.integer({ min: 1, max: 5 }),
        fc.nat(),
        fc.nat(),
        (time, figure, size, a, b) => {
          const units = metreLength(time) / 2520;
          const from = (a % units) * 2520;
          const duration = (1 + (b % (units - (a % units)))) * 2520;
          const strikes = strikesOf({
            figure,
            size: figure === 'swing' ? 5 : size,
            from,
            duration,
            time,
          });
          let at = from;
          for (const strike of strikes) {
            expect(strike.at).toBe(at);
            expect(strike.duration).toBeGreaterThan(0);
            at += strike.duration;
          }
          expect(at).toBe(from + duration);
        },
      ),
    ));
});
