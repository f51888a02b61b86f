import { resolve } from 'node:path';
import { Piscina } from 'piscina';
import type { Outcome } from '../outcome';
import { log } from '../log';
import { Lane, type Urgency } from './lane';
import type { Tasks } from './tasks';

/** What a task may take: time from when it begins, and memory of the thread's own objects. */
const LIMITS = {
  read: { lane: 'music', seconds: 20 },
  sumUp: { lane: 'music', seconds: 20 },
  makeup: { lane: 'music', seconds: 20 },
  print: { lane: 'music', seconds: 60 },
  write: { lane: 'music', seconds: 30 },
  engrave: { lane: 'lines', seconds: 60 },
  sheets: { lane: 'lines', seconds: 120 },
  pdf: { lane: 'lines', seconds: 120 },
  pieceSheets: { lane: 'lines', seconds: 120 },
  mei: { lane: 'music', seconds: 30 },
} as const satisfies Readonly<Record<keyof Tasks, { lane: 'music' | 'lines'; seconds: number }>>;
/** A machine that is slow, or busy with other things, may be given more time for the same work: `KEY_PATH_PATIENCE=3`. */
const patience = () => Math.max(1, Number(process.env.KEY_PATH_PATIENCE) || 1);
/** The tasks as one file, built beside the server. */
const TASKS = 'build/work/tasks.js';
const MEMORY_MB = 600;
/** A thread that has nothing to do for so long is let go, and its memory with it; one that draws takes longest to start. */
const IDLE_MS = { music: 30_000, lines: 600_000 } as const;

export type WorkFailure = 'took-too-long' | 'took-too-much' | 'broke-off';

type Input<K extends keyof Tasks> = Parameters<Tasks[K]>[0];
type Output<K extends keyof Tasks> = Awaited<ReturnType<Tasks[K]>>;

/** A thread, started when it is first needed, and the lane of work for it. */
class Thread {
  readonly lane = new Lane();
  #pool: Piscina | null = null;
  /** Told when the thread fails outside of a task: it could not be started, or its memory ran out. */
  #onFault: (fault: unknown) => void = () => undefined;

  constructor(private readonly idleMs: number) {}

  /** Runs one task. A thread that fails is let go, and with it whatever it was doing. */
  async run(task: string, input: unknown, signal: AbortSignal): Promise<unknown> {
    const pool = (this.#pool ??= this.#start());
    const fault = new Promise<never>((_, reject) => (this.#onFault = reject));
    const done = pool.run(input, { name: task, signal });
    // The one that is not waited for any more may still fail; that is no news.
    for (const each of [fault, done]) each.catch(() => undefined);
    return Promise.race([done, fault]);
  }

  #start(): Piscina {
    const pool = new Piscina({
      filename: resolve(process.env.KEY_PATH_TASKS ?? TASKS),
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: this.idleMs,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    });
    pool.on('error', (fault) => {
      this.#onFault(fault);
      void this.stop();
    });
    return pool;
  }

  async stop(): Promise<void> {
    const pool = this.#pool;
    this.#pool = null;
    await pool?.destroy();
  }
}

const threads = { music: new Thread(IDLE_MS.music), lines: new Thread(IDLE_MS.lines) };

/**
 * Runs a task in a thread of its own. What takes too long or too much memory is ended and said; a thread that dies is
 * replaced by the next task.
 */
export function work<K extends keyof Tasks>(
  task: K,
  input: Input<K>,
  urgency: Urgency = 'now',
): Promise<Outcome<Output<K>, WorkFailure>> {
  const { lane, seconds } = LIMITS[task];
  const thread = threads[lane];
  return thread.lane.add(urgency, async () => {
    if (isOver) return BROKE_OFF;
    const signal = AbortSignal.timeout(seconds * 1_000 * patience());
    try {
      const value = (await thread.run(task, input, signal)) as Output<K>;
      return { ok: true, value };
    } catch (fault) {
      const failure = failureOf(fault, signal);
      log.error({ task, code: failure.code, fault: fault instanceof Error ? fault.stack : String(fault) });
      return failure;
    }
  });
}

function failureOf(fault: unknown, signal: AbortSignal) {
  if (signal.aborted)
    return {
      ok: false,
      code: 'took-too-long',
      message: 'This took too long and was stopped; nothing was changed. A shorter or simpler score will do.',
    } as const;
  const code = fault instanceof Error && 'code' in fault ? fault.code : null;
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return {
      ok: false,
      code: 'took-too-much',
      message:
        'This took too much memory and was stopped; nothing was changed. A shorter or simpler score will do.',
    } as const;
  return BROKE_OFF;
}

const BROKE_OFF = {
  ok: false,
  code: 'broke-off',
  message:
    'Working this out broke off, so nothing was changed. Try again; if it happens again, the log has the details.',
} as const;

export const WORK_STATUS = { 'took-too-long': 503, 'took-too-much': 413, 'broke-off': 500 } as const;

export function isWorkFailure(code: string): code is WorkFailure {
  return Object.hasOwn(WORK_STATUS, code);
}

let isOver = false;

/** Ends all work for good: what is asked for from now on would only keep the program from stopping. */
export async function endWork(): Promise<void> {
  isOver = true;
  await stopWork();
}

export function isWorkOver(): boolean {
  return isOver;
}

/** Lets the threads go; what runs is ended. */
export async function stopWork(): Promise<void> {
  await Promise.all(Object.values(threads).map((thread) => thread.stop()));
}
