import { isSameList } from '../core/score/same-list';

/** The list with entries of the list before in place of those that say the same, so that a delta leaves them out. */
export function keepSame<T>(before: readonly T[] | undefined, now: readonly T[]): readonly T[] {
  if (!before || before === now) return now;
  const kept = now.map((each, index) => {
    const old = before[index];
    return old !== undefined && (old === each || JSON.stringify(old) === JSON.stringify(each)) ? old : each;
  });
  return isSameList(kept, before) ? before : kept;
}
