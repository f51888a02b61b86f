import type { Arrangement } from '$lib/core/arrange/arrangement';
import type { LeftTexture } from '$lib/core/document/choices/textures.data';
import type { Note } from '$lib/core/score/model';
import type { CountPlace } from './count-edits';
import { grownRange, nearestInTime, nextNote, type MeasureRange } from './selecting';

/** What is selected on the Bench: a note, a run of measures, a count, and the brush that paints a row. */
export class BenchSelection {
  noteId = $state<string | null>(null);
  range = $state.raw<MeasureRange | null>(null);
  /** A count that is being written in place. */
  countAt = $state.raw<CountPlace | null>(null);
  /** A texture that dragging over the left-hand row paints. */
  brush = $state<LeftTexture | null>(null);
  readonly note = $derived.by(
    () => this.shown.arrangement?.score.notes.find((note) => note.id === this.noteId) ?? null,
  );

  /** `onNote` is told which note was gone to, to be heard and explained. */
  constructor(
    private readonly shown: { readonly arrangement: Arrangement | null },
    private readonly onNote: (note: Note) => void,
  ) {}

  /** Measures of the source that the selection stands for. */
  get selectedSources(): readonly number[] {
    const { arrangement } = this.shown;
    if (!this.range || !arrangement) return [];
    return [...new Set(arrangement.sourceMeasure.slice(this.range.from, this.range.to + 1))];
  }

  selectNote(id: string): void {
    this.noteId = id;
    this.countAt = null;
    const note = this.shown.arrangement?.score.notes.find((each) => each.id === id);
    if (!note) return;
    this.range = { from: note.measure, to: note.measure };
    this.onNote(note);
  }

  selectRange(anchor: number, to: number): void {
    this.noteId = null;
    this.countAt = null;
    this.range = { from: Math.min(anchor, to), to: Math.max(anchor, to) };
  }

  clear(): void {
    this.noteId = null;
    this.range = null;
    this.brush = null;
  }

  /** Opens the count at the selected note. */
  editCount(): void {
    const measure = this.note && this.shown.arrangement?.score.measures[this.note.measure];
    if (measure) this.countAt = { measure: measure.index, at: this.note!.at - measure.start };
  }

  /** Opens a count by its place in the line: measure and index among its counts. */
  selectCount(measure: number, index: number): void {
    const count = this.shown.arrangement?.counts[measure]?.[index];
    if (!count) return;
    this.selectRange(measure, measure);
    this.countAt = { measure, at: count.at };
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
    const last = (this.shown.arrangement?.score.measures.length ?? 1) - 1;
    this.noteId = null;
    this.range = grownRange(this.range, last, direction);
  }

  #hand(staff: number): readonly Note[] {
    return this.shown.arrangement?.score.notes.filter((note) => note.staff === staff) ?? [];
  }
}
