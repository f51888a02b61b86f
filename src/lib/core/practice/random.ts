/** A number from 0 up to 1. */
export type Random = () => number;

/** Random numbers that are the same for the same seed (Numerical Recipes' linear congruence). */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Normal numbers of mean 0 and spread 1 (Box & Muller 1958). */
export function seededNormal(random: Random): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - random()));
    const angle = 2 * Math.PI * random();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}

/** How many of an event happen whose mean is known, with spread wider than Poisson's by `burst` (a gamma mixture by normal approximation where large). */
export function countOf(mean: number, burst: number, random: Random, normal: () => number): number {
  if (mean <= 0) return 0;
  const spread = Math.sqrt(mean * (1 + burst * mean));
  return Math.max(0, Math.round(mean + spread * normal() + (random() - 0.5) * 0.01));
}
