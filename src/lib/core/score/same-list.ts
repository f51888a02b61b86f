/** Entries compared by identity: what a change did not touch is the same record. */
export function isSameList(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((each, index) => each === b[index]);
}
