import type { Recipe } from '$lib/core/document/recipe';
import { getContext, setContext } from 'svelte';
import type { Arrangement } from '$lib/core/arrange/arrangement';
import { ANYONE, type ArrangeFor } from '$lib/core/arrange/arrange-for';
import type { MeasureDifference } from '$lib/core/handout/differences';
import type { ArrangementDocument } from '$lib/core/document/document';
import type { PinChange } from '$lib/core/document/edit-pins';
import { everywhere } from '$lib/core/document/everywhere';
import type { ArrangingRules } from '$lib/core/ladder/rules';
import { applyStep, pinStep, recipeStep, type ArrangementStep } from '$lib/core/document/steps';
import { LEFT_TEXTURES, type LeftTexture } from '$lib/core/document/choices/textures.data';
import type { Why } from '$lib/core/arrange/why';
import type { CountingStyle } from '$lib/core/document/choices/counting-styles.data';
import type { FingeringStyle } from '$lib/core/document/choices/fingering-styles.data';
import { midiOf } from '$lib/core/pitch/pitch';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import { notesByMeasure } from '$lib/core/score/by-measure';
import type { Note, Score } from '$lib/core/score/model';
import type { SourceView, SystemPlan } from '$lib/workers/protocol';
import { Player } from '../playback/player.svelte';
import { Arranger } from '../workers/arranger';
import type { Engraver } from '../workers/engraver';
import { BenchSections } from './bench-sections';
import { CountEdits, type CountPlace } from './count-edits';
import { FingerLookUp } from './finger-look-up.svelte';
import { layoutOf } from './bench-layout';
import { InOrder } from './in-order';
import { measureFacts, type MeasureFacts } from './measure-facts';
import { MeasureEdits } from './measure-edits';
import { NoteEdits } from './note-edits';
import { Offers } from './offers';
import { PedalEdits } from './pedal-edits';
import { rebaseStep } from './rebase-step';
import { SaveQueue } from './save-queue.svelte';
import { grownRange, nearestInTime, nextMeasure, nextNote, type MeasureRange } from './selecting';
import { MeasurePins, Steady } from './steady';
import { StepHistory } from './step-history.svelte';

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
  readonly scoreUrl: string;
  readonly learners: readonly BenchLearner[];
  readonly rules: ArrangingRules;
}

export type { CountPlace, MeasureRange };

/** Everything about one open arrangement: its document, what is derived from it, the selection, undo and saving. */
export class BenchSession {
  document = $state.raw<ArrangementDocument>() as ArrangementDocument;
  /** Another document that is looked at and not taken, and the name of what offers it. */
  preview = $state.raw<{ readonly document: ArrangementDocument; readonly name: string } | null>(null);
  source = $state.raw<SourceView | null>(null);
  arrangement = $state.raw<Arrangement | null>(null);
  systems = $state.raw<readonly SystemPlan[]>([]);
  problem = $state('');
  noteId = $state<string | null>(null);
  range = $state.raw<MeasureRange | null>(null);
  /** A count that is being written in place. */
  countAt = $state.raw<CountPlace | null>(null);
  /** The measure whose reasons are open under its line. */
  whyAt = $state<number | null>(null);
  why = $state.raw<Why | null>(null);
  /** A texture that dragging over the left-hand row paints. */
  brush = $state<LeftTexture | null>(null);
  /** What differs from an edition that a learner has, or from the learner before, while that is looked at. */
  differences = $state.raw<readonly MeasureDifference[] | null>(null);
  /** Grows with every line that is drawn, so that marks on notes are put on new ink, too. */
  inkCount = $state(0);
  /** What the differences are from, in words. */
  comparedWith = $state('');
  readonly player = new Player();
  readonly saving: SaveQueue;
  readonly notes = new NoteEdits(this);
  readonly measures = new MeasureEdits(this);
  readonly pedal = new PedalEdits(this);
  readonly counts = new CountEdits(this);
  readonly sections = new BenchSections(this);
  readonly offers = new Offers(this);
  /** What is asked for by keys, each on the music that the one before it made. */
  readonly inOrder = new InOrder(() => this.isArranged);
  readonly #arranger = new Arranger();
  readonly fingers = new FingerLookUp((note, depth) => this.#arranger.explainFinger(note, depth));
  #asked: { document: ArrangementDocument; whom: ArrangeFor; lineWidth: number } | null = null;
  /** The document that the arrangement is of. */
  #arranged: ArrangementDocument | null = null;
  /** The score as it was for the learner before, until it is compared. */
  #before: Score | null = null;
  readonly #measurePins = new MeasurePins();
  readonly #facts = new Steady<MeasureFacts>();
  readonly history = new StepHistory((step) => this.#apply(step));

  /** What the lines show: the document, or what is previewed. */
  readonly shown = $derived(this.preview?.document ?? this.document);
  readonly note = $derived(this.arrangement?.score.notes.find((note) => note.id === this.noteId) ?? null);
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
  /** What the rows under each measure say; the same records where nothing changed, so that they are not drawn again. */
  readonly facts = $derived.by(() => {
    const { arrangement } = this;
    if (!arrangement) return [];
    const changed = new Set(this.differences?.map(({ measure }) => measure));
    return this.#facts.of(measureFacts(arrangement, this.measurePins, changed));
  });
  readonly pedalPlan = $derived(this.arrangement?.pedal ?? []);
  readonly textureChoices = $derived(
    LEFT_TEXTURES.filter((texture) => texture !== 'as-written' || this.source?.makeup.hasLeftHand),
  );
  readonly snagsHere = $derived(
    this.whyAt === null ? [] : (this.arrangement?.snags.filter((snag) => snag.measure === this.whyAt) ?? []),
  );
  readonly notesByMeasure = $derived.by(() => {
    const { notes, measures } = this.arrangement?.score ?? { notes: [], measures: [] };
    return notesByMeasure(notes, measures.length);
  });

  constructor(
    readonly opening: BenchOpening,
    readonly engraver: Engraver,
  ) {
    this.document = opening.document;
    this.saving = new SaveQueue(`/api/arrangements/${opening.arrangementId}/steps`, opening.revision);
  }

  /** Loads the source into the worker; call once, in the browser. */
  async open(): Promise<void> {
    try {
      const response = await fetch(this.opening.scoreUrl);
      if (!response.ok) throw new Error(String(response.status));
      this.source = await this.#arranger.open((await response.json()) as Score);
    } catch {
      this.problem =
        'The piece could not be loaded. Check that Key Path is running, then load the page again.';
    }
  }

  /** Arranges and lays out what is shown, once; an overtaken request changes nothing. */
  async refresh(document: ArrangementDocument, whom: ArrangeFor, lineWidth: number): Promise<void> {
    const last = this.#asked;
    if (last?.document === document && last.whom === whom && last.lineWidth === lineWidth) return;
    this.#asked = { document, whom, lineWidth };
    const view = await this.#arranger
      .arrange(document, whom, layoutOf(document.recipe, lineWidth), (systems) => (this.systems = systems))
      .catch(() => this.#fail());
    if (!view) return;
    this.arrangement = view.arrangement;
    this.problem = '';
    this.#arranged = document;
    this.inOrder.goOn();
    // What is only previewed explains nothing: the reasons stay with what stands.
    if (this.preview) return;
    if (this.#before) {
      this.differences = await this.#arranger.compareWith(this.#before);
      this.#before = null;
    }
    if (this.whyAt !== null) await this.showWhy(this.whyAt);
    this.#lookUpFinger();
  }

  #fail(): null {
    this.problem = 'The arrangement could not be worked out. Undo the last change, or load the page again.';
    this.#arranged = this.shown;
    this.inOrder.clear();
    return null;
  }

  #lookUpFinger(): void {
    // All of it takes a while, so it is worked out only while reasons are open.
    this.fingers.ask(this.noteId, this.whyAt === null ? 'brief' : 'full');
  }

  /** Another document of this piece, to be heard before it is taken. */
  heardAs = async (document: ArrangementDocument, options: PlayOptions): Promise<Timeline> =>
    this.#arranger.timeline(await this.#arranger.preview(document, this.whom), options);

  timeline = (options: PlayOptions): Promise<Timeline> =>
    this.#arranger.timeline(this.arrangement!.score, options);

  // Changing

  make(step: ArrangementStep | null): void {
    if (step) this.history.make(step);
  }

  #apply(step: ArrangementStep): boolean {
    const outcome = applyStep(this.document, step);
    if (!outcome.ok) return false;
    this.document = outcome.document;
    this.preview = null;
    this.saving.push(step);
    // At once, and not when the page has caught up: its ink is what the teacher waits for.
    if (this.#asked) void this.refresh(this.document, this.whom, this.#asked.lineWidth);
    return true;
  }

  choose(change: Partial<Recipe>): void {
    this.make(recipeStep(this.document, change));
  }

  /** Takes a learner with the rung they are on. */
  chooseLearner(id: string): void {
    const learner = this.opening.learners.find((each) => each.id === id);
    this.#before = this.arrangement?.score ?? null;
    this.comparedWith = `when it was for ${this.learner?.name ?? 'anyone'}`;
    this.choose({
      learnerId: learner?.id ?? null,
      ...(learner
        ? { rung: learner.rung, countStyle: learner.countStyle, fingerStyle: learner.fingerStyle }
        : {}),
    });
  }

  pin(change: PinChange | null): void {
    if (change) this.make(pinStep(this.document, change.put, change.remove));
  }

  /** Is what is drawn the document as it stands, or what is previewed of it? */
  get isArranged(): boolean {
    return this.#arranged === this.shown;
  }

  // Measures

  /** Measures of the source that the selection stands for. */
  get selectedSources(): readonly number[] {
    const { range, arrangement } = this;
    if (!range || !arrangement) return [];
    return [...new Set(arrangement.sourceMeasure.slice(range.from, range.to + 1))];
  }

  /** Everything of the selected measure, carried to each place where it comes again. */
  readonly repeats = $derived.by(() => {
    const [only, ...more] = this.selectedSources;
    if (!this.arrangement || only === undefined || more.length > 0) return null;
    return everywhere(this.document, this.arrangement, only);
  });

  // Why

  async showWhy(measure: number): Promise<void> {
    this.whyAt = measure;
    this.#lookUpFinger();
    const why = await this.#arranger.explain(measure);
    if (this.whyAt === measure) this.why = why;
  }

  async toggleWhy(): Promise<void> {
    const measure = this.range?.from ?? null;
    if (measure === null || this.whyAt === measure) {
      this.whyAt = null;
      return;
    }
    await this.showWhy(measure);
  }

  /** Goes to the next measure with something to mend, or the one before, and opens it. */
  walkSnags(direction: 1 | -1): void {
    const here = this.whyAt ?? this.range?.from ?? (direction > 0 ? -1 : Infinity);
    const next = nextMeasure(this.arrangement?.snags.map(({ measure }) => measure) ?? [], here, direction);
    if (next === null) return;
    this.selectRange(next, next);
    void this.showWhy(next);
  }

  // Editions

  async compareWithEdition(id: string | null): Promise<void> {
    if (id === null) {
      this.differences = null;
      return;
    }
    this.comparedWith = 'that edition';
    const response = await fetch(`/api/editions/${id}/score`);
    if (response.ok) this.differences = await this.#arranger.compareWith((await response.json()) as Score);
    else this.problem = 'The edition could not be loaded. Try again.';
  }

  // Selecting

  /** Opens the count at the selected note. */
  editCount(): void {
    const measure = this.note && this.arrangement?.score.measures[this.note.measure];
    if (measure) this.countAt = { measure: measure.index, at: this.note!.at - measure.start };
  }

  /** Opens a count by its place in the line: measure and index among its counts. */
  selectCount(measure: number, index: number): void {
    const count = this.arrangement?.counts[measure]?.[index];
    if (!count) return;
    this.selectRange(measure, measure);
    this.countAt = { measure, at: count.at };
  }

  selectNote(id: string): void {
    this.noteId = id;
    this.countAt = null;
    const note = this.arrangement?.score.notes.find((each) => each.id === id);
    if (!note) return;
    this.range = { from: note.measure, to: note.measure };
    this.#lookUpFinger();
    void this.player.touch([midiOf(note.pitch)], [id]);
  }

  hearChord(id: string): void {
    const symbol = this.arrangement?.score.chords.find((each) => each.id === id);
    if (symbol) void this.player.touchChord(symbol.chord, [id]);
  }

  selectRange(anchor: number, to: number): void {
    this.noteId = null;
    this.countAt = null;
    this.range = { from: Math.min(anchor, to), to: Math.max(anchor, to) };
  }

  clearSelection(): void {
    if (this.preview) this.preview = null;
    else if (this.whyAt !== null) this.whyAt = null;
    else {
      this.noteId = null;
      this.range = null;
      this.brush = null;
    }
  }

  /** Steps to the note before or after in the same hand. */
  stepNote(direction: 1 | -1): void {
    const next = nextNote(this.#hand(this.note?.staff ?? 0), this.note, this.range?.from ?? 0, direction);
    if (next) this.selectNote(next.id);
  }

  /** Goes to the note nearest in time in the other hand. */
  switchHand(staff: 0 | 1): void {
    const nearest = nearestInTime(this.#hand(staff), this.note?.at ?? 0);
    if (nearest) this.selectNote(nearest.id);
  }

  extendRange(direction: 1 | -1): void {
    const last = (this.arrangement?.score.measures.length ?? 1) - 1;
    this.noteId = null;
    this.range = grownRange(this.range, last, direction);
  }

  #hand(staff: number): readonly Note[] {
    return this.arrangement?.score.notes.filter((note) => note.staff === staff) ?? [];
  }

  // Conflicts

  /** Takes the newer state from elsewhere and makes this tab's waiting changes again on top of it. */
  replayOnServerState(): void {
    const current = this.saving.conflict;
    if (!current) return;
    const steps = this.saving.acceptServerState();
    this.document = current.document;
    this.history.forget();
    for (const step of steps) this.make(rebaseStep(this.document, step));
  }

  dispose(): void {
    this.player.stop();
    this.fingers.stop();
    this.saving.stop();
    this.#arranger.stop();
  }
}

const KEY = Symbol('bench');

export function provideBench(session: BenchSession): BenchSession {
  return setContext(KEY, session);
}

export function useBench(): BenchSession {
  return getContext<BenchSession>(KEY);
}
