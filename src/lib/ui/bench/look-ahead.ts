import type { ArrangementStep } from '$lib/core/document/steps';
import type { SystemPlan } from '$lib/core/engrave/line';
import { plainText } from '$lib/core/score/same-record';

/** Keys that are held down come faster: whoever goes on must not wait for what may never be asked for. */
const REST_MS = 50;

/**
 * The lines that steps would lead to, worked out before they are made: while the teacher looks at a measure, or at a word in
 * a list, the step that comes next can be told, and then stands in ink the moment it is made. `Standing` is what the steps
 * are made from; anything foreseen is forgotten once something else stands.
 */
export class LookAhead<Standing extends object> {
  #from: Standing | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #foreseen = new Map<string, readonly SystemPlan[]>();

  /** `standing` tells what stands, null while it is being worked out; `foresee` works a step out. */
  constructor(
    private readonly standing: () => Standing | null,
    private readonly foresee: (
      from: Standing,
      step: ArrangementStep,
    ) => Promise<readonly SystemPlan[] | null>,
  ) {}

  /** Looks at the step that `next` tells once the teacher has rested; what was to be looked at before is left. */
  soon(next: () => ArrangementStep | null): void {
    this.stop();
    this.#timer = setTimeout(() => void this.#look(next()), REST_MS);
  }

  async #look(step: ArrangementStep | null): Promise<void> {
    const from = this.standing();
    if (!from || !step) return;
    if (from !== this.#from) this.#foreseen.clear();
    this.#from = from;
    const name = plainText(step);
    if (this.#foreseen.has(name)) return;
    const lines = await this.foresee(from, step);
    if (lines && this.#from === from) this.#foreseen.set(name, lines);
  }

  /** The lines that a step leads to from what stands; null where nobody looked. */
  linesAfter(from: Standing | null, step: ArrangementStep): readonly SystemPlan[] | null {
    return from && from === this.#from ? (this.#foreseen.get(plainText(step)) ?? null) : null;
  }

  stop(): void {
    clearTimeout(this.#timer);
  }
}
