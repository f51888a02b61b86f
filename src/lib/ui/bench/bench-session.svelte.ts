import { getContext, setContext } from 'svelte';
import type { Arrangement } from '$lib/core/arrange/arrange';
import { fingerPin, texturePin, type ArrangementDocument, type Recipe } from '$lib/core/arrange/document';
import { applyStep, invertStep, pinStep, recipeStep, type ArrangementStep } from '$lib/core/arrange/steps';
import { LEFT_TEXTURES, type LeftTexture } from '$lib/core/arrange/textures.data';
import type { Section } from '$lib/core/score/model';
import type { Note, Score } from '$lib/core/score/model';
import type { SourceView, SystemPlan } from '$lib/workers/protocol';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import { midiOf } from '$lib/core/pitch/pitch';
import { Player } from '../playback/player.svelte';
import type { Engraver } from '../workers/engraver';
import { Arranger } from '../workers/arranger';
import { SaveQueue } from './save-queue.svelte';

export interface BenchOpening {
  readonly arrangementId: string;
  readonly revision: number;
  readonly document: ArrangementDocument;
  readonly scoreUrl: string;
}

export interface MeasureRange {
  readonly from: number;
  readonly to: number;
}

/** Everything about one open arrangement: its document, what is derived from it, the selection, undo and saving. */
export class BenchSession {
  document = $state.raw<ArrangementDocument>() as ArrangementDocument;
  source = $state.raw<SourceView | null>(null);
  arrangement = $state.raw<Arrangement | null>(null);
  systems = $state.raw<readonly SystemPlan[]>([]);
  problem = $state('');
  noteId = $state<string | null>(null);
  range = $state.raw<MeasureRange | null>(null);
  /** Grows with every line that is drawn, so that marks on notes are put on new ink, too. */
  inkCount = $state(0);
  readonly player = new Player();
  readonly saving: SaveQueue;
  readonly #arranger = new Arranger();
  #undo = $state.raw<readonly ArrangementStep[]>([]);
  #redo = $state.raw<readonly ArrangementStep[]>([]);

  readonly note = $derived(this.arrangement?.score.notes.find((note) => note.id === this.noteId) ?? null);
  readonly pinnedFingers = $derived(
    new Map(
      this.document.pins.flatMap((pin) => (pin.kind === 'finger' ? [[pin.note, pin.finger] as const] : [])),
    ),
  );
  readonly paintedMeasures = $derived(
    new Set(this.document.pins.flatMap((pin) => (pin.kind === 'texture' ? [pin.measure] : []))),
  );
  readonly textureChoices = $derived(
    LEFT_TEXTURES.filter((texture) => texture !== 'as-written' || this.source?.hasLeftHand),
  );
  readonly canUndo = $derived(this.#undo.length > 0);
  readonly canRedo = $derived(this.#redo.length > 0);

  constructor(
    private readonly opening: BenchOpening,
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

  /** Arranges and lays out the document as it stands; an overtaken request changes nothing. */
  async refresh(document: ArrangementDocument, lineWidth: number): Promise<void> {
    const { recipe } = document;
    const view = await this.#arranger.arrange(document, {
      lineWidth,
      mostMeasures: 5,
      markings: {
        fingers: recipe.fingers !== 'hidden',
        counts: recipe.counts === 'shown',
        chordSymbols: recipe.chordSymbols === 'shown',
        lyrics: true,
      },
    });
    if (!view) return;
    this.arrangement = view.arrangement;
    this.systems = view.systems;
  }

  timeline = (options: PlayOptions): Promise<Timeline> =>
    this.#arranger.timeline(this.arrangement!.score, options);

  // Changing

  make(step: ArrangementStep | null): void {
    if (!step || !this.#apply(step)) return;
    this.#undo = [...this.#undo, step];
    this.#redo = [];
  }

  #apply(step: ArrangementStep): boolean {
    const outcome = applyStep(this.document, step);
    if (!outcome.ok) return false;
    this.document = outcome.document;
    this.saving.push(step);
    return true;
  }

  choose(change: Partial<Recipe>): void {
    this.make(recipeStep(this.document, change));
  }

  undo(): void {
    const step = this.#undo.at(-1);
    if (!step || !this.#apply(invertStep(step))) return;
    this.#undo = this.#undo.slice(0, -1);
    this.#redo = [...this.#redo, step];
  }

  redo(): void {
    const step = this.#redo.at(-1);
    if (!step || !this.#apply(step)) return;
    this.#redo = this.#redo.slice(0, -1);
    this.#undo = [...this.#undo, step];
  }

  pinFinger(finger: number): void {
    if (this.noteId) this.make(pinStep(this.document, [fingerPin(this.noteId, finger)]));
  }

  unpinFinger(): void {
    if (this.noteId) this.make(pinStep(this.document, [], [`finger:${this.noteId}`]));
  }

  /** Gives the selected measures a left hand of their own, or with null the piece's again. */
  paintTexture(texture: LeftTexture | null): void {
    const { range } = this;
    if (!range) return;
    const measures = Array.from({ length: range.to - range.from + 1 }, (_, index) => range.from + index);
    const step = texture
      ? pinStep(
          this.document,
          measures.map((measure) => texturePin(measure, texture)),
        )
      : pinStep(
          this.document,
          [],
          measures.map((measure) => `texture:${measure}`),
        );
    this.make(step);
  }

  cycleTexture(): void {
    if (!this.range || !this.arrangement) return;
    const now = this.arrangement.textures[this.range.from]!;
    const choices = this.textureChoices;
    this.paintTexture(choices[(choices.indexOf(now) + 1) % choices.length]!);
  }

  setSections(sections: readonly Section[] | null): void {
    this.make({
      kind: 'sections',
      from: this.document.sections as Section[] | null,
      to: sections as Section[] | null,
    });
  }

  /** Begins a new section at the selected measure and ends the one before it there. */
  startSectionAt(measure: number, name: string): void {
    const sections = this.arrangement?.sections ?? [];
    const holder = sections.find((section) => section.from <= measure && section.to >= measure);
    if (!holder || holder.from === measure) return;
    const made: Section = { id: `s${measure}-${sections.length}`, name, from: measure, to: holder.to };
    this.setSections(
      sections.flatMap((section) => (section === holder ? [{ ...holder, to: measure - 1 }, made] : section)),
    );
  }

  renameSection(id: string, name: string): void {
    const trimmed = name.trim().slice(0, 40);
    const sections = this.arrangement?.sections ?? [];
    if (trimmed && sections.some((section) => section.id === id && section.name !== trimmed)) {
      this.setSections(
        sections.map((section) => (section.id === id ? { ...section, name: trimmed } : section)),
      );
    }
  }

  joinWithPrevious(id: string): void {
    const sections = this.arrangement?.sections ?? [];
    const index = sections.findIndex((section) => section.id === id);
    if (index < 1) return;
    const [before, joined] = [sections[index - 1]!, sections[index]!];
    this.setSections(
      sections
        .filter((section) => section !== joined)
        .map((section) => (section === before ? { ...before, to: joined.to } : section)),
    );
  }

  // Selecting

  selectNote(id: string): void {
    this.noteId = id;
    const note = this.arrangement?.score.notes.find((each) => each.id === id);
    if (!note) return;
    this.range = { from: note.measure, to: note.measure };
    void this.player.touch([midiOf(note.pitch)], [id]);
  }

  hearChord(id: string): void {
    const symbol = this.arrangement?.score.chords.find((each) => each.id === id);
    if (symbol) void this.player.touchChord(symbol.chord, [id]);
  }

  selectRange(anchor: number, to: number): void {
    this.noteId = null;
    this.range = { from: Math.min(anchor, to), to: Math.max(anchor, to) };
  }

  clearSelection(): void {
    this.noteId = null;
    this.range = null;
  }

  /** Steps to the note before or after in the same hand. */
  stepNote(direction: 1 | -1): void {
    const notes = this.#hand(this.note?.staff ?? 0);
    const index = this.note
      ? notes.indexOf(this.note)
      : notes.findIndex((note) => note.measure >= (this.range?.from ?? 0)) - (direction > 0 ? 1 : 0);
    const next = notes[index + direction];
    if (next) this.selectNote(next.id);
  }

  /** Goes to the note nearest in time in the other hand. */
  switchHand(staff: 0 | 1): void {
    const at = this.note?.at ?? 0;
    const nearest = this.#hand(staff).reduce<Note | null>(
      (best, note) => (best && Math.abs(best.at - at) <= Math.abs(note.at - at) ? best : note),
      null,
    );
    if (nearest) this.selectNote(nearest.id);
  }

  extendRange(direction: 1 | -1): void {
    const last = (this.source?.measures ?? 1) - 1;
    const { from, to } = this.range ?? { from: 0, to: 0 };
    const grown =
      direction > 0
        ? { from, to: Math.min(last, to + 1) }
        : to > from
          ? { from, to: to - 1 }
          : { from: Math.max(0, from - 1), to };
    this.noteId = null;
    this.range = grown;
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
    this.#undo = [];
    this.#redo = [];
    for (const step of steps) this.make(rebase(this.document, step));
  }

  dispose(): void {
    this.player.stop();
    this.saving.stop();
    this.#arranger.stop();
  }
}

/** The same intention on another state of the document. */
function rebase(document: ArrangementDocument, step: ArrangementStep): ArrangementStep | null {
  switch (step.kind) {
    case 'recipe':
      return recipeStep(document, step.to as Partial<Recipe>);
    case 'pins': {
      const added = step.added.map((pin) => pin.id);
      return pinStep(
        document,
        step.added,
        step.removed.map((pin) => pin.id).filter((id) => !added.includes(id)),
      );
    }
    case 'sections':
      return { ...step, from: document.sections as Section[] | null };
  }
}

const KEY = Symbol('bench');

export function provideBench(session: BenchSession): BenchSession {
  return setContext(KEY, session);
}

export function useBench(): BenchSession {
  return getContext<BenchSession>(KEY);
}
