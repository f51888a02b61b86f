import type { Note } from './model';

/** Notes with another finger than they came with, kept so that the same finger is the same record. */
const fingered = new WeakMap<Note, Map<string, Note>>();

export function withFinger(note: Note, finger: number | null, then?: number): Note {
  if (note.finger === finger && note.fingerThen === then) return note;
  const variants = fingered.get(note) ?? new Map<string, Note>();
  fingered.set(note, variants);
  const name = `${finger}/${then}`;
  const known = variants.get(name) ?? fingerIt(note, finger, then);
  variants.set(name, known);
  return known;
}

function fingerIt(note: Note, finger: number | null, then: number | undefined): Note {
  if (then !== undefined) return { ...note, finger, fingerThen: then };
  const { fingerThen, ...plain } = note;
  return fingerThen === undefined ? { ...note, finger } : { ...plain, finger };
}
