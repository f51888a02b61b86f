import type { NoteId } from '../units';
import type { Score } from './model';
import { compareNotes, comparePlaces } from './order';

/**
 * The music of a score with its ids replaced by positions, so that two scores that say the same compare equal
 * (two readings of one file, or a score and its copy after writing and reading).
 */
export function comparableScore(score: Score) {
  const notes = [...score.notes].sort(
    (a, b) => compareNotes({ ...a, id: '' as NoteId }, { ...b, id: '' as NoteId }) || a.duration - b.duration,
  );
  const position = new Map(notes.map((note, index) => [note.id, index]));
  const tupletPosition = new Map<string, number>();
  const nameTuplet = (id: string) => {
    if (!tupletPosition.has(id)) tupletPosition.set(id, tupletPosition.size);
    return tupletPosition.get(id)!;
  };
  const plainTuplet = (tuplet: Score['notes'][number]['tuplet']) =>
    tuplet && { ...tuplet, id: nameTuplet(tuplet.id) };
  const byText = (a: unknown, b: unknown) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1);
  return {
    ...score,
    notes: notes.map((note) => ({
      ...note,
      id: position.get(note.id),
      tieTo: note.tieTo && position.get(note.tieTo),
      tuplet: plainTuplet(note.tuplet),
    })),
    rests: [...score.rests]
      .sort(comparePlaces)
      .map((rest) => ({ ...rest, tuplet: plainTuplet(rest.tuplet) })),
    chords: score.chords.map(({ measure, at, chord }) => ({ measure, at, chord })),
    slurs: score.slurs
      .map((slur) => ({ from: position.get(slur.from), to: position.get(slur.to) }))
      .sort(byText),
    marks: [...score.marks].sort(byText),
  };
}
