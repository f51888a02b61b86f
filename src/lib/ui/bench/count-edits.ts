import { countPin, countPinId } from '$lib/core/document/pins/count';
import type { Editable } from './editable';

/** A moment that is counted: its measure, and ticks from the measure's start. */
export interface CountPlace {
  readonly measure: number;
  readonly at: number;
}

/** Words of the teacher's own in place of counted syllables. */
export class CountEdits {
  constructor(private readonly bench: Editable) {}

  /** The pin that holds a word at a moment; null where the style decides. */
  pinAt(place: CountPlace): string | null {
    const id = this.#id(place);
    return this.bench.work.document.pins.some((pin) => pin.id === id) ? id : null;
  }

  /** Says a word at a moment, or with null what the style says. */
  write(place: CountPlace, text: string | null): void {
    const id = this.#id(place);
    const spot = this.#spot(place);
    if (!id || !spot) return;
    const syllable = text?.trim() ?? '';
    // Who writes a count wants to see it.
    if (syllable !== '' && this.bench.work.document.recipe.counts === 'hidden')
      this.bench.work.choose({ counts: 'shown' });
    this.bench.work.pin(
      syllable === ''
        ? { put: [], remove: [id] }
        : { put: [countPin(spot.measure, spot.tick, syllable)], remove: [] },
    );
  }

  #id(place: CountPlace): string | null {
    const spot = this.#spot(place);
    return spot && countPinId(spot.measure, spot.tick);
  }

  /** The moment in the source's measure. */
  #spot({ measure, at }: CountPlace): { readonly measure: number; readonly tick: number } | null {
    const { arrangement } = this.bench.work;
    if (!arrangement) return null;
    const { score, sourceMeasure, scale } = arrangement;
    const source = sourceMeasure[measure]!;
    const into = score.measures[measure]!.start - score.measures[sourceMeasure.indexOf(source)]!.start;
    return { measure: source, tick: Math.round((into + at) / scale) };
  }
}
