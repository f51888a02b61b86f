import type { Note } from './model';

/** Ties lead to the note that goes on at the same pitch, or nowhere. */
export function mendTies(notes: readonly Note[]): readonly Note[] {
  const byId = new Map(notes.map((note) => [note.id, note]));
  return notes.map((note) => {
    if (note.tieTo === null) return note;
    const target = byId.get(note.tieTo);
    const goesOn = target && target.at === note.at + note.duration && target.staff === note.staff;
    return goesOn ? note : { ...note, tieTo: null };
  });
}
