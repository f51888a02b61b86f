import type { ExplainDepth, FingerWhy } from '$lib/core/fingering/explain';

/** The selection must have rested this long: whoever types on must not wait for what is only read. */
const REST_MS = 120;

/** The finger of the selected note, why it is there, and what else it could be. */
export class FingerLookUp {
  why = $state.raw<FingerWhy | null>(null);
  #note: string | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;

  /** Nothing is looked up while the music is worked out anew, as `isFree` tells: its ink comes first, and then it is asked again. */
  constructor(
    private readonly explain: (note: string, depth: ExplainDepth) => Promise<FingerWhy | null>,
    private readonly isFree: () => boolean,
  ) {}

  ask(note: string | null, depth: ExplainDepth): void {
    clearTimeout(this.#timer);
    this.#note = note;
    if (this.why?.note !== note) this.why = null;
    if (note === null) return;
    this.#timer = setTimeout(() => void this.#find(note, depth), REST_MS);
  }

  async #find(note: string, depth: ExplainDepth): Promise<void> {
    if (!this.isFree()) return;
    const found = await this.explain(note, depth);
    if (this.#note === note) this.why = found;
  }

  stop(): void {
    clearTimeout(this.#timer);
  }
}
