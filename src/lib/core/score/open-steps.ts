/**
 * The steps of a history that can still be undone, the oldest first: one that was taken back stands in it twice, as itself and as
 * its opposite, and neither is left. `isUndone` tells whether a later entry takes back an earlier one.
 */
export function openSteps<T>(
  history: readonly T[],
  isUndone: (earlier: T, later: T) => boolean,
): readonly T[] {
  const open: T[] = [];
  for (const each of history) {
    const last = open.at(-1);
    if (last !== undefined && isUndone(last, each)) open.pop();
    else open.push(each);
  }
  return open;
}
