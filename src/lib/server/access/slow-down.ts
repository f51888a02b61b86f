/** Wrong tries that cost nothing but the try. */
const FREE_TRIES = 5;
const FIRST_WAIT_MS = 2_000;
const LONGEST_WAIT_MS = 5 * 60_000;
/** After so long without a wrong try all is forgotten. */
const FORGOTTEN_MS = 60 * 60_000;

interface Tries {
  readonly wrong: number;
  readonly lastMs: number;
}

/**
 * Makes guessing slow: after a few wrong tries each one more doubles the wait before the next is looked at. Kept by address,
 * and for all addresses together, so that many machines guess no faster than one.
 */
export class SlowDown {
  readonly #tries = new Map<string, Tries>();

  constructor(
    private readonly freeTries = FREE_TRIES,
    private readonly forAll: SlowDown | null = new SlowDown(8 * FREE_TRIES, null),
  ) {}

  /** How long nothing is looked at that comes from there, in milliseconds; 0 where a try may be made. */
  waitMs(address: string, nowMs: number): number {
    const tries = this.#tries.get(address);
    const own = tries ? Math.max(0, tries.lastMs + this.#pauseMs(tries.wrong) - nowMs) : 0;
    return Math.max(own, this.forAll?.waitMs('', nowMs) ?? 0);
  }

  /** A try begins: it counts as wrong until it is known to be right, so that many at once are no way round. */
  begin(address: string, nowMs: number): void {
    for (const [known, { lastMs }] of this.#tries)
      if (nowMs - lastMs > FORGOTTEN_MS) this.#tries.delete(known);
    this.#tries.set(address, { wrong: (this.#tries.get(address)?.wrong ?? 0) + 1, lastMs: nowMs });
    this.forAll?.begin('', nowMs);
  }

  right(address: string): void {
    this.#tries.delete(address);
    this.forAll?.right('');
  }

  #pauseMs(wrong: number): number {
    if (wrong < this.freeTries) return 0;
    return Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (wrong - this.freeTries));
  }
}
