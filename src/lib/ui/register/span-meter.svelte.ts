import type { KeyboardListener } from '../devices/keyboard-input';

/**
 * The reach between the two outermost keys that are down together. Keys of a digital keyboard count while they are held;
 * those on the screen stay down until they are clicked again, as a mouse has one finger.
 */
export class SpanMeter implements KeyboardListener {
  held = $state.raw<ReadonlySet<number>>(new Set());
  /** The widest pair that was down together since the last start. */
  widest = $state.raw<{ readonly low: number; readonly high: number } | null>(null);
  readonly semitones = $derived(this.widest ? this.widest.high - this.widest.low : null);

  press(key: number): void {
    this.held = new Set([...this.held, key]);
    this.#look();
  }

  release(key: number): void {
    this.held = new Set([...this.held].filter((each) => each !== key));
  }

  /** A click on the screen: a third key stands in place of the one nearer to it. */
  click(key: number): void {
    if (this.held.has(key)) {
      this.release(key);
      this.widest = null;
      this.#look();
      return;
    }
    if (this.held.size >= 2) {
      const nearer = [...this.held].reduce((a, b) => (Math.abs(a - key) <= Math.abs(b - key) ? a : b));
      this.release(nearer);
      this.widest = null;
    }
    this.press(key);
  }

  start(): void {
    this.held = new Set();
    this.widest = null;
  }

  #look(): void {
    if (this.held.size < 2) return;
    const [low, high] = [Math.min(...this.held), Math.max(...this.held)];
    if (!this.widest || high - low > this.widest.high - this.widest.low) this.widest = { low, high };
  }
}
