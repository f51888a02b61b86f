import type { VoiceRange } from '$lib/core/learner/voice';
import type { Remote } from 'comlink';
import type { ArrangementDocument } from '$lib/core/document/document';
import type { Score } from '$lib/core/score/model';
import type { Analysis } from '$lib/core/analyse/analyse';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import type { LayoutRequest, SystemPlan } from '$lib/core/engrave/line';
import type { SourceView } from '$lib/core/analyse/source-view';
import type { ArrangeApi, ArrangedView, EngravedLadder, TextView } from '$lib/workers/protocol';
import type { Arrangement } from '$lib/core/arrange/arrangement';
import type { ArrangeFor } from '$lib/core/arrange/arrange-for';
import type { MeasureDifference } from '$lib/core/handout/differences';
import type { Key } from '$lib/core/pitch/key';
import type { KeyStyle, RankedKey } from '$lib/core/keys/rank-keys';
import type { ExplainDepth, FingerWhy } from '$lib/core/fingering/explain';
import type { VoicingPlace } from '$lib/core/arrange/voicing-places';
import type { Why } from '$lib/core/arrange/why';
import type { Heard, HearOptions } from '$lib/core/listen/hear';
import type { Take } from '$lib/core/listen/take';
import { applyDelta, type Delta } from '$lib/workers/delta';
import { WorkerLink, WorkerStopped } from './worker-link.svelte';

/** Takes lines that stand; resolves when they have been drawn. */
type OnLines = (systems: readonly SystemPlan[]) => Promise<void>;

/** One arranging worker. While it is busy only the newest request waits; those overtaken resolve to null. */
export class Arranger {
  readonly link = new WorkerLink<ArrangeApi>(
    'The arranger, which works out the music,',
    () => new Worker(new URL('../../workers/arrange.worker.ts', import.meta.url), { type: 'module' }),
    () => this.#goOn(),
  );
  #source: Score | null = null;
  /** Told once the worker was started again, for what it could not answer. */
  #waiting: (() => void)[] = [];
  #newest = 0;
  #systems: readonly SystemPlan[] | null = null;
  #arrangement: Arrangement | null = null;
  #running: Promise<unknown> | null = null;

  open(score: Score): Promise<SourceView> {
    this.#source = score;
    this.#forget();
    return this.#ask((api) => api.open(score));
  }

  hear(score: Score, take: Take, options: HearOptions): Promise<Heard> {
    return this.#ask((api) => api.hear(score, take, options));
  }

  /** Asks the worker; what it could not answer because it stopped is asked again when it was started anew. */
  async #ask<T>(ask: (api: Remote<ArrangeApi>) => Promise<T>): Promise<T> {
    for (;;) {
      try {
        return await this.link.call(ask);
      } catch (fault) {
        if (!(fault instanceof WorkerStopped)) throw fault;
        await new Promise<void>((resolve) => this.#waiting.push(resolve));
      }
    }
  }

  /** A worker that was started anew knows nothing: it is given the source again before anything else. */
  #goOn(): void {
    this.#forget();
    const source = this.#source;
    if (source) this.link.call((api) => api.open(source)).catch(() => undefined);
    for (const go of this.#waiting.splice(0)) go();
  }

  #forget(): void {
    this.#systems = null;
    this.#arrangement = null;
  }

  /**
   * Arranges and lays out; the lines are told of as soon as they stand, before the result has been looked over. That waits for
   * what `onLines` promises: the ink, which would have to share the processor with it.
   */
  async arrange(
    document: ArrangementDocument,
    whom: ArrangeFor,
    layout: LayoutRequest,
    onLines: OnLines = () => Promise.resolve(),
  ): Promise<ArrangedView | null> {
    const request = (this.#newest += 1);
    // A worker that is free is asked within this very call: what the page draws meanwhile would hold it up.
    if (this.#running) {
      await this.#running.catch(() => undefined);
      if (request !== this.#newest) return null;
    }
    const result = this.#ask((api) =>
      this.#drawThenComplete(api, document, whom, layout, (systems) => {
        return request === this.#newest ? onLines(systems) : Promise.resolve();
      }),
    );
    this.#running = result;
    const view = await result.finally(() => {
      if (this.#running === result) this.#running = null;
    });
    return request === this.#newest ? view : null;
  }

  async #drawThenComplete(
    api: Remote<ArrangeApi>,
    document: ArrangementDocument,
    whom: ArrangeFor,
    layout: LayoutRequest,
    onLines: OnLines,
  ): Promise<ArrangedView> {
    const take = (lines: Delta) =>
      (this.#systems = applyDelta(this.#systems, lines) as readonly SystemPlan[]);
    // Asked for together, so that the worker goes from one to the other without a word from a page that is busy drawing.
    const sketching = api.sketch(document, whom, layout);
    const drawing = api.draw(document, whom, layout);
    // A chord stands in ink at once; the notes that follow from it are worked out meanwhile. What the worker draws is taken
    // in any case: it tells the next change from it.
    const sketch = await sketching.catch(() => null);
    if (sketch) void onLines(take(sketch));
    const systems = take(await drawing);
    await onLines(systems);
    const arrangement = applyDelta(this.#arrangement, await api.complete()) as Arrangement;
    this.#arrangement = arrangement;
    return { arrangement, systems };
  }

  /** The lines that a document would have after those that stand, without becoming the view. */
  async foresee(
    document: ArrangementDocument,
    whom: ArrangeFor,
    layout: LayoutRequest,
  ): Promise<readonly SystemPlan[]> {
    const delta = await this.#ask<Delta>((api) => api.foresee(document, whom, layout));
    return applyDelta(this.#systems, delta) as readonly SystemPlan[];
  }

  preview(document: ArrangementDocument, whom: ArrangeFor): Promise<Score> {
    return this.#ask((api) => api.preview(document, whom));
  }

  rateKey(
    document: ArrangementDocument,
    whom: ArrangeFor,
    key: Key,
    style: KeyStyle,
    voice: VoiceRange | null,
  ): Promise<RankedKey> {
    return this.#ask((api) => api.rateKey(document, whom, key, style, voice));
  }

  explainFinger(note: string, depth: ExplainDepth): Promise<FingerWhy | null> {
    return this.#ask((api) => api.explainFinger(note, depth));
  }

  voicingPlaces(measure: number): Promise<readonly VoicingPlace[]> {
    return this.#ask((api) => api.voicingPlaces(measure));
  }

  explain(measure: number): Promise<Why | null> {
    return this.#ask((api) => api.explain(measure));
  }

  ladder(
    document: ArrangementDocument,
    whom: ArrangeFor,
    places: readonly number[],
    layout: LayoutRequest,
  ): Promise<EngravedLadder> {
    return this.#ask((api) => api.ladder(document, whom, places, layout));
  }

  fingerprint(): Promise<string | null> {
    return this.#ask((api) => api.fingerprint());
  }

  compareWith(handedOut: Score): Promise<readonly MeasureDifference[]> {
    return this.#ask((api) => api.compareWith(handedOut));
  }

  layOut(score: Score, counts: Arrangement['counts'], layout: LayoutRequest): Promise<readonly SystemPlan[]> {
    return this.#ask((api) => api.layOut(score, counts, layout));
  }

  analyse(score: Score): Promise<Analysis> {
    return this.#ask((api) => api.analyse(score));
  }

  readText(text: string, fileName: string, layout: LayoutRequest): Promise<TextView> {
    return this.#ask((api) => api.readText(text, fileName, layout));
  }

  timeline(score: Score, options: PlayOptions): Promise<Timeline> {
    return this.#ask((api) => api.timeline(score, options));
  }

  stop(): void {
    this.link.stop();
  }
}
