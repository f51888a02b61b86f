import type { EngravedSystem, EngraveOptions, FirstLines, SystemPlan } from '$lib/core/engrave/line';
import type { EngraveApi } from '$lib/workers/protocol';
import { WorkerLink, WorkerStopped } from './worker-link.svelte';

interface Job {
  readonly key: string;
  readonly mei: string;
  readonly options: EngraveOptions;
  priority: number;
  readonly waiting: Set<Waiter>;
}

interface Waiter {
  readonly resolve: (system: EngravedSystem | null) => void;
  readonly reject: (fault: unknown) => void;
}

const CACHED_SYSTEMS = 400;
/** Ink is there in less; nobody who waits for it is held up longer. */
const LONGEST_WAIT_MS = 120;

/**
 * One engraving worker for the page. Equal jobs are done once, what is on screen goes first, and a job that nobody
 * waits for any more is dropped.
 */
export class Engraver {
  readonly link = new WorkerLink<EngraveApi>(
    'The engraver, which draws the notes,',
    () => new Worker(new URL('../../workers/engrave.worker.ts', import.meta.url), { type: 'module' }),
    () => void this.#work(),
  );
  readonly #queue = new Map<string, Job>();
  readonly #done = new Map<string, EngravedSystem>();
  #running: Job | null = null;
  /** Told when nothing on screen waits for its ink. */
  #settled: (() => void)[] = [];

  /** Resolves to null when cancelled. A lower priority number is done sooner. */
  engrave(
    mei: string,
    options: EngraveOptions,
    priority: number,
    signal: AbortSignal,
  ): Promise<EngravedSystem | null> {
    const key = keyOf(mei, options);
    const known = this.#done.get(key);
    if (known) return Promise.resolve(known);
    return new Promise((resolve, reject) => {
      const waiter = { resolve, reject };
      const job = this.#ask({ key, mei, options, priority, waiting: new Set([waiter]) });
      signal.addEventListener('abort', () => {
        job.waiting.delete(waiter);
        if (job.waiting.size === 0) this.#queue.delete(key);
        resolve(null);
      });
    });
  }

  /** Begins a line that will be asked for in a moment, before all others. */
  begin(mei: string, options: EngraveOptions): void {
    this.#prepare(mei, options, -1);
  }

  /** Draws a line that may be asked for, after all others. */
  foresee(mei: string, options: EngraveOptions): void {
    this.#prepare(mei, options, Infinity);
  }

  #prepare(mei: string, options: EngraveOptions, priority: number): void {
    const key = keyOf(mei, options);
    if (!this.#done.has(key)) this.#ask({ key, mei, options, priority, waiting: new Set() });
  }

  /** The job as it stands in the queue or is being done: an equal one that was asked for before. */
  #ask(asked: Job): Job {
    const same = this.#running?.key === asked.key ? this.#running : this.#queue.get(asked.key);
    const job = same ?? asked;
    job.priority = Math.min(job.priority, asked.priority);
    for (const waiter of asked.waiting) job.waiting.add(waiter);
    if (!same) this.#queue.set(job.key, job);
    void this.#work();
    return job;
  }

  /** A line that is at hand, drawn here before or taken over. */
  known(mei: string, options: EngraveOptions): EngravedSystem | null {
    return this.#done.get(keyOf(mei, options)) ?? null;
  }

  /** Takes over lines that were drawn elsewhere in the same way, so that they need not be drawn again; tells their plans. */
  takeOver({ lines, options }: FirstLines): readonly SystemPlan[] {
    for (const { plan, system } of lines) this.#remember(keyOf(plan.mei, options), system);
    return lines.map(({ plan }) => plan);
  }

  /** Resolves when all that is on screen has its ink, and after a moment in any case: an engraver that starts takes seconds. */
  async onScreenInked(): Promise<void> {
    await Promise.race([
      this.onScreenSettled(),
      new Promise((resolve) => setTimeout(resolve, LONGEST_WAIT_MS)),
    ]);
  }

  /** Resolves when all that is on screen has its ink, however long that takes. */
  onScreenSettled(): Promise<void> {
    if (!this.#isInkAwaited([...this.#queue.values(), ...(this.#running ? [this.#running] : [])]))
      return Promise.resolve();
    return new Promise<void>((resolve) => this.#settled.push(resolve));
  }

  #isInkAwaited(jobs: readonly Job[]): boolean {
    return jobs.some(({ priority }) => priority <= 0);
  }

  #tellSettled(): void {
    if (this.#isInkAwaited([...this.#queue.values()])) return;
    for (const tell of this.#settled.splice(0)) tell();
  }

  async #work(): Promise<void> {
    if (this.#running) return;
    while (this.#queue.size > 0) {
      const job = [...this.#queue.values()].reduce((first, each) =>
        each.priority < first.priority ? each : first,
      );
      this.#queue.delete(job.key);
      this.#running = job;
      try {
        const system = await this.link.call((api) => api.engrave(job.mei, job.options));
        this.#remember(job.key, system);
        for (const waiter of job.waiting) waiter.resolve(system);
      } catch (fault) {
        if (fault instanceof WorkerStopped) {
          // Whoever waits goes on waiting: it is asked again once the engraver was started anew.
          if (job.waiting.size > 0) this.#queue.set(job.key, job);
          if (this.link.state === 'failed') break;
          continue;
        }
        for (const waiter of job.waiting) waiter.reject(fault);
      }
      this.#tellSettled();
    }
    this.#running = null;
  }

  #remember(key: string, system: EngravedSystem): void {
    this.#done.set(key, system);
    if (this.#done.size > CACHED_SYSTEMS) this.#done.delete(this.#done.keys().next().value!);
  }
}

function keyOf(mei: string, { pageWidth, unit }: EngraveOptions): string {
  return `${pageWidth}/${unit}/${mei}`;
}
