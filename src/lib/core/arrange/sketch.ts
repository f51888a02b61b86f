import type { ArrangementDocument } from '../document/document';
import { openDocument } from '../document/open-document';
import type { SourceFacts } from '../analyse/study-source';
import type { Score } from '../score/model';
import type { ArrangeFor } from './arrange-for';
import { materialFor } from './choose-arrangement';

/** An arrangement that stands, and what it was asked with. */
export interface Standing {
  readonly document: ArrangementDocument;
  readonly whom: ArrangeFor;
  readonly score: Score;
}

/**
 * What can be drawn at once where chords were renamed and nothing else: the music as it stands under its new symbols, until
 * the notes that follow from them have been worked out. Null where anything else changed, or no symbol did.
 */
export function sketchChords(
  facts: SourceFacts,
  { document: before, whom: beforeWhom, score }: Standing,
  document: ArrangementDocument,
  whom: ArrangeFor,
): Score | null {
  if (chordPins(document) === chordPins(before)) return null;
  if (besideChords(document, whom) !== besideChords(before, beforeWhom)) return null;
  const chordsOf = (own: ArrangementDocument) =>
    materialFor(facts, openDocument(own), whom).material.score.chords;
  const replaced = new Set(chordsOf(before).map(({ id, at }) => `${id} ${at}`));
  const kept = score.chords.filter(({ id, at }) => !replaced.has(`${id} ${at}`));
  return { ...score, chords: [...chordsOf(document), ...kept].sort((a, b) => a.at - b.at) };
}

function chordPins({ pins }: ArrangementDocument): string {
  return JSON.stringify(pins.filter(({ kind }) => kind === 'chord'));
}

function besideChords({ pins, ...rest }: ArrangementDocument, whom: ArrangeFor): string {
  return JSON.stringify([rest, pins.filter(({ kind }) => kind !== 'chord'), whom]);
}
