import { fingerPin, fingerPinId } from '$lib/core/document/pins/finger';

import { addedNoteId } from '$lib/core/document/pins/added';
import {
  addBeside,
  changeHand,
  leaveOutNote,
  movePitch,
  setDynamic,
  setTouch,
  setValue,
  setWords,
  settle,
  toggleCircle,
  toggleSlur,
  type PinChange,
} from '$lib/core/document/edit-pins';
import type { Arrangement } from '$lib/core/arrange/arrangement';
import type { Note } from '$lib/core/score/model';
import type { Editable } from './editable';

/** Note values by the letters that stand for them everywhere. */
export const VALUES = [
  { letter: 'w', name: 'whole', ticks: 40_320 },
  { letter: 'h', name: 'half', ticks: 20_160 },
  { letter: 'q', name: 'quarter', ticks: 10_080 },
  { letter: 'e', name: 'eighth', ticks: 5_040 },
  { letter: 's', name: 'sixteenth', ticks: 2_520 },
] as const;

export const DYNAMICS = ['pp', 'p', 'mp', 'mf', 'f', 'ff'] as const;

/** Changes of single notes, each one pin and one step of undo. */
export class NoteEdits {
  constructor(private readonly bench: Editable) {}

  #change(how: (note: Note, arrangement: Arrangement) => PinChange | null): void {
    const { arrangement } = this.bench.work;
    const { note } = this.bench.selection;
    if (note && arrangement && note.staff <= 1) this.bench.work.pin(how(note, arrangement));
  }

  finger(finger: number): void {
    this.#change((note) => ({ put: [fingerPin(note.id, finger)], remove: [] }));
  }

  unpinFinger(): void {
    this.#change((note) => ({ put: [], remove: [fingerPinId(note.id)] }));
  }

  move(by: Parameters<typeof movePitch>[3]): void {
    this.#change((note, arrangement) => movePitch(this.bench.work.document, arrangement, note, by));
  }

  value(ticks: number): void {
    this.#change((note, arrangement) => setValue(this.bench.work.document, arrangement, note, ticks));
  }

  /** Adds half as much again, or takes it away. */
  dot(): void {
    this.#change((note, arrangement) => {
      const isDotted = VALUES.some(({ ticks }) => note.duration === (ticks * 3) / 2);
      const ticks = isDotted ? (note.duration * 2) / 3 : (note.duration * 3) / 2;
      return setValue(this.bench.work.document, arrangement, note, ticks);
    });
  }

  otherHand(): void {
    this.#change((note) => changeHand(this.bench.work.document, note));
  }

  leaveOut(): void {
    const { note } = this.bench.selection;
    this.bench.selection.stepNote(-1);
    if (this.bench.selection.note === note) this.bench.selection.noteId = null;
    const { arrangement } = this.bench.work;
    if (note && arrangement) this.bench.work.pin(leaveOutNote(this.bench.work.document, note));
  }

  add(direction: 1 | -1): void {
    const { arrangement } = this.bench.work;
    const { note } = this.bench.selection;
    if (!note || !arrangement) return;
    const change = addBeside(arrangement, note, direction);
    this.bench.work.pin(change);
    const made = change.put[0];
    if (made) this.bench.selection.noteId = addedNoteId(made);
  }

  /** A slur from the selected note to the next, or to the one after the end of the slur that begins here. */
  slur(): void {
    const { arrangement, document } = this.bench.work;
    const { note } = this.bench.selection;
    if (!note || !arrangement) return;
    const hand = arrangement.score.notes.filter((each) => each.staff === note.staff && !each.grace);
    const own = arrangement.score.slurs.find((slur) => slur.from === note.id);
    const reached = own ? hand.find((each) => each.id === own.to) : note;
    const next = reached && hand.find((each) => each.at > reached.at);
    if (!next) return;
    const drop = own ? toggleSlur(document, arrangement, note, reached) : { put: [], remove: [] };
    const draw = toggleSlur(document, arrangement, note, next);
    this.bench.work.pin({ put: [...drop.put, ...draw.put], remove: [...drop.remove, ...draw.remove] });
  }

  removeSlur(): void {
    const { arrangement, document } = this.bench.work;
    const { note } = this.bench.selection;
    const own = arrangement?.score.slurs.find((slur) => slur.from === note?.id || slur.to === note?.id);
    const ends =
      own && [own.from, own.to].map((id) => arrangement!.score.notes.find((each) => each.id === id));
    if (ends?.[0] && ends[1]) this.bench.work.pin(toggleSlur(document, arrangement!, ends[0], ends[1]));
  }

  detached(): void {
    this.#change((note) => setTouch(note, note.articulations.includes('staccato') ? 'plain' : 'staccato'));
  }

  circle(): void {
    this.#change((note) => toggleCircle(this.bench.work.document, note));
  }

  dynamic(text: string | null): void {
    this.#change((_, arrangement) => setDynamic(arrangement, this.bench.selection.note!, text));
  }

  words(text: string): void {
    this.#change((_, arrangement) => setWords(arrangement, this.bench.selection.note!, text));
  }

  /** Settles the selected measures as they stand, or frees them. */
  toggleSettled(): void {
    const { arrangement, document } = this.bench.work;
    const { selectedSources } = this.bench.selection;
    if (!arrangement) return;
    const settled = document.pins.filter(
      (pin) => pin.kind === 'settled' && selectedSources.includes(pin.measure),
    );
    if (settled.length === selectedSources.length)
      this.bench.work.pin({ put: [], remove: settled.map(({ id }) => id) });
    else
      this.bench.work.pin({
        put: selectedSources.flatMap((measure) => settle(arrangement, measure).put),
        remove: [],
      });
  }
}
