import { wrap, type Remote } from 'comlink';

/** A worker that was ended, or broke off, before it could answer. */
export class WorkerStopped extends Error {}

/** Nothing for so long, while something is asked, is worth a word: the worker did not start, stopped, or has very much to do. */
const PATIENCE_MS = 5_000;

interface Asked {
  readonly reject: (fault: WorkerStopped) => void;
}

/**
 * The page's end of a worker. Every call goes through it, so that a worker that does not start, or stops, is noticed and can
 * be started again.
 */
export class WorkerLink<Api> {
  /** `silent`: asked and not answered for seconds; `failed`: it broke off, and answers nothing more. */
  state = $state<'answering' | 'silent' | 'failed'>('answering');
  /** Started when it is first asked: what is on the page already needs none of it. */
  #running: { readonly worker: Worker; readonly api: Remote<Api> } | null = null;
  readonly #asked = new Set<Asked>();
  #timer: ReturnType<typeof setTimeout> | undefined;

  /** `name` says who it is: “the engraver”; `onRestart` asks again for what is still wanted. */
  constructor(
    readonly name: string,
    private readonly make: () => Worker,
    private readonly onRestart: () => void,
  ) {}

  /** Starts the worker before it is asked, so that it is ready when it is. */
  wake(): void {
    this.#start();
  }

  /** @throws WorkerStopped when the worker fails or is started again before it has answered */
  async call<T>(ask: (api: Remote<Api>) => Promise<T>): Promise<T> {
    if (this.state === 'failed') throw new WorkerStopped();
    let asked: Asked | undefined;
    const stopped = new Promise<never>((_, reject) => {
      asked = { reject };
      this.#asked.add(asked);
    });
    this.#watch();
    try {
      return await Promise.race([ask(this.#start()), stopped]);
    } finally {
      if (asked) this.#asked.delete(asked);
      if (this.state === 'silent') this.state = 'answering';
      this.#watch();
    }
  }

  restart(): void {
    this.#end();
    this.state = 'answering';
    this.#rejectAll();
    this.onRestart();
  }

  stop(): void {
    clearTimeout(this.#timer);
    this.#end();
    this.#asked.clear();
  }

  #start(): Remote<Api> {
    if (this.#running) return this.#running.api;
    const worker = this.make();
    worker.addEventListener('error', () => {
      if (worker !== this.#running?.worker) return;
      this.state = 'failed';
      this.#rejectAll();
    });
    this.#running = { worker, api: wrap<Api>(worker) };
    return this.#running.api;
  }

  #end(): void {
    this.#running?.worker.terminate();
    this.#running = null;
  }

  #rejectAll(): void {
    for (const { reject } of this.#asked) reject(new WorkerStopped());
  }

  /** Begins to wait anew with every question and every answer. */
  #watch(): void {
    clearTimeout(this.#timer);
    if (this.#asked.size > 0 && this.state === 'answering')
      this.#timer = setTimeout(() => (this.state = 'silent'), PATIENCE_MS);
  }
}
