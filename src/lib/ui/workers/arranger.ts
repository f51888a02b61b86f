import type { VoiceRange } from '$lib/core/learner/voice';
import { wrap, type Remote } from 'comlink';
import type { ArrangementDocument } from '$lib/core/document/document';
import type { Score } from '$lib/core/score/model';
import type { Analysis } from '$lib/core/analyse/analyse';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import type { LayoutRequest, SystemPlan } from '$lib/core/engrave/line';
import type { ArrangeApi, ArrangedView, EngravedLadder, SourceView, TextView } from '$lib/workers/protocol';
import type { Arrangement } from '$lib/core/arrange/arrangement';
import type { ArrangeFor } from '$lib/core/arrange/arrange-for';
import type { MeasureDifference } from '$lib/core/handout/differences';
import type { Key } from '$lib/core/pitch/key';
import type { KeyStyle, RankedKey } from '$lib/core/keys/rank-keys';
import type { ExplainDepth, FingerWhy } from '$lib/core/fingering/explain';
import type { Why } from '$lib/core/arrange/why';
import { applyDelta } from '$lib/workers/delta';

/** One arranging worker. While it is busy only the newest request waits; those overtaken resolve to null. */
export class Arranger {
  readonly #worker = new Worker(new URL('../../workers/arrange.worker.ts', import.meta.url), {
    type: 'module',
  });
  readonly #api: Remote<ArrangeApi> = wrap<ArrangeApi>(this.#worker);
  #newest = 0;
  #systems: readonly SystemPlan[] | null = null;
  #arrangement: Arrangement | null = null;
  #running: Promise<unknown> = Promise.resolve();

  open(score: Score): Promise<SourceView> {
    this.#systems = null;
    this.#arrangement = null;
    return this.#api.open(score);
  }

  /** Arranges and lays out; the lines are told of as soon as they stand, before the result has been looked over. */
  async arrange(
    document: ArrangementDocument,
    whom: ArrangeFor,
    layout: LayoutRequest,
    onLines: (systems: readonly SystemPlan[]) => void = () => undefined,
  ): Promise<ArrangedView | null> {
    const request = (this.#newest += 1);
    await this.#running.catch(() => undefined);
    if (request !== this.#newest) return null;
    const result = this.#drawThenComplete(document, whom, layout, (systems) => {
      if (request === this.#newest) onLines(systems);
    });
    this.#running = result;
    const view = await result;
    return request === this.#newest ? view : null;
  }

  /** Both are asked at once, so that the worker goes on without waiting for the page. */
  async #drawThenComplete(
    document: ArrangementDocument,
    whom: ArrangeFor,
    layout: LayoutRequest,
    onLines: (systems: readonly SystemPlan[]) => void,
  ): Promise<ArrangedView> {
    const [lines, rest] = [this.#api.draw(document, whom, layout), this.#api.complete()];
    rest.catch(() => undefined);
    const systems = applyDelta(this.#systems, await lines) as readonly SystemPlan[];
    this.#systems = systems;
    onLines(systems);
    const arrangement = applyDelta(this.#arrangement, await rest) as Arrangement;
    this.#arrangement = arrangement;
    return { arrangement, systems };
  }

  preview(document: ArrangementDocument, whom: ArrangeFor): Promise<Score> {
    return this.#api.preview(document, whom);
  }

  rateKey(
    document: ArrangementDocument,
    whom: ArrangeFor,
    key: Key,
    style: KeyStyle,
    voice: VoiceRange | null,
  ): Promise<RankedKey> {
    return this.#api.rateKey(document, whom, key, style, voice);
  }

  explainFinger(note: string, depth: ExplainDepth): Promise<FingerWhy | null> {
    return this.#api.explainFinger(note, depth);
  }

  explain(measure: number): Promise<Why | null> {
    return this.#api.explain(measure);
  }

  ladder(
    document: ArrangementDocument,
    whom: ArrangeFor,
    places: readonly number[],
    layout: LayoutRequest,
  ): Promise<EngravedLadder> {
    return this.#api.ladder(document, whom, places, layout);
  }

  fingerprint(): Promise<string | null> {
    return this.#api.fingerprint();
  }

  compareWith(handedOut: Score): Promise<readonly MeasureDifference[]> {
    return this.#api.compareWith(handedOut);
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
