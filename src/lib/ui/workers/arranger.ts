import { wrap, type Remote } from 'comlink';
import type { ArrangementDocument } from '$lib/core/arrange/document';
import type { Score } from '$lib/core/score/model';
import type { Analysis } from '$lib/core/analyse/analyse';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import type {
  ArrangeApi,
  ArrangedView,
  LayoutRequest,
  SourceView,
  SystemPlan,
  TextView,
} from '$lib/workers/protocol';
import type { Arrangement } from '$lib/core/arrange/arrange';
import { applyDelta } from '$lib/workers/delta';

/** One arranging worker. While it is busy only the newest request waits; those overtaken resolve to null. */
export class Arranger {
  readonly #worker = new Worker(new URL('../../workers/arrange.worker.ts', import.meta.url), {
    type: 'module',
  });
  readonly #api: Remote<ArrangeApi> = wrap<ArrangeApi>(this.#worker);
  #newest = 0;
  #view: ArrangedView | null = null;
  #running: Promise<unknown> = Promise.resolve();

  open(score: Score): Promise<SourceView> {
    this.#view = null;
    return this.#api.open(score);
  }

  async arrange(document: ArrangementDocument, layout: LayoutRequest): Promise<ArrangedView | null> {
    const request = (this.#newest += 1);
    await this.#running.catch(() => undefined);
    if (request !== this.#newest) return null;
    const result = this.#api.arrange(document, layout).then((delta) => {
      this.#view = applyDelta(this.#view, delta) as ArrangedView;
      return this.#view;
    });
    this.#running = result;
    const view = await result;
    return request === this.#newest ? view : null;
  }

  layOut(score: Score, counts: Arrangement['counts'], layout: LayoutRequest): Promise<readonly SystemPlan[]> {
    return this.#api.layOut(score, counts, layout);
  }

  analyse(score: Score): Promise<Analysis> {
    return this.#api.analyse(score);
  }

  readText(text: string, fileName: string, layout: LayoutRequest): Promise<TextView> {
    return this.#api.readText(text, fileName, layout);
  }

  timeline(score: Score, options: PlayOptions): Promise<Timeline> {
    return this.#api.timeline(score, options);
  }

  stop(): void {
    this.#worker.terminate();
  }
}
