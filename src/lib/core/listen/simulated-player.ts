import type { HandName } from '../hands/hand';
import { seededNormal, seededRandom } from '../practice/random';
import type { Score } from '../score/model';
import { tempoOf } from '../score/tempo';
import { TICKS_PER_QUARTER } from '../units';
import { expectedOf, type Expected, type Moment } from './moments';
import type { PlayedKey, Take } from './take';

export const FAULTS = ['wrong', 'missing', 'extra', 'restart', 'skip', 'stop'] as const;
export type Fault = (typeof FAULTS)[number];

export interface PlayerWays {
  readonly seed: number;
  /** Share of the written tempo, in percent. */
  readonly tempoPercent: number;
  /** By how much the tempo drifts to either side, in percent. */
  readonly driftPercent: number;
  /** How far single notes stray, as a standard deviation. */
  readonly jitterMs: number;
  /** How far the left hand comes after the right. */
  readonly handsApartMs: number;
  /** How many faults in ten measures, in the mean, and of which kinds. */
  readonly faultsInTen: number;
  readonly faults: readonly Fault[];
  readonly hand: HandName | null;
  /** Measures to play, both included. */
  readonly from: number;
  readonly to: number;
}

export const STEADY: PlayerWays = {
  ...{ seed: 1, tempoPercent: 100, driftPercent: 0, jitterMs: 0, handsApartMs: 0 },
  ...{ faultsInTen: 0, faults: FAULTS, hand: null, from: 0, to: Infinity },
};

/** What the player did to a measure, by ordinal; measures that are not named were played as written. */
export interface Done {
  readonly measure: number;
  readonly fault: Fault;
  /** Of a wrong note: what was asked for and what was played; of one missing or too many: that key. Of a restart: where it went back to. */
  readonly key?: number;
  readonly played?: number;
  readonly backTo?: number;
}

export interface Simulated {
  readonly take: Take;
  readonly done: readonly Done[];
}

const LENGTH_SHARE = 0.92;

/**
 * A player that stands in for a keyboard and a person at it: plays a score in its own tempo, drifting and straying, with faults here and
 * there, and says which. The same seed plays the same.
 */
export function simulatePlayer(score: Score, change: Partial<PlayerWays> = {}): Simulated {
  const ways = { ...STEADY, ...change };
  const expected = expectedOf(score, ways.hand, false);
  const random = seededRandom(ways.seed);
  const player = new Player(expected, ways, random, seededNormal(random));
  return player.play(score);
}

class Player {
  readonly #keys: PlayedKey[] = [];
  readonly #done: Done[] = [];
  #ms = 0;
  #tick = 0;
  #drift = 0;

  constructor(
    private readonly expected: Expected,
    private readonly ways: PlayerWays,
    private readonly random: () => number,
    private readonly normal: () => number,
  ) {}

  play(score: Score): Simulated {
    const { from, to, faultsInTen, faults } = this.ways;
    const quarterMs = 60_000 / ((tempoOf(score) * this.ways.tempoPercent) / 100);
    const byMeasure = measuresOf(this.expected, from, to);
    this.#tick = byMeasure[0]?.moments[0]?.tick ?? 0;
    for (const [index, { measure, moments }] of byMeasure.entries()) {
      const fault =
        this.random() < faultsInTen / 10 ? faults[Math.floor(this.random() * faults.length)] : undefined;
      const isInside = index > 0 && index < byMeasure.length - 1;
      if (fault === 'skip' && isInside && byMeasure.length > 6) {
        this.#done.push({ measure, fault });
        // The beat goes on: what comes after the measure is played where the measure would have begun.
        this.#ms += Math.max(0, moments[0]!.tick - this.#tick) * (quarterMs / TICKS_PER_QUARTER);
        this.#tick = byMeasure[index + 1]?.moments[0]?.tick ?? this.#tick;
        continue;
      }
      if (fault === 'restart' && isInside) this.#breakOff(byMeasure, index, quarterMs);
      const at = Math.floor(this.random() * moments.length);
      for (const [place, moment] of moments.entries())
        this.#strike(
          moment,
          quarterMs,
          place === at && fault !== 'restart' && fault !== 'skip' ? fault : undefined,
        );
    }
    const keys = [...this.#keys].sort((a, b) => a.onMs - b.onMs || a.key - b.key);
    return { take: { keys, pedal: [] }, done: this.#done };
  }

  /** Plays on into the measure, stops, and goes back to the one before it. */
  #breakOff(byMeasure: readonly MeasureMoments[], index: number, quarterMs: number): void {
    const { measure, moments } = byMeasure[index]!;
    const backTo = byMeasure[index - 1]!;
    const until = Math.max(1, Math.floor(moments.length / 2));
    for (const moment of moments.slice(0, until)) this.#strike(moment, quarterMs, undefined);
    this.#done.push({ measure, fault: 'restart', backTo: backTo.measure });
    this.#ms += quarterMs * (0.5 + this.random());
    this.#tick = backTo.moments[0]?.tick ?? this.#tick;
    for (const moment of backTo.moments) this.#strike(moment, quarterMs, undefined);
  }

  #strike(moment: Moment, quarterMs: number, fault: Fault | undefined): void {
    const { jitterMs, driftPercent, handsApartMs } = this.ways;
    this.#drift = Math.max(-1, Math.min(1, this.#drift + 0.15 * this.normal()));
    const rate = (quarterMs * (1 + (driftPercent / 100) * this.#drift)) / TICKS_PER_QUARTER;
    this.#ms += Math.max(0, moment.tick - this.#tick) * rate;
    this.#tick = moment.tick;
    if (fault === 'stop') {
      this.#ms += quarterMs * 2.2;
      this.#done.push({ measure: moment.measure, fault });
    }
    const asked = moment.keys.filter(({ isOptional }) => !isOptional);
    const spoiled =
      fault === 'wrong' || fault === 'missing' ? asked[Math.floor(this.random() * asked.length)] : undefined;
    for (const expected of asked) {
      const late = expected.hand === 'left' ? handsApartMs : 0;
      const onMs = Math.max(0, this.#ms + late + jitterMs * this.normal());
      const lengthMs = Math.max(60, (expected.endTick - moment.tick) * rate * LENGTH_SHARE);
      let { key } = expected;
      if (expected === spoiled && fault === 'missing') {
        this.#done.push({ measure: moment.measure, fault, key });
        continue;
      }
      if (expected === spoiled) {
        key = this.#another(moment, expected.key);
        this.#done.push({ measure: moment.measure, fault: 'wrong', key: expected.key, played: key });
      }
      this.#keys.push({ key, onMs, offMs: onMs + lengthMs, velocity: 56 + Math.floor(this.random() * 24) });
    }
    if (fault === 'extra') {
      const key = this.#another(moment, asked[0]?.key ?? 60);
      const onMs = this.#ms + jitterMs * Math.abs(this.normal());
      this.#keys.push({ key, onMs, offMs: onMs + 120, velocity: 50 });
      this.#done.push({ measure: moment.measure, fault, key });
    }
  }

  /** A key near by that is asked for neither here nor next to it. */
  #another(moment: Moment, key: number): number {
    const index = this.expected.moments.indexOf(moment);
    const near = new Set(
      this.expected.moments
        .slice(Math.max(0, index - 2), index + 3)
        .flatMap(({ keys }) => keys.map((each) => each.key)),
    );
    const ways = [-1, 1, -2, 2, -3, 3, -4, 4, -5, 5].filter((away) => !near.has(key + away));
    return key + (ways[Math.floor(this.random() * Math.min(ways.length, 4))] ?? 6);
  }
}

interface MeasureMoments {
  readonly measure: number;
  readonly moments: readonly Moment[];
}

function measuresOf({ moments }: Expected, from: number, to: number): readonly MeasureMoments[] {
  const measures: { measure: number; moments: Moment[] }[] = [];
  for (const moment of moments) {
    if (moment.measure < from || moment.measure > to) continue;
    const last = measures.at(-1);
    if (last?.measure === moment.measure) last.moments.push(moment);
    else measures.push({ measure: moment.measure, moments: [moment] });
  }
  return measures;
}
