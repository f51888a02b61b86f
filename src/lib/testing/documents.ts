import { newDocument, type ArrangementDocument, type Recipe } from '../core/arrange/document';

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
