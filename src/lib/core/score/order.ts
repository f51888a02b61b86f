import { midiOf } from '../pitch/pitch';
import type { Note, Place } from './model';

/** Reading order: onset, part, staff, voice. */
export function comparePlaces(a: Place, b: Place): number {
  return (
    a.at - b.at ||
    a.part - b.part ||
    a.staff - b.staff ||
    (a.voice < b.voice ? -1 : a.voice > b.voice ? 1 : 0)
  );
}

/** Reading order for notes: grace notes first, then low to high. */
export function compareNotes(a: Note, b: Note): number {
  return (
    comparePlaces(a, b) ||
    graceOrder(a) - graceOrder(b) ||
    midiOf(a.pitch) - midiOf(b.pitch) ||
    (a.id < b.id ? -1 : 1)
  );
}

function graceOrder(note: Note): number {
  return note.grace?.order ?? Number.MAX_SAFE_INTEGER;
}
