import { api } from '../api/api';
import { measureNumber } from '$lib/core/score/by-measure';
import { getContext, setContext } from 'svelte';
import type { Analysis } from '$lib/core/analyse/analyse';
import { knownScore } from '$lib/core/analyse/known-score';
import { pieceLayout } from '$lib/core/engrave/views';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import { midiOf, type Spelling } from '$lib/core/pitch/pitch';
import type { Correction } from '$lib/core/score/corrections';
import type { Note, Score, Section } from '$lib/core/score/model';
import { asOnePart } from '$lib/core/score/one-part';
import { unfoldScore } from '$lib/core/score/unfold';
import type { EngraveOptions, SystemPlan } from '$lib/core/engrave/line';
import { Player } from '../playback/player.svelte';
import { useArranger } from '../workers/workers-context.svelte';
import type { Engraver } from '../workers/engraver';

type Change = Correction | { readonly kind: 'take-back'; readonly revision: number };

/** A correction that was made: the revision that it led to, and what it is about. */
export interface CorrectionMade {
  readonly revision: number;
  readonly words: string;
}

const CORRECTION_WORDS: Readonly<Record<Correction['kind'], string>> = {
  text: 'a text of the piece',
  respell: 'a spelling',
  key: 'the key',
  chord: 'a chord',
  tune: 'where the tune is',
  sections: 'sections',
  dismiss: 'a finding put aside',
  uses: 'what the staves are for',
};

/** Everything about one open piece: its source as corrected, what is found in it, the selection, and playing. */
export class PieceSession {
  score = $state.raw<Score | null>(null);
  analysis = $state.raw<Analysis | null>(null);
  systems = $state.raw<readonly SystemPlan[]>([]);
  revision = $state(0);
  isSaving = $state(false);
  problem = $state('');
  notice = $state('');
  noteId = $state<string | null>(null);
  chordId = $state<string | null>(null);
  range = $state.raw<{ readonly from: number; readonly to: number } | null>(null);
  /** Repeats written out, for reading and playing through. */
  isUnfolded = $state(false);
  readonly arranger = useArranger();
  readonly player: Player;
  #undo = $state.raw<readonly CorrectionMade[]>([]);
  #redo = $state.raw<readonly CorrectionMade[]>([]);
  #sending: Promise<unknown> = Promise.resolve();

  readonly canUndo = $derived(this.#undo.length > 0 && !this.isSaving);
  readonly canRedo = $derived(this.#redo.length > 0 && !this.isSaving);
  readonly toUndo = $derived(this.#undo.at(-1)?.words ?? '');
  readonly toRedo = $derived(this.#redo.at(-1)?.words ?? '');
  readonly hasRepeats = $derived(
    this.score?.measures.some((measure) => measure.endsRepeat !== null) ?? false,
  );
  /** The score with the chords that are known of it, as it is shown. */
  readonly known = $derived.by(() => {
    const { score, analysis } = this;
    return score && analysis && knownScore(score, analysis);
  });
  readonly shown = $derived.by(() => {
    const { known } = this;
    return known && asOnePart(this.isUnfolded ? unfoldScore(known) : known);
  });
  readonly note = $derived(this.shown?.notes.find((note) => note.id === this.noteId) ?? null);
  readonly chord = $derived(this.analysis?.chords.find(({ symbol }) => symbol.id === this.chordId) ?? null);

  constructor(
    readonly pieceId: string,
    revision: number,
    readonly engraver: Engraver,
    /** Corrections of earlier visits that can still be taken back, the oldest first. */
    corrections: readonly CorrectionMade[],
  ) {
    this.player = new Player(pieceId);
    this.revision = revision;
    this.#undo = corrections;
  }

  /** Loads the source as it stands and works out what is in it; call once, in the browser, and after corrections. */
  async open(): Promise<void> {
    const score = await api.pieceScore(this.pieceId, this.revision);
    if (!score.ok) {
      this.problem = `The piece could not be loaded. ${score.message}`;
      return;
    }
    this.analysis = await this.arranger.analyse(score.value);
    this.score = score.value;
  }

  async layOut(score: Score, options: EngraveOptions): Promise<void> {
    this.systems = await this.arranger.layOut(score, [], pieceLayout(options));
  }

  /** Shows the lines that came with the page, until they are laid out here. */
  showFirst(plans: readonly SystemPlan[]): void {
    if (this.systems.length === 0) this.systems = plans;
  }

  timeline = (options: PlayOptions): Promise<Timeline> => this.arranger.timeline(this.shown!, options);

  // Correcting

  async correct(correction: Correction): Promise<boolean> {
    const revision = await this.#send(correction);
    if (revision === null) return false;
    this.#undo = [...this.#undo, { revision, words: CORRECTION_WORDS[correction.kind] }];
    this.#redo = [];
    return true;
  }

  async undo(): Promise<void> {
    const last = this.#undo.at(-1);
    if (!last || this.isSaving) return;
    const made = await this.#send({ kind: 'take-back', revision: last.revision });
    if (made === null) return;
    this.#undo = this.#undo.slice(0, -1);
    this.#redo = [...this.#redo, { ...last, revision: made }];
  }

  async redo(): Promise<void> {
    const last = this.#redo.at(-1);
    if (!last || this.isSaving) return;
    const made = await this.#send({ kind: 'take-back', revision: last.revision });
    if (made === null) return;
    this.#redo = this.#redo.slice(0, -1);
    this.#undo = [...this.#undo, { ...last, revision: made }];
  }

  /** Waits for a correction that is on its way, and tells whether it was kept. */
  async settle(): Promise<boolean> {
    await this.#sending;
    return this.notice === '';
  }

  #send(change: Change): Promise<number | null> {
    const sent = this.#ask(change);
    this.#sending = sent;
    return sent;
  }

  async #ask(change: Change): Promise<number | null> {
    this.isSaving = true;
    this.notice = '';
    const made = await api.correctPiece(this.pieceId, { baseRevision: this.revision, change });
    if (made.ok) {
      this.revision = made.value.revision;
      await this.open();
    } else if (made.code === 'unreachable')
      this.notice = `${made.message} It is not known whether the change was made: load the page again to see it as it stands.`;
    else
      this.notice =
        made.message + (made.status === 409 ? ' Load the page again to see it as it stands.' : '');
    this.isSaving = false;
    return made.ok ? made.value.revision : null;
  }

  respell(notes: readonly string[], to: Spelling): Promise<boolean> {
    return this.correct({ kind: 'respell', notes: [...notes], step: to.step, alter: to.alter });
  }

  get sections(): readonly Section[] {
    return this.analysis?.form.sections ?? [];
  }

  setSections(sections: readonly Section[] | null): Promise<boolean> {
    const plain = sections?.map(({ id, name, from, to }) => ({ id, name, from, to })) ?? null;
    return this.correct({ kind: 'sections', sections: plain });
  }

  // Selecting

  selectNote(id: string): void {
    this.noteId = id;
    this.chordId = null;
    const { note } = this;
    if (!note) return;
    this.range = { from: note.measure, to: note.measure };
    void this.player.touch([midiOf(note.pitch)], [id]);
  }

  selectChord(id: string): void {
    this.noteId = null;
    this.chordId = id;
    const { chord } = this;
    if (!chord) return;
    this.range = { from: chord.symbol.measure, to: chord.symbol.measure };
    void this.player.touchChord(chord.symbol.chord, [id]);
  }

  selectRange(from: number, to: number): void {
    this.noteId = null;
    this.chordId = null;
    this.range = { from, to };
  }

  clearSelection(): void {
    this.noteId = null;
    this.chordId = null;
    this.range = null;
  }

  stepNote(direction: 1 | -1): void {
    const notes = this.shown?.notes.filter((note) => note.staff === (this.note?.staff ?? 0)) ?? [];
    const index = this.note
      ? notes.indexOf(this.note)
      : notes.findIndex((note) => note.measure >= (this.range?.from ?? 0)) - (direction > 0 ? 1 : 0);
    const next = notes[index + direction];
    if (next) this.selectNote(next.id);
  }

  switchStaff(direction: 1 | -1): void {
    const staves = this.shown?.parts[0]?.staves ?? 1;
    const staff = Math.max(0, Math.min(staves - 1, (this.note?.staff ?? 0) + direction));
    const at = this.note?.at ?? 0;
    const nearest = (this.shown?.notes ?? [])
      .filter((note) => note.staff === staff)
      .reduce<Note | null>(
        (best, note) => (best && Math.abs(best.at - at) <= Math.abs(note.at - at) ? best : note),
        null,
      );
    if (nearest) this.selectNote(nearest.id);
  }

  extendRange(direction: 1 | -1): void {
    const last = (this.shown?.measures.length ?? 1) - 1;
    const { from, to } = this.range ?? { from: 0, to: 0 };
    const grown =
      direction > 0
        ? { from, to: Math.min(last, to + 1) }
        : to > from
          ? { from, to: to - 1 }
          : { from: Math.max(0, from - 1), to };
    this.selectRange(grown.from, grown.to);
  }

  numberOf = (measure: number): string => measureNumber(this.shown?.measures, measure);

  dispose(): void {
    this.player.stop();
  }
}

const KEY = Symbol('piece');

export function providePiece(session: PieceSession): PieceSession {
  return setContext(KEY, session);
}

export function usePiece(): PieceSession {
  return getContext<PieceSession>(KEY);
}
