import type { Recipe } from '../core/document/recipe';
import { newDocument, type ArrangementDocument } from '../core/document/document';

/** A document on the top rung that keeps the right hand as written, for looking at one choice at a time. */
export function plainDocument(change: Partial<Recipe> = {}): ArrangementDocument {
  const made = newDocument({ hasTune: true }, 6);
  return {
    ...made,
    recipe: {
      ...made.recipe,
      rightTexture: 'as-written',
      leftTexture: 'held-root',
      fingers: 'with-source',
      ...change,
    },
  };
}
