const BEGAN = 'key-path.stand-began';
const COUNT_EVERY_MS = 15_000;
const MS_PER_MINUTE = 60_000;

/** Minutes since this tab began to practise, or since the last rest. */
export class PracticeMinutes {
  minutes = $state(0);

  /** Counts until the answer is called. */
  count(): () => void {
    this.#count();
    const timer = setInterval(() => this.#count(), COUNT_EVERY_MS);
    return () => clearInterval(timer);
  }

  rested(): void {
    sessionStorage.removeItem(BEGAN);
    this.#count();
  }

  #count(): void {
    const began = Number(sessionStorage.getItem(BEGAN) ?? Date.now());
    sessionStorage.setItem(BEGAN, String(began));
    this.minutes = Math.floor((Date.now() - began) / MS_PER_MINUTE);
  }
}
