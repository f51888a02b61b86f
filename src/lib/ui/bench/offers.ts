import type { Pin } from '$lib/core/document/pins/registry';
import type { Recipe } from '$lib/core/document/recipe';
import type { ArrangementDocument } from '$lib/core/document/document';
import type { PinChange } from '$lib/core/document/edit-pins';
import type { Remedy } from '$lib/core/snags/remedies';
import { applyStep, pinStep } from '$lib/core/document/steps';
import type { Alternative } from '$lib/core/arrange/why';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import type { Player } from '../playback/player.svelte';

/** What showing and taking offers needs of an open arrangement. */
interface Bench {
  readonly document: ArrangementDocument;
  readonly player: Player;
  preview: { readonly document: ArrangementDocument; readonly name: string } | null;
  heardAs(document: ArrangementDocument, options: PlayOptions): Promise<Timeline>;
  choose(change: Partial<Recipe>): void;
  pin(change: PinChange | null): void;
}

/** What is offered beside what stands (remedies, alternatives): seen in the music, heard, and taken. */
export class Offers {
  constructor(private readonly bench: Bench) {}

  #with(put: readonly Pin[]): ArrangementDocument {
    const { document } = this.bench;
    const step = pinStep(document, put);
    const outcome = step ? applyStep(document, step) : null;
    return outcome?.ok ? outcome.document : document;
  }

  /** Shows an offer in the music until it is taken or left. */
  show(name: string, put: readonly Pin[]): void {
    const isShown = this.bench.preview?.name === name;
    this.bench.preview = isShown ? null : { document: this.#with(put), name };
  }

  /** Lets an offer be heard before it is taken. */
  hear(put: readonly Pin[], measure: number, to = measure): void {
    const { player } = this.bench;
    const document = this.#with(put);
    const timeline = () => this.bench.heardAs(document, { ...player.options(measure, to), isLooped: false });
    void player.play(timeline, false);
  }

  takeRemedy(remedy: Remedy): void {
    if (remedy.recipe) this.bench.choose(remedy.recipe);
    else this.bench.pin(remedy);
  }

  takeAlternative(alternative: Alternative): void {
    this.bench.pin({ put: alternative.put, remove: [] });
  }
}
