import type { Printed } from '../../core/sheets/page';
import { findPiece, sourceScore } from '../pieces';
import type { Outcome } from '../outcome';
import { work, type WorkFailure } from '../work/pool';

/** Sheets about a piece itself: its chords on cards, its scale, the chords of its key. */
export async function printPieceSheets(
  pieceId: string,
): Promise<
  Outcome<{ readonly title: string; readonly printed: Printed }, 'not-found' | 'not-readable' | WorkFailure>
> {
  const piece = findPiece(pieceId);
  if (!piece.ok) return piece;
  const source = sourceScore(pieceId, piece.value.sourceRevision);
  if (!source.ok) return source;
  const printed = await work('pieceSheets', {
    ...{
      source: source.value,
      title: piece.value.title,
      editionNumber: 0,
      date: '',
      learner: null,
      tasks: [],
    },
    choices: {
      ...{ sheets: ['cards', 'scale', 'inversions', 'map', 'lyrics'], paper: 'a4', noteSize: 'normal' },
      ...{ measuresALine: null, fingers: true, counts: false, chordSymbols: true, pedal: false },
      ...{ noteNames: false, octaves: 1, handsApart: 'alone', largeWords: false },
    },
  });
  return printed.ok ? { ok: true, value: { title: piece.value.title, printed: printed.value } } : printed;
}
