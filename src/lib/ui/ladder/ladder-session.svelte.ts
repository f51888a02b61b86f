import { z } from 'zod';
import { api } from '../api/api';
import { remembered } from '../parts/remembered';
import type { ArrangementDocument } from '$lib/core/document/document';
import type { ArrangeFor } from '$lib/core/arrange/arrange-for';
import type { EngravedLadder } from '$lib/workers/protocol';
import type { Engraver } from '../workers/engraver';
import { useArranger } from '../workers/workers-context.svelte';

/** The rungs that were looked at last. */
const SHOWN = remembered<readonly number[]>('ladder', z.array(z.int()).max(12), []);

/** Rungs of one recipe under one another, and what is chosen to be looked at. */
export class LadderSession {
  ladder = $state.raw<EngravedLadder | null>(null);
  problem = $state('');
  places = $state.raw<readonly number[]>([]);
  inked = $state(0);
  readonly #arranger = useArranger();

  constructor(
    private readonly pieceId: string,
    private readonly sourceRevision: number,
    private readonly document: ArrangementDocument,
    readonly whom: ArrangeFor,
    readonly engraver: Engraver,
  ) {
    const count = whom.rules.rungs.length;
    const known = SHOWN.read().filter((place) => place >= 1 && place <= count);
    const own = document.recipe.rung;
    this.places =
      known.length > 1 ? known : [...new Set([Math.min(count, own + 1), own, Math.max(1, own - 1)])];
  }

  async open(): Promise<void> {
    const score = await api.pieceScore(this.pieceId, this.sourceRevision);
    if (score.ok) await this.#arranger.open(score.value);
    else this.problem = `The piece could not be loaded. ${score.message}`;
  }

  show(places: readonly number[]): void {
    this.places = places;
    SHOWN.write(places);
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
}
