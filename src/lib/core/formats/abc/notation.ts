import type { Pitch } from '../../pitch/pitch';

/** A length of time over another as a fraction in lowest terms: `3/2`. */
export function fraction(value: number, unit: number): { readonly over: number; readonly under: number } {
  let [a, b] = [value, unit];
  while (b !== 0) [a, b] = [b, a % b];
  return { over: value / a, under: unit / a };
}

/** A note's length after its letter, in units of `L:`: nothing, `3`, `/2`, `3/2`. */
export function lengthText(ticks: number, unitTicks: number): string {
  const { over, under } = fraction(ticks, unitTicks);
  return `${over === 1 ? '' : over}${under === 1 ? '' : `/${under}`}`;
}

/** A note's letter with its octave, and its own sign where one is wanted. */
export function pitchText({ step, alter, octave }: Pitch, hasSign: boolean): string {
  const sign = !hasSign ? '' : alter === 0 ? '=' : alter > 0 ? '^'.repeat(alter) : '_'.repeat(-alter);
  return octave >= 5
    ? sign + step.toLowerCase() + "'".repeat(octave - 5)
    : sign + step + ','.repeat(4 - octave);
}
