/** Measures as a teacher says them, runs drawn together: “1–16, 18”. `numberOf` gives a measure's printed number. */
export function measureRanges(measures: readonly number[], numberOf: (measure: number) => string): string {
  const runs: { from: number; to: number }[] = [];
  for (const measure of [...new Set(measures)].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && measure === last.to + 1) last.to = measure;
    else runs.push({ from: measure, to: measure });
  }
  return runs
    .map(({ from, to }) => (from === to ? numberOf(from) : `${numberOf(from)}–${numberOf(to)}`))
    .join(', ');
}
