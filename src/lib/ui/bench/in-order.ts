/**
 * Keys typed faster than the music is worked out: each waits for what the one before it made, so that
 * none acts on notes as they no longer are.
 */
export class InOrder {
  #waiting: (() => void)[] = [];

  /** `isSettled` tells whether what is shown is what the last change made. */
  constructor(private readonly isSettled: () => boolean) {}

  do(action: () => void): void {
    this.#waiting.push(action);
    this.goOn();
  }

  /** Does what waits, up to the next action that has to be worked out first. */
  goOn(): void {
    while (this.#waiting.length > 0 && this.isSettled()) this.#waiting.shift()!();
  }

  /** Forgets what waits, when what it waited for will not come. */
  clear(): void {
    this.#waiting = [];
  }
}
