import { arrange } from '../arrange/arrange';
import type { ArrangeFor } from '../arrange/arrange-for';
import type { Arrangement } from '../arrange/arrangement';
import type { SourceFacts } from '../analyse/study-source';
import type { ArrangementDocument } from '../document/document';
import type { Recipe } from '../document/recipe';
import { handoutNotes, type HandoutNotes } from './handout-notes';

/** What is kept of an arrangement when it is handed out: what is printed, and the recipe that it was made by. */
export interface Edition extends Pick<Arrangement, 'score' | 'counts' | 'sections' | 'key'> {
  readonly recipe: Recipe;
  /** Keyboard pictures and cues. */
  readonly notes: HandoutNotes;
}

/** Works out what handing out would print, for the hands and by the rules given. As long as arranging the piece. */
export function freezeEdition(facts: SourceFacts, document: ArrangementDocument, whom: ArrangeFor): Edition {
  return editionOf(facts, document, whom, arrange(facts, document, whom));
}

/** The same from an arrangement that stands already. */
export function editionOf(
  facts: SourceFacts,
  document: ArrangementDocument,
  whom: ArrangeFor,
  made: Pick<Arrangement, 'score' | 'counts' | 'sections' | 'key'>,
): Edition {
  const { score, counts, sections, key } = made;
  const notes = handoutNotes(facts, document, whom, made);
  return { score, counts, sections, key, recipe: document.recipe, notes };
}
