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
    const { note, arrangement } = this.bench;
    if (note && arrangement && note.staff <= 1) this.bench.pin(how(note, arrangement));
  }

  finger(finger: number): void {
    this.#change((note) => ({ put: [fingerPin(note.id, finger)], remove: [] }));
  }

  unpinFinger(): void {
    this.#change((note) => ({ put: [], remove: [fingerPinId(note.id)] }));
  }

  move(by: Parameters<typeof movePitch>[3]): void {
    this.#change((note, arrangement) => movePitch(this.bench.document, arrangement, note, by));
  }

  value(ticks: number): void {
    this.#change((note, arrangement) => setValue(this.bench.document, arrangement, note, ticks));
  }

  /** Adds half as much again, or takes it away. */
  dot(): void {
    this.#change((note, arrangement) => {
      const isDotted = VALUES.some(({ ticks }) => note.duration === (ticks * 3) / 2);
      const ticks = isDotted ? (note.duration * 2) / 3 : (note.duration * 3) / 2;
      return setValue(this.bench.document, arrangement, note, ticks);
    });
  }

  otherHand(): void {
    this.#change((note) => changeHand(this.bench.document, note));
  }

  leaveOut(): void {
    const { note } = this.bench;
    this.bench.stepNote(-1);
    if (this.bench.note === note) this.bench.noteId = null;
    const { arrangement } = this.bench;
    if (note && arrangement) this.bench.pin(leaveOutNote(this.bench.document, note));
  }

  add(direction: 1 | -1): void {
    const { note, arrangement } = this.bench;
    if (!note || !arrangement) return;
    const change = addBeside(arrangement, note, direction);
    this.bench.pin(change);
    const made = change.put[0];
    if (made) this.bench.noteId = addedNoteId(made);
  }

  /** A slur from the selected note to the next, or to the one after the end of the slur that begins here. */
  slur(): void {
    const { note, arrangement, document } = this.bench;
    if (!note || !arrangement) return;
    const hand = arrangement.score.notes.filter((each) => each.staff === note.staff && !each.grace);
    const own = arrangement.score.slurs.find((slur) => slur.from === note.id);
    const reached = own ? hand.find((each) => each.id === own.to) : note;
    const next = reached && hand.find((each) => each.at > reached.at);
    if (!next) return;
    const drop = own ? toggleSlur(document, arrangement, note, reached) : { put: [], remove: [] };
    const draw = toggleSlur(document, arrangement, note, next);
    this.bench.pin({ put: [...drop.put, ...draw.put], remove: [...drop.remove, ...draw.remove] });
  }

  removeSlur(): void {
    const { note, arrangement, document } = this.bench;
    const own = arrangement?.score.slurs.find((slur) => slur.from === note?.id || slur.to === note?.id);
    const ends =
      own && [own.from, own.to].map((id) => arrangement!.score.notes.find((each) => each.id === id));
    if (ends?.[0] && ends[1]) this.bench.pin(toggleSlur(document, arrangement!, ends[0], ends[1]));
  }

  detached(): void {
    this.#change((note) => setTouch(note, note.articulations.includes('staccato') ? 'plain' : 'staccato'));
  }

  circle(): void {
    this.#change((note) => toggleCircle(this.bench.document, note));
  }

  dynamic(text: string | null): void {
    this.#change((_, arrangement) => setDynamic(arrangement, this.bench.note!, text));
  }

  words(text: string): void {
    this.#change((_, arrangement) => setWords(arrangement, this.bench.note!, text));
  }

  /** Settles the selected measures as they stand, or frees them. */
  toggleSettled(): void {
    const { arrangement, document, selectedSources } = this.bench;
    if (!arrangement) return;
    const settled = document.pins.filter(
      (pin) => pin.kind === 'settled' && selectedSources.includes(pin.measure),
    );
    if (settled.length === selectedSources.length)
      this.bench.pin({ put: [], remove: settled.map(({ id }) => id) });
    else
      this.bench.pin({
        put: selectedSources.flatMap((measure) => settle(arrangement, measure).put),
        remove: [],
      });
  }
}
