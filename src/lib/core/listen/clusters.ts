import type { PlayedKey } from './take';
import { THRESHOLDS } from './thresholds.data';

/** Keys that went down together, by the clock. */
export interface Cluster {
  readonly onMs: number;
  readonly keys: readonly PlayedKey[];
}

/** Onsets that lie within a moment of the first. */
export function clustersOf(keys: readonly PlayedKey[]): readonly Cluster[] {
  const clusters: { onMs: number; keys: PlayedKey[] }[] = [];
  for (const key of keys) {
    const last = clusters.at(-1);
    const isTogether =
      last && key.onMs - last.onMs <= THRESHOLDS.momentMs && last.keys.every((each) => each.key !== key.key);
    if (isTogether) last.keys.push(key);
    else clusters.push({ onMs: key.onMs, keys: [key] });
  }
  return clusters;
}
