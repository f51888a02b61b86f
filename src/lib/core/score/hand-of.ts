import type { HandName } from '../hands/hand';
import type { Note, Score } from './model';

/** The upper staff of a keyboard part, or a part of one staff before it, is the right hand's. */
export function handOf(score: Score, note: Pick<Note, 'part' | 'staff'>): HandName {
  const use = score.parts[note.part]?.uses?.[note.staff];
  if (use) return use === 'tune' ? 'right' : 'left';
  return note.staff > 0 || (note.part > 0 && score.parts[note.part]!.staves === 1) ? 'left' : 'right';
}
