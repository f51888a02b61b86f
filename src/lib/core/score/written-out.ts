import type { NoteId } from '../units';
import { ticks } from '../units';
import { writeByMetre, writtenValue } from './duration';
import { splitNoteId } from './ids';
import type { Note, Score } from './model';
import { metreOffset } from './time';

/**
 * The score with every length that no single value can write (nine eighths, five quarters) as values tied together, divided
 * where the metre divides. Tuplets stay. The same object where nothing has to be cut. O(events).
 */
export function writtenOut(score: Score): Score {
  const isWhole = ({ duration, tuplet }: Pick<Note, 'duration' | 'tuplet'>) =>
    tuplet !== null || writtenValue(duration) !== null;
  if (score.notes.every((note) => note.grace || isWhole(note)) && score.rests.every((rest) => isWhole(rest)))
    return score;
  const piecesOf = ({ measure, at, duration }: Pick<Note, 'measure' | 'at' | 'duration'>) => {
    const { start, time } = score.measures[measure]!;
    const shift = start - metreOffset(score.measures, measure);
    return writeByMetre(ticks(at - shift), duration, time).map((piece) => ({
      at: ticks(piece.at + shift),
      duration: piece.duration,
    }));
  };
  /** The last piece of a note that was cut, which bears what ends with the note. */
  const lasts = new Map<NoteId, NoteId>();
  const notes = score.notes.flatMap((note): readonly Note[] => {
    if (note.grace || isWhole(note)) return [note];
    const pieces = piecesOf(note);
    lasts.set(note.id, splitNoteId(note.id, pieces.length - 1));
    return pieces.map((piece, index) => ({
      ...note,
      ...piece,
      id: splitNoteId(note.id, index),
      tieTo: index + 1 < pieces.length ? splitNoteId(note.id, index + 1) : note.tieTo,
      ...(index === 0 ? {} : { articulations: [], finger: null, lyrics: [] }),
    }));
  });
  return {
    ...score,
    notes,
    rests: score.rests.flatMap((rest) =>
      isWhole(rest) || rest.isWholeMeasure ? [rest] : piecesOf(rest).map((piece) => ({ ...rest, ...piece })),
    ),
    slurs: score.slurs.map((slur) => ({ ...slur, to: lasts.get(slur.to) ?? slur.to })),
  };
}
