import { invertStep, type ArrangementStep } from '$lib/core/document/steps';

/** Steps that were made, and steps that were taken back; `apply` tells whether a step could be made. */
export class StepHistory {
  #made = $state.raw<readonly ArrangementStep[]>([]);
  #takenBack = $state.raw<readonly ArrangementStep[]>([]);
  readonly canUndo = $derived(this.#made.length > 0);
  readonly canRedo = $derived(this.#takenBack.length > 0);

  /** What undo and redo would be about; null where there is nothing. */
  readonly toUndo = $derived(this.#made.at(-1) ?? null);
  readonly toRedo = $derived(this.#takenBack.at(-1) ?? null);

  /** `made` are steps of an earlier visit that can still be undone, the oldest first. */
  constructor(
    private readonly apply: (step: ArrangementStep) => boolean,
    made: readonly ArrangementStep[] = [],
  ) {
    this.#made = made;
  }

  make(step: ArrangementStep): void {
    if (!this.apply(step)) return;
    this.#made = [...this.#made, step];
    this.#takenBack = [];
  }

  undo(): void {
    const step = this.#made.at(-1);
    if (!step || !this.apply(invertStep(step))) return;
    this.#made = this.#made.slice(0, -1);
    this.#takenBack = [...this.#takenBack, step];
  }

  redo(): void {
    const step = this.#takenBack.at(-1);
    if (!step || !this.apply(step)) return;
    this.#takenBack = this.#takenBack.slice(0, -1);
    this.#made = [...this.#made, step];
  }

  forget(): void {
    this.#made = [];
    this.#takenBack = [];
  }
}
