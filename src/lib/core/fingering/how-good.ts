/** Points beyond the chosen fingers, up to which another way is told in these words; beyond all of them it is much less easy. */
const WORDS: readonly (readonly [most: number, words: string])[] = [
  [20, 'as good'],
  [80, 'nearly as good'],
  [300, 'less easy'],
];

/** How another way compares with the one that stands, in words; `extra` is what it costs beyond it, in points. */
export function howGood(extra: number): string {
  return WORDS.find(([most]) => extra <= most)?.[1] ?? 'much less easy';
}

/** The same with the rule that speaks most against it, where one does. */
export function whatSpeaksAgainst(extra: number, because: string): string {
  return because === '' ? howGood(extra) : `${howGood(extra)}: ${because}`;
}
