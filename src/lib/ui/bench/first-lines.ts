import { version } from '$app/environment';
import type { EngraveOptions } from '$lib/core/engrave/line';
import type { BenchSession } from './bench-session.svelte';
import { madeFrom, recallLines, rememberLines } from './remembered-lines';

/** As many lines as are in view when a piece is opened. */
const FIRST_LINES = 3;

/** Shows the first lines as they last stood here, until they are worked out anew. */
export function recallFirstLines(bench: BenchSession, options: EngraveOptions): void {
  if (bench.work.systems.length > 0) return;
  const lines = recallLines(localStorage, bench.work.opening.arrangementId, originOf(bench, options));
  for (const { plan, system } of lines) bench.engraver.learn(plan.mei, options, system);
  if (lines.length > 0) bench.work.systems = lines.map(({ plan }) => plan);
}

/** Keeps the first lines for the next visit; what is still being worked out, or only previewed, is not kept. */
export function rememberFirstLines(bench: BenchSession, options: EngraveOptions): void {
  if (!bench.work.isArranged || bench.work.preview) return;
  const lines = bench.work.systems.slice(0, FIRST_LINES).flatMap((plan) => {
    const system = bench.engraver.known(plan.mei, options);
    return system ? [{ plan, system }] : [];
  });
  rememberLines(localStorage, bench.work.opening.arrangementId, originOf(bench, options), lines);
}

function originOf(bench: BenchSession, options: EngraveOptions): string {
  return madeFrom(version, bench.work.document, bench.work.whom, options);
}
