import type { Recipe } from '$lib/core/document/recipe';

import type { LayoutRequest } from '$lib/core/engrave/line';

/** How the Bench lays out a document: a line's room and what is printed with the notes. */
export function layoutOf(recipe: Recipe, lineWidth: number): LayoutRequest {
  return {
    lineWidth,
    mostMeasures: 5,
    markings: {
      fingers: recipe.fingers !== 'hidden',
      counts: recipe.counts === 'shown',
      chordSymbols: recipe.chordSymbols === 'shown',
      lyrics: true,
      pedal: true,
    },
  };
}
