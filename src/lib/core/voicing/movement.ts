/** Semitones moved by all fingers together; where sizes differ, each surplus key goes to its nearest neighbour. */
export function totalMovement(from: readonly number[], to: readonly number[]): number {
  if (from.length === to.length) return from.reduce((sum, key, index) => sum + Math.abs(key - to[index]!), 0);
  const [more, fewer] = from.length > to.length ? [from, to] : [to, from];
  return more.reduce((sum, key) => sum + Math.min(...fewer.map((each) => Math.abs(each - key))), 0);
}
