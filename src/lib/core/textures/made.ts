import { isGeneratedNote } from '../score/ids';
import type { Note } from '../score/model';

/** A note of a texture that colours may change: not the source's own, and not tied on. */
export function isMade(note: Note): boolean {
  return isGeneratedNote(note.id) && note.tieTo === null;
}
