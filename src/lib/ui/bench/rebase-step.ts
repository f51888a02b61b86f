import type { Recipe } from '$lib/core/document/recipe';
import type { ArrangementDocument } from '$lib/core/document/document';
import { pinStep, recipeStep, type ArrangementStep } from '$lib/core/document/steps';
import type { Section } from '$lib/core/score/model';

/** The same intention on another state of the document. */
export function rebaseStep(document: ArrangementDocument, step: ArrangementStep): ArrangementStep | null {
  switch (step.kind) {
    case 'recipe':
      return recipeStep(document, step.to as Partial<Recipe>);
    case 'pins': {
      const added = step.added.map((pin) => pin.id);
      return pinStep(
        document,
        step.added,
        step.removed.map((pin) => pin.id).filter((id) => !added.includes(id)),
      );
    }
    case 'sections':
      return { ...step, from: document.sections as Section[] | null };
  }
}
