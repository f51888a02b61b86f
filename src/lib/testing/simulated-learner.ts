import { countOf, seededNormal, seededRandom, type Random } from '../core/practice/random';
import type { Played } from '../core/practice/forecast';

export const TEMPERAMENTS = ['steady', 'bursts', 'forgetful', 'fast'] as const;
export type Temperament = (typeof TEMPERAMENTS)[number];

/** How a made-up learner goes about it: how fast a section grows, on which days it is played, what a gap costs. */
interface Ways {
  readonly rate: readonly [least: number, most: number];
  readonly isPower: boolean;
  readonly playsOn: (day: number, random: Random) => boolean;
  /** Share of what was won that a day without it costs. */
  readonly lossADay: number;
  readonly noise: number;
}

const WAYS: Readonly<Record<Temperament, Ways>> = {
  steady: {
    rate: [0.05, 0.14],
    isPower: false,
    playsOn: (_, random) => random() < 0.6,
    lossADay: 0,
    noise: 0.03,
  },
  bursts: {
    rate: [0.05, 0.16],
    isPower: true,
    playsOn: (day, random) => random() < (Math.floor(day / 7) % 2 === 0 ? 0.75 : 0.12),
    lossADay: 0.003,
    noise: 0.045,
  },
  forgetful: {
    rate: [0.06, 0.16],
    isPower: false,
    playsOn: (_, random) => random() < 0.35,
    lossADay: 0.008,
    noise: 0.05,
  },
  fast: {
    rate: [0.14, 0.35],
    isPower: false,
    playsOn: (_, random) => random() < 0.5,
    lossADay: 0,
    noise: 0.04,
  },
};

export interface SimulatedSection {
  readonly section: string;
  /** Every turn, up to the last day. */
  readonly played: readonly Played[];
  /** The tempo that is really there at the end of a day. */
  readonly tempoOn: (day: number) => number;
}

/** A section practised by a made-up learner from day 0, the same for the same seed. */
export function simulateSection(
  seed: number,
  temperament: Temperament,
  {
    targetBpm,
    days,
    section = 'A',
  }: { readonly targetBpm: number; readonly days: number; readonly section?: string },
): SimulatedSection {
  const random = seededRandom(seed * 7919 + 13);
  for (let warm = 0; warm < 5; warm += 1) random();
  const normal = seededNormal(random);
  const ways = WAYS[temperament];
  const between = ([least, most]: readonly [number, number]) => least + (most - least) * random();
  const ceiling = between([0.88, 1.22]);
  const gap = between([0.3, 0.65]);
  const rate = between(ways.rate);
  const left = (count: number) => (ways.isPower ? Math.pow(1 + count, -rate * 6) : Math.exp(-rate * count));
  const played: Played[] = [];
  const tempos: number[] = [];
  let count = 0;
  for (let day = 0; day < days; day += 1) {
    const isPlayed = day === 0 || ways.playsOn(day, random);
    if (isPlayed) count += 1;
    else count = Math.max(0, count - count * ways.lossADay * 4);
    const share = ceiling - gap * left(Math.max(0, count - 1));
    tempos.push(share * targetBpm);
    if (!isPlayed) continue;
    const reached = share * (1 + ways.noise * normal());
    const failedRuns = countOf(0.6, 0, random, normal);
    played.push({
      onDay: day,
      section,
      stage: share > 0.8 ? 'at-tempo' : 'together',
      tempoBpm: Math.max(30, Math.round(reached * targetBpm)),
      cleanRuns: 1 + Math.floor(random() * 3),
      failedRuns,
      minutes: 3 + Math.floor(random() * 4),
    });
  }
  return { section, played, tempoOn: (day) => tempos[day]! };
}
