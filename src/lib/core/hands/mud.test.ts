import { describe, expect, it } from 'vitest';
import { readPitch, type Pitch } from '../pitch/pitch';
import { isMuddy, roughness, worstPair } from './mud';

const pitches = (names: string) => names.split(' ').map((name) => readPitch(name)!) as readonly Pitch[];
const worst = (names: string) => (worstPair(pitches(names))?.thousandths ?? 0) / 1000;

/** The published formula once more, written out independently for partials in Hz. */
function independently(lowHz: number, highHz: number): number {
  const tones = [lowHz, highHz].map((hz) =>
    [1, 2, 3, 4, 5, 6, 7, 8].map((n) => ({ hz: n * hz, amplitude: Math.pow(0.88, n - 1) })),
  );
  let total = 0;
  for (const p of tones[0]!)
    for (const q of tones[1]!) {
      const s = 0.24 / (0.0207 * Math.min(p.hz, q.hz) + 18.96);
      const x = s * Math.abs(p.hz - q.hz);
      total += p.amplitude * q.amplitude * (Math.exp(-3.5 * x) - Math.exp(-5.75 * x));
    }
  return total;
}

describe('mud', () => {
  it('is as calculated for close triads, a fifth and a spread tenth', () => {
    expect(worst('C3 E3 G3')).toBeCloseTo(0.64, 2);
    expect(worst('C2 E2 G2')).toBeCloseTo(1.07, 2);
    expect(worst('C2 G2')).toBeCloseTo(0.82, 2);
    expect(worst('C2 G2 E3')).toBeCloseTo(0.82, 2);
  });

  it('agrees with the formula written out again, for every pair up to the octave', () => {
    for (let low = 28; low < 60; low += 1)
      for (let high = low + 1; high <= low + 12; high += 1) {
        const hz = (key: number) => 440 * Math.pow(2, (key - 69) / 12);
        expect(roughness(low, high)).toBeCloseTo(independently(hz(low), hz(high)), 10);
      }
  });

  it('passes or fails, and names the guilty pair', () => {
    expect(isMuddy(worstPair(pitches('C3 E3 G3')))).toBe(false);
    expect(isMuddy(worstPair(pitches('C2 G2')))).toBe(false);
    const triad = worstPair(pitches('C2 E2 G2'))!;
    expect(isMuddy(triad)).toBe(true);
    expect([triad.low, triad.high]).toEqual(pitches('C2 E2'));
  });

  it('asks only about what lies low', () => expect(worstPair(pitches('E3 F3 F#3'))).toBeNull());
});
