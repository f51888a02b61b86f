import { midiOf, pitchLabel, type Pitch } from '../pitch/pitch';

/** Partials that are heard of a piano tone, and how each is weaker than the one before. */
const PARTIALS = 8;
const PARTIAL_DECAY = 0.88;
/** Above this a pair of notes is muddy, when its lower note lies below E3. */
export const MUD_LIMIT = 0.83;
export const MUD_BELOW_KEY = 52;

function frequencyOf(key: number): number {
  return 440 * 2 ** ((key - 69) / 12);
}

/**
 * How rough two sounding keys are together: the sum over their cross partials of a·(e^(−3.5 s Δf) − e^(−5.75 s Δf)), with
 * s = 0.24 / (0.0207·f_low + 18.96), f_low the lower of the two partials in Hz, Δf their distance in Hz, and a the product
 * of their amplitudes (Plomp & Levelt 1965; Sethares 1993).
 */
export function roughness(a: number, b: number): number {
  let sum = 0;
  for (let i = 0; i < PARTIALS; i += 1) {
    for (let j = 0; j < PARTIALS; j += 1) {
      const [one, other] = [frequencyOf(a) * (i + 1), frequencyOf(b) * (j + 1)];
      const distance = Math.abs(one - other);
      const s = 0.24 / (0.0207 * Math.min(one, other) + 18.96);
      sum += PARTIAL_DECAY ** (i + j) * (Math.exp(-3.5 * s * distance) - Math.exp(-5.75 * s * distance));
    }
  }
  return sum;
}

const known = new Map<number, number>();

/** The same, remembered: thousandths, so that it can be compared exactly. */
export function roughnessThousandths(a: number, b: number): number {
  const [low, high] = a < b ? [a, b] : [b, a];
  const id = low * 128 + high;
  const found = known.get(id) ?? Math.round(1000 * roughness(low, high));
  known.set(id, found);
  return found;
}

export interface Mud {
  readonly low: Pitch;
  readonly high: Pitch;
  readonly thousandths: number;
}

/** The worst pair of what sounds together, among pairs whose lower note lies below E3; null when none does. */
export function worstPair(pitches: readonly Pitch[]): Mud | null {
  let worst: Mud | null = null;
  const sorted = [...pitches].sort((a, b) => midiOf(a) - midiOf(b));
  for (const [index, low] of sorted.entries()) {
    if (midiOf(low) >= MUD_BELOW_KEY) break;
    for (const high of sorted.slice(index + 1)) {
      const thousandths = roughnessThousandths(midiOf(low), midiOf(high));
      if (!worst || thousandths > worst.thousandths) worst = { low, high, thousandths };
    }
  }
  return worst;
}

export function isMuddy(mud: Mud | null): mud is Mud {
  return mud !== null && mud.thousandths > 1000 * MUD_LIMIT;
}

export function mudSentence({ low, high }: Mud): string {
  return `${pitchLabel(low)} and ${pitchLabel(high)} blur together this low: move them up, or leave one out.`;
}
