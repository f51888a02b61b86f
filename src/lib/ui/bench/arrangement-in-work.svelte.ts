import { tick } from 'svelte';
import type { Arrangement } from '$lib/core/arrange/arrangement';
import { ANYONE, type ArrangeFor } from '$lib/core/arrange/arrange-for';
import { LEFT_TEXTURES } from '$lib/core/document/choices/textures.data';
import type { CountingStyle } from '$lib/core/document/choices/counting-styles.data';
import type { FingeringStyle } from '$lib/core/document/choices/fingering-styles.data';
import type { ArrangementDocument } from '$lib/core/document/document';
import type { PinChange } from '$lib/core/document/edit-pins';
import { applyStep, pinStep, recipeStep, type ArrangementStep } from '$lib/core/document/steps';
import type { Recipe } from '$lib/core/document/recipe';
import { AVERAGE_HAND } from '$lib/core/hands/reach';
import type { ArrangingRules } from '$lib/core/ladder/rules';
import { rungAt } from '$lib/core/limits/rungs';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import { notesByMeasure } from '$lib/core/score/by-measure';
import type { Score } from '$lib/core/score/model';
import type { EngraveOptions, SystemPlan } from '$lib/core/engrave/line';
import { benchLayout } from '$lib/core/engrave/views';
import type { SourceView } from '$lib/core/analyse/source-view';
import { api } from '../api/api';
import type { Arranger } from '../workers/arranger';
import { InOrder } from './in-order';
import { LookAhead } from './look-ahead';
import { rebaseStep } from './rebase-step';
import { SaveQueue } from './save-queue.svelte';
import { toMend } from './measure-facts';
import { MeasurePins } from './steady';
import { StepHistory } from './step-history.svelte';
import { WetInk } from './wet-ink';

export interface BenchLearner extends Pick<ArrangeFor, 'size' | 'keyboard' | 'pedal'> {
  readonly id: string;
  readonly name: string;
  readonly rung: number;
  readonly countStyle: CountingStyle;
  readonly fingerStyle: FingeringStyle;
}

export interface BenchOpening {
  readonly arrangementId: string;
  readonly revision: number;
  readonly document: ArrangementDocument;
  /** Steps of earlier visits that can still be undone, the oldest first. */
  readonly steps: readonly ArrangementStep[];
  readonly pieceId: string;
  readonly sourceRevision: number;
  /** Where a recording can be heard; empty where none is noted. */
  readonly recordingUrl: string;
  readonly learners: readonly BenchLearner[];
  readonly rules: ArrangingRules;
}

/** What the arranger was asked for. */
interface Asked {
  readonly document: ArrangementDocument;
  readonly whom: ArrangeFor;
  readonly options: EngraveOptions;
}

/** One open arrangement: its document with undo and saving, and what is worked out from it. */
export class ArrangementInWork {
  document = $state.raw<ArrangementDocument>() as ArrangementDocument;
  /** Another document that is looked at and not taken, and the name of what offers it. */
  preview = $state.raw<{ readonly document: ArrangementDocument; readonly name: string } | null>(null);
  source = $state.raw<SourceView | null>(null);
  /** Whether the arranger has the source, so that it can be asked. */
  isOpen = $state(false);
  arrangement = $state.raw<Arrangement | null>(null);
  systems = $state.raw<readonly SystemPlan[]>([]);
  problem = $state('');
  readonly saving: SaveQueue;
  readonly history: StepHistory;
  /** What is asked for by keys, each on the music that the one before it made. */
  readonly inOrder = new InOrder(() => this.isArranged);
  /** Steps that are likely to be made next, drawn before they are. */
  readonly #ahead = new LookAhead<Asked>(
    () => (this.isArranged && !this.preview ? this.#asked : null),
    (from, step) => this.#foresee(from, step),
  );
  #asked: Asked | null = null;
  /** The document that the arrangement is of. */
  #arranged = $state.raw<ArrangementDocument | null>(null);
  readonly #measurePins = new MeasurePins();
  readonly #arrangedPins = new MeasurePins();
  readonly #wetInk = new WetInk();

  /** What the lines show: the document, or what is previewed. */
  readonly shown = $derived(this.preview?.document ?? this.document);
  readonly learner = $derived.by(
    () => this.opening.learners.find(({ id }) => id === this.document.recipe.learnerId) ?? null,
  );
  readonly whom = $derived.by((): ArrangeFor => ({
    ...ANYONE,
    rules: this.opening.rules,
    ...(this.learner
      ? { size: this.learner.size, keyboard: this.learner.keyboard, pedal: this.learner.pedal }
      : {}),
  }));
  readonly pinnedFingers = $derived(
    new Map(
      this.document.pins.flatMap((pin) => (pin.kind === 'finger' ? [[pin.note, pin.finger] as const] : [])),
    ),
  );
  /** Pins of whole measures, by measure of the source; the same record while none of them changes. */
  readonly measurePins = $derived.by(() => this.#measurePins.of(this.document.pins));
  /** The same of the document that the arrangement is of. */
  readonly arrangedPins = $derived.by(() => this.#arrangedPins.of(this.#arranged?.pins ?? []));
  /** What is to mend, without what was set aside. */
  readonly toMend = $derived.by(() => (this.arrangement ? toMend(this.arrangement, this.measurePins) : []));
  readonly pedalPlan = $derived(this.arrangement?.pedal ?? []);
  /** The rung as the studio has it, and how far the left hand reaches in semitones: what textures are told by. */
  readonly rung = $derived.by(() => rungAt(this.opening.rules.rungs, this.document.recipe.rung));
  readonly leftReach = $derived((this.learner?.size ?? AVERAGE_HAND).left.largest);
  readonly textureChoices = $derived(
    LEFT_TEXTURES.filter((texture) => texture !== 'as-written' || this.source?.makeup.hasLeftHand),
  );
  readonly notesByMeasure = $derived.by(() => {
    const { notes, measures } = this.arrangement?.score ?? { notes: [], measures: [] };
    return notesByMeasure(notes, measures.length);
  });

  /**
   * `planned` is told of lines before the page takes them, `foreseen` of lines that may come; `inked` waits a moment for what is
   * drawn, `settled` as long as it takes; `arranged` is told when what stands has been worked out anew, not of a preview.
   */
  constructor(
    readonly opening: BenchOpening,
    private readonly arranger: Arranger,
    private readonly when: {
      readonly planned: (systems: readonly SystemPlan[], options: EngraveOptions) => void;
      readonly foreseen: (systems: readonly SystemPlan[], options: EngraveOptions) => void;
      readonly inked: () => Promise<void>;
      readonly settled: () => Promise<void>;
      readonly arranged: () => Promise<void>;
    },
  ) {
    this.document = opening.document;
    this.saving = new SaveQueue(opening.arrangementId, opening.revision);
    this.history = new StepHistory((step) => this.#apply(step), opening.steps);
  }

  /** Loads the source into the worker; call once, in the browser. */
  async open(): Promise<void> {
    const { pieceId, sourceRevision } = this.opening;
    const score = await api.pieceScore(pieceId, sourceRevision);
    const source = score.ok ? await this.arranger.open(score.value).catch(() => null) : null;
    this.source = source ?? this.source;
    this.isOpen = source !== null;
    if (!source)
      this.problem = score.ok
        ? 'The piece could not be opened. Load the page again.'
        : `The piece could not be loaded. ${score.message}`;
  }

  /** Shows the lines that came with the page, until they are worked out here, and what came with them about the source. */
  showFirst(plans: readonly SystemPlan[], source: SourceView | null): void {
    if (this.systems.length === 0) this.systems = plans;
    this.source ??= source;
  }

  /** Arranges and lays out what is shown, once; an overtaken request changes nothing. */
  async refresh(document: ArrangementDocument, whom: ArrangeFor, options: EngraveOptions): Promise<void> {
    const last = this.#asked;
    if (last?.document === document && last.whom === whom && last.options.pageWidth === options.pageWidth)
      return;
    this.#asked = { document, whom, options };
    const view = await this.arranger
      .arrange(document, whom, benchLayout(document.recipe, options), async (systems) => {
        this.when.planned(systems, options);
        this.systems = systems;
        await tick();
        await this.when.inked();
      })
      .catch(() => this.#fail());
    if (!view) return;
    this.arrangement = view.arrangement;
    this.#arranged = document;
    this.problem = '';
    this.inOrder.goOn();
    void this.#dry(document);
    // What is only previewed explains nothing: the reasons stay with what stands.
    if (!this.preview) await this.when.arranged();
  }

  async #foresee(
    { document, whom, options }: Asked,
    step: ArrangementStep,
  ): Promise<readonly SystemPlan[] | null> {
    const outcome = applyStep(document, step);
    if (!outcome.ok) return null;
    const layout = benchLayout(outcome.document.recipe, options);
    const systems = await this.arranger.foresee(outcome.document, whom, layout).catch(() => null);
    if (systems) this.when.foreseen(systems, options);
    return systems;
  }

  async #dry(document: ArrangementDocument): Promise<void> {
    await tick();
    await this.when.settled();
    if (this.shown === document) this.#wetInk.dry();
  }

  #fail(): null {
    this.#wetInk.dry();
    this.problem = 'The arrangement could not be worked out. Undo the last change, or load the page again.';
    this.#arranged = this.shown;
    this.inOrder.clear();
    return null;
  }

  /** Is what is drawn the document as it stands, or what is previewed of it? */
  get isArranged(): boolean {
    return this.#arranged === this.shown;
  }

  /** Another document of this piece, to be heard before it is taken. */
  heardAs = async (document: ArrangementDocument, options: PlayOptions): Promise<Timeline> =>
    this.arranger.timeline(await this.arranger.preview(document, this.whom), options);

  timeline = (options: PlayOptions): Promise<Timeline> =>
    this.arranger.timeline((this.arrangement as { readonly score: Score }).score, options);

  make(step: ArrangementStep | null): void {
    if (step) this.history.make(step);
  }

  #apply(step: ArrangementStep): boolean {
    const outcome = applyStep(this.document, step);
    if (!outcome.ok) return false;
    const foreseen = this.#ahead.linesAfter(this.#asked, step);
    this.document = outcome.document;
    this.preview = null;
    if (foreseen) this.systems = foreseen;
    this.#wetInk.write(step, this.arrangement, this.document.recipe);
    // First of all, and not when the page has caught up: its ink is what the teacher waits for.
    if (this.#asked) void this.refresh(this.document, this.whom, this.#asked.options);
    this.saving.push(step);
    return true;
  }

  choose(change: Partial<Recipe>): void {
    this.make(recipeStep(this.document, change));
  }

  pin(change: PinChange | null): void {
    if (change) this.make(this.#stepOf(change));
  }

  /** Draws what a change would lead to, once the teacher has rested: it is likely to be asked for. */
  foresee(next: () => PinChange | null): void {
    this.#ahead.soon(() => {
      const change = next();
      return change && this.#stepOf(change);
    });
  }

  #stepOf({ put, remove }: PinChange): ArrangementStep | null {
    return pinStep(this.document, put, remove);
  }

  /** Takes the newer state from elsewhere and makes this tab's waiting changes again on top of it. */
  replayOnServerState(): void {
    const current = this.saving.conflict;
    if (!current) return;
    const steps = this.saving.acceptServerState();
    this.document = current.document;
    this.history.forget();
    for (const step of steps) this.make(rebaseStep(this.document, step));
  }

  stop(): void {
    this.#ahead.stop();
    this.saving.stop();
  }
}
