import { seededNormal, type Random } from './random';

/** How well a section went on one occasion: the tempo as a share of its target, after so many occasions before it. */
export interface Occasion {
  readonly count: number;
  readonly share: number;
}

/** What is believed of a learner before a section's own entries: means and spreads of what the tempo tends to and how far it began below it. */
export interface GrowthPrior {
  readonly ceiling: { readonly mean: number; readonly spread: number };
  readonly gap: { readonly mean: number; readonly spread: number };
}

export const DEFAULT_PRIOR: GrowthPrior = {
  ceiling: { mean: 1.02, spread: 0.16 },
  gap: { mean: 0.5, spread: 0.2 },
};

/**
 * Shapes of diminishing returns: what is left of the gap after so many occasions, by an exponential (Heathcote, Brown & Mewhort
 * 2000) or a power (Newell & Rosenbloom 1981). Each is a way the practice might go; the entries say which are likely.
 */
const SHAPES: readonly ((count: number) => number)[] = [
  ...[0.02, 0.04, 0.07, 0.1, 0.14, 0.2, 0.28, 0.4, 0.6].map(
    (rate) => (count: number) => Math.exp(-rate * count),
  ),
  ...[0.3, 0.5, 0.8, 1.2].map((power) => (count: number) => Math.pow(1 + count, -power)),
];
/** How far an occasion strays from the curve, as shares of the target. */
const NOISES = [0.02, 0.035, 0.055, 0.085, 0.13] as const;

/** One way the tempo may have grown: its shape and noise, how likely it is, and the curve's ceiling and gap with their spread. */
interface Way {
  readonly shape: (count: number) => number;
  readonly noise: number;
  readonly weight: number;
  readonly mean: readonly [ceiling: number, gap: number];
  /** Lower triangle of the root of the covariance. */
  readonly root: readonly [number, number, number];
}

export interface Growth {
  readonly ways: readonly Way[];
}

/**
 * Fits the curves share = ceiling − gap·shape(count) to what was played, each shape and noise by Bayesian linear regression in
 * closed form, weighed by how well it tells the entries. Without entries it is the prior. O(shapes × noises × entries).
 */
export function fitGrowth(occasions: readonly Occasion[], prior: GrowthPrior = DEFAULT_PRIOR): Growth {
  const ways = SHAPES.flatMap((shape) => NOISES.map((noise) => wayOf(shape, noise, occasions, prior)));
  const best = Math.max(...ways.map(({ evidence }) => evidence));
  const weights = ways.map(({ evidence }) => Math.exp(evidence - best));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return {
    ways: ways.map(({ evidence: _, ...way }, index) => ({ ...way, weight: weights[index]! / total })),
  };
}

function wayOf(
  shape: Way['shape'],
  noise: number,
  occasions: readonly Occasion[],
  { ceiling, gap }: GrowthPrior,
): Omit<Way, 'weight'> & { readonly evidence: number } {
  // Precision matrix [[a, b], [b, c]] and its right side, for (ceiling, gap) with features (1, −shape).
  const precision = 1 / (noise * noise);
  let [a, b, c] = [1 / ceiling.spread ** 2, 0, 1 / gap.spread ** 2];
  let [u, v] = [ceiling.mean * a, gap.mean * c];
  const prior = { a, c };
  let squares = 0;
  for (const { count, share } of occasions) {
    const feature = -shape(count);
    a += precision;
    b += precision * feature;
    c += precision * feature * feature;
    u += precision * share;
    v += precision * feature * share;
    squares += precision * share * share;
  }
  const determinant = a * c - b * b;
  const mean = [(c * u - b * v) / determinant, (a * v - b * u) / determinant] as const;
  const evidence =
    0.5 * (Math.log(prior.a) + Math.log(prior.c)) -
    0.5 * Math.log(determinant) +
    0.5 * occasions.length * Math.log(precision) -
    0.5 * (squares + prior.a * ceiling.mean ** 2 + prior.c * gap.mean ** 2 - (mean[0] * u + mean[1] * v));
  const [varianceCeiling, covariance, varianceGap] = [c / determinant, -b / determinant, a / determinant];
  const first = Math.sqrt(varianceCeiling);
  const second = covariance / first;
  const third = Math.sqrt(Math.max(0, varianceGap - second * second));
  return { shape, noise, evidence, mean, root: [first, second, third] };
}

/** The share expected after so many occasions. */
export function expectedShare({ ways }: Growth, count: number): number {
  return ways.reduce((sum, { weight, mean, shape }) => sum + weight * (mean[0] - mean[1] * shape(count)), 0);
}

/** The mean ceiling and gap over all ways: what another section of the same learner may be expected to do. */
export function meanGrowth({ ways }: Growth): { readonly ceiling: number; readonly gap: number } {
  return {
    ceiling: ways.reduce((sum, { weight, mean }) => sum + weight * mean[0], 0),
    gap: ways.reduce((sum, { weight, mean }) => sum + weight * mean[1], 0),
  };
}

/** Shares that might be played after so many occasions, `count` telling them anew each time; the same for the same random numbers. */
export function sampleShares(
  { ways }: Growth,
  count: (random: Random) => number,
  random: Random,
  samples: number,
): readonly number[] {
  const normal = seededNormal(random);
  return Array.from({ length: samples }, () => {
    const way = pick(ways, random());
    const [x, y] = [normal(), normal()];
    const ceiling = way.mean[0] + way.root[0] * x;
    const gap = way.mean[1] + way.root[1] * x + way.root[2] * y;
    return ceiling - gap * way.shape(count(random)) + NOISE_OF_A_DAY * way.noise * normal();
  });
}

/** A single playing strays less from its curve than a day's log does: half of it is the day's own. */
const NOISE_OF_A_DAY = 0.2;

function pick(ways: readonly Way[], at: number): Way {
  let passed = 0;
  for (const way of ways) {
    passed += way.weight;
    if (passed >= at) return way;
  }
  return ways.at(-1)!;
}
