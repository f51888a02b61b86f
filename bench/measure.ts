/** Median and 95th percentile of repeated runs, in milliseconds, after a warm-up. */
export function measureMs(work: () => unknown, runs = 15): { readonly median: number; readonly p95: number } {
  for (let index = 0; index < 3; index += 1) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return percentiles(times);
}

/** By nearest rank. */
export function percentiles(times: readonly number[]): { readonly median: number; readonly p95: number } {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share: number) =>
    Math.round(10 * sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)]!) / 10;
  return { median: at(0.5), p95: at(0.95) };
}
