import type { ArrangementInWork } from './arrangement-in-work.svelte';
import type { Pin } from '$lib/core/document/pins/registry';
import type { ArrangementDocument } from '$lib/core/document/document';
import type { Remedy } from '$lib/core/snags/remedies';
import { applyStep, pinStep } from '$lib/core/document/steps';
import type { Alternative } from '$lib/core/arrange/why';
import type { Player } from '../playback/player.svelte';

/** What showing and taking offers needs of an open arrangement. */
interface Bench {
  readonly work: Pick<ArrangementInWork, 'document' | 'preview' | 'heardAs' | 'choose' | 'pin'>;
  readonly player: Player;
}

/** What is offered beside what stands (remedies, alternatives): seen in the music, heard, and taken. */
export class Offers {
  constructor(private readonly bench: Bench) {}

  #with(put: readonly Pin[]): ArrangementDocument {
    const { document } = this.bench.work;
    const step = pinStep(document, put);
    const outcome = step ? applyStep(document, step) : null;
    return outcome?.ok ? outcome.document : document;
  }

  /** Shows an offer in the music until it is taken or left. */
  show(name: string, put: readonly Pin[]): void {
    const isShown = this.bench.work.preview?.name === name;
    this.bench.work.preview = isShown ? null : { document: this.#with(put), name };
  }

  /** Lets an offer be heard before it is taken. */
  hear(put: readonly Pin[], measure: number, to = measure): void {
    const { player } = this.bench;
    const document = this.#with(put);
    const timeline = () =>
      this.bench.work.heardAs(document, { ...player.options(measure, to), isLooped: false });
    void player.play(timeline, false);
  }

  takeRemedy(remedy: Remedy): void {
    if (remedy.recipe) this.bench.work.choose(remedy.recipe);
    else this.bench.work.pin(remedy);
  }

  takeAlternative(alternative: Alternative): void {
    this.bench.work.pin({ put: alternative.put, remove: [] });
  }
}
