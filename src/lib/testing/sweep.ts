/** A long sweep goes over everything with KEY_PATH_SWEEP=all, as `npm run evidence` has it. */
const isWhole = process.env.KEY_PATH_SWEEP === 'all';

/** One of every so many cases, spread over all of them; `from` begins elsewhere, so that sweeps side by side take others. */
export function sweep<Case>(cases: readonly Case[], every: number, from = 0): readonly Case[] {
  return isWhole ? cases : cases.filter((_, index) => index % every === from % every);
}
