import type { ArrangementDocument } from '$lib/core/document/document';
import type { ArrangeFor } from '$lib/core/arrange/arrange-for';
import type { Score } from '$lib/core/score/model';
import type { EngravedLadder } from '$lib/workers/protocol';
import type { Engraver } from '../workers/engraver';
import { Arranger } from '../workers/arranger';

const REMEMBERED = 'key-path.ladder';

/** Rungs of one recipe under one another, and what is chosen to be looked at. */
export class LadderSession {
  ladder = $state.raw<EngravedLadder | null>(null);
  problem = $state('');
  places = $state.raw<readonly number[]>([]);
  inked = $state(0);
  readonly #arranger = new Arranger();

  constructor(
    private readonly scoreUrl: string,
    private readonly document: ArrangementDocument,
    readonly whom: ArrangeFor,
    readonly engraver: Engraver,
  ) {
    const count = whom.rules.rungs.length;
    const kept = JSON.parse(localStorage.getItem(REMEMBERED) ?? '[]') as number[];
    const known = kept.filter((place) => place >= 1 && place <= count);
    const own = document.recipe.rung;
    this.places =
      known.length > 1 ? known : [...new Set([Math.min(count, own + 1), own, Math.max(1, own - 1)])];
  }

  async open(): Promise<void> {
    try {
      const response = await fetch(this.scoreUrl);
      if (!response.ok) throw new Error(String(response.status));
      await this.#arranger.open((await response.json()) as Score);
    } catch {
      this.problem =
        'The piece could not be loaded. Check that Key Path is running, then load the page again.';
    }
  }

  show(places: readonly number[]): void {
    this.places = places;
    localStorage.setItem(REMEMBERED, JSON.stringify(places));
  }

  toggle(place: number): void {
    const has = this.places.includes(place);
    if (has && this.places.length === 1) return;
    this.show(has ? this.places.filter((each) => each !== place) : [...this.places, place]);
  }

  async layOut(places: readonly number[], lineWidth: number): Promise<void> {
    try {
      this.ladder = await this.#arranger.ladder(this.document, this.whom, places, {
        lineWidth,
        mostMeasures: 5,
        markings: { fingers: false, counts: false, chordSymbols: true, lyrics: false, pedal: false },
      });
    } catch {
      this.problem = 'The rungs could not be worked out. Go back to the Bench, or load the page again.';
    }
  }

  dispose(): void {
    this.#arranger.stop();
  }
}
