/** Where a moment of the music was played. */
export interface Beat {
  readonly tick: number;
  readonly ms: number;
}

export function median(values: readonly number[]): number {
  if (values.length === 0) return 0;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

/**
 * The pulse that was felt before a moment: milliseconds a tick over the last beats, by the median of the slopes between pairs, which
 * single slips do not move (Theil 1950; Sen 1968). Null with fewer than three moments to feel it by.
 */
export function pulseBefore(
  beats: readonly Beat[],
  spanTicks: number,
): { readonly msPerTick: number; readonly at: (tick: number) => number } | null {
  const last = beats.at(-1);
  if (!last) return null;
  const near = beats.filter(({ tick }) => tick > last.tick - spanTicks);
  const own = near.length >= 4 ? near : beats.slice(-4);
  if (own.length < 3) return null;
  const slopes: number[] = [];
  for (const [index, a] of own.entries())
    for (const b of own.slice(index + 1)) if (b.tick > a.tick) slopes.push((b.ms - a.ms) / (b.tick - a.tick));
  const msPerTick = median(slopes);
  if (!(msPerTick > 0)) return null;
  const offset = median(own.map(({ tick, ms }) => ms - tick * msPerTick));
  return { msPerTick, at: (tick) => offset + tick * msPerTick };
}

/** Milliseconds a tick over a whole playing: the median over its steps, each as long as it is. */
export function overallPulse(beats: readonly Beat[]): number | null {
  const steps = beats
    .slice(1)
    .map(({ tick, ms }, index) => ({ ticks: tick - beats[index]!.tick, ms: ms - beats[index]!.ms }))
    .filter(({ ticks, ms }) => ticks > 0 && ms > 0)
    .map(({ ticks, ms }) => ({ ticks, rate: ms / ticks }))
    .sort((a, b) => a.rate - b.rate);
  const half = steps.reduce((sum, { ticks }) => sum + ticks, 0) / 2;
  let passed = 0;
  for (const { ticks, rate } of steps) {
    passed += ticks;
    if (passed >= half) return rate;
  }
  return null;
}
