import type { Why } from '$lib/core/arrange/why';
import type { MeasureDifference } from '$lib/core/handout/differences';
import type { Score } from '$lib/core/score/model';
import { api } from '../api/api';
import type { Arranger } from '../workers/arranger';
import type { ArrangementInWork } from './arrangement-in-work.svelte';
import type { BenchSelection } from './bench-selection.svelte';
import { FingerLookUp } from './finger-look-up.svelte';
import { nextMeasure } from './selecting';

/** The reasons that are shown: why a measure is so, why a note has its finger, and what differs from something else. */
export class BenchReasons {
  /** The measure whose reasons are open under its line. */
  whyAt = $state<number | null>(null);
  why = $state.raw<Why | null>(null);
  /** What differs from an edition that a learner has, or from the learner before, while that is looked at. */
  differences = $state.raw<readonly MeasureDifference[] | null>(null);
  /** What the differences are from, in words. */
  comparedWith = $state('');
  /** What is wrong with what was asked for. */
  problem = $state('');
  readonly fingers: FingerLookUp;
  readonly snagsHere = $derived.by(() =>
    this.whyAt === null
      ? []
      : (this.shown.arrangement?.snags.filter((snag) => snag.measure === this.whyAt) ?? []),
  );
  /** The score as it was for the learner before, until it is compared. */
  #before: Score | null = null;

  constructor(
    private readonly shown: Pick<ArrangementInWork, 'arrangement' | 'toMend' | 'isArranged'>,
    private readonly selection: Pick<BenchSelection, 'noteId' | 'range' | 'selectRange'>,
    private readonly arranger: Arranger,
  ) {
    this.fingers = new FingerLookUp(
      (note, depth) => arranger.explainFinger(note, depth),
      () => shown.isArranged,
    );
  }

  lookUpFinger(): void {
    // All of it takes a while, so it is worked out only while reasons are open.
    this.fingers.ask(this.selection.noteId, this.whyAt === null ? 'brief' : 'full');
  }

  /** Follows the arrangement when it was worked out anew. */
  async follow(): Promise<void> {
    if (this.#before) {
      this.differences = await this.arranger.compareWith(this.#before);
      this.#before = null;
    }
    if (this.whyAt !== null) await this.show(this.whyAt);
    this.lookUpFinger();
  }

  async show(measure: number): Promise<void> {
    this.whyAt = measure;
    this.lookUpFinger();
    const why = await this.arranger.explain(measure);
    if (this.whyAt === measure) this.why = why;
  }

  async toggle(): Promise<void> {
    const measure = this.selection.range?.from ?? null;
    if (measure === null || this.whyAt === measure) {
      this.whyAt = null;
      return;
    }
    await this.show(measure);
  }

  /** Goes to the next measure with something to mend, or the one before, and opens it. */
  walkSnags(direction: 1 | -1): void {
    const here = this.whyAt ?? this.selection.range?.from ?? (direction > 0 ? -1 : Infinity);
    const measures = this.shown.toMend.map(({ measure }) => measure);
    const next = nextMeasure(measures, here, direction);
    if (next === null) return;
    this.selection.selectRange(next, next);
    void this.show(next);
  }

  /** What the next arrangement differs in from the one that stands now will be shown. */
  compareWithThis(name: string): void {
    this.#before = this.shown.arrangement?.score ?? null;
    this.comparedWith = name;
  }

  async compareWithEdition(id: string | null): Promise<void> {
    this.problem = '';
    if (id === null) {
      this.differences = null;
      return;
    }
    this.comparedWith = 'that edition';
    const score = await api.editionScore(id);
    if (score.ok) this.differences = await this.arranger.compareWith(score.value);
    else this.problem = `The edition could not be loaded. ${score.message}`;
  }

  stop(): void {
    this.fingers.stop();
  }
}
