/** Window of letter places that a hand covers without moving. */
export interface Position {
  readonly low: number;
  readonly high: number;
}
