import type { SourceFacts } from '../analyse/study-source';
import type { ArrangementDocument } from '../document/document';
import { openDocument } from '../document/open-document';
import { explainFinger, type ExplainDepth, type FingerWhy } from '../fingering/explain';
import { rungAt } from '../limits/rungs';
import { fingerTask } from './apply-fingers';
import { pinNotes } from './arrange';
import { ANYONE, type ArrangeFor } from './arrange-for';
import { chooseArrangement } from './choose-arrangement';
import { explain, type Why } from './why';

/** Why one measure is as it is, with the ways that lost; null where there is no such measure. */
export function explainMeasure(
  facts: SourceFacts,
  document: ArrangementDocument,
  measure: number,
  whom: ArrangeFor = ANYONE,
): Why | null {
  const open = openDocument(document);
  const chosen = chooseArrangement(facts, open, whom);
  const { facts: source, solved } = chosen;
  if (!solved.choices[measure]) return null;
  const rung = rungAt(whom.rules.rungs, document.recipe.rung);
  const voicing = solved.voicings.left[measure]?.[0] ?? null;
  const sounding = pinNotes(open, chosen).notes.filter((note) => note.measure === measure);
  return explain(measure, source.sourceMeasure[measure]!, solved, rung, voicing, sounding);
}

/** Why one note has its finger, whether it is shown or not, with the ways that lost. */
export function explainFingerOf(
  facts: SourceFacts,
  document: ArrangementDocument,
  note: string,
  whom: ArrangeFor = ANYONE,
  depth: ExplainDepth = 'full',
): FingerWhy | null {
  const open = openDocument(document);
  const chosen = chooseArrangement(facts, open, whom);
  const { notes } = pinNotes(open, chosen);
  return explainFinger(fingerTask(chosen, notes, open.recipe, whom), note, depth);
}
