import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { WorkerLink, WorkerStopped } from './worker-link.svelte';

interface Asked {
  answer(): Promise<string>;
}

/** A worker that only tells what is done to it; what it is asked is given by the test. */
class StillWorker extends EventTarget {
  readonly terminate = vi.fn();
  readonly postMessage = vi.fn();
}

let made: StillWorker[] = [];
const restarted = vi.fn();
const link = () =>
  new WorkerLink<Asked>(
    'A worker',
    () => {
      const worker = new StillWorker();
      made.push(worker);
      return worker as unknown as Worker;
    },
    restarted,
  );
const never = () => new Promise<string>(() => undefined);

beforeEach(() => {
  made = [];
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.clearAllMocks();
});

describe('the page’s end of a worker', () => {
  it('starts it when it is first asked, and once', async () => {
    const own = link();
    expect(made).toHaveLength(0);
    expect(await own.call(async () => 'yes')).toBe('yes');
    own.wake();
    expect(made).toHaveLength(1);
  });

  it('is silent after seconds without an answer, and answering with the next one', async () => {
    const own = link();
    let answer: (text: string) => void = () => undefined;
    const asked = own.call(() => new Promise<string>((resolve) => (answer = resolve)));
    await vi.advanceTimersByTimeAsync(4_900);
    expect(own.state).toBe('answering');
    await vi.advanceTimersByTimeAsync(200);
    expect(own.state).toBe('silent');
    answer('at last');
    expect(await asked).toBe('at last');
    expect(own.state).toBe('answering');
    await vi.advanceTimersByTimeAsync(60_000);
    expect(own.state).toBe('answering');
  });

  it('fails at once when the worker does, whoever waits is told, and nothing more is asked of it', async () => {
    const own = link();
    const asked = expect(own.call(never)).rejects.toBeInstanceOf(WorkerStopped);
    made[0]!.dispatchEvent(new Event('error'));
    await asked;
    expect(own.state).toBe('failed');
    await expect(own.call(async () => 'no')).rejects.toBeInstanceOf(WorkerStopped);
  });

  it('started again ends the one before, tells whoever waits, and has asked anew', async () => {
    const own = link();
    const asked = expect(own.call(never)).rejects.toBeInstanceOf(WorkerStopped);
    own.restart();
    await asked;
    expect(made[0]!.terminate).toHaveBeenCalledOnce();
    expect(restarted).toHaveBeenCalledOnce();
    expect(await own.call(async () => 'yes')).toBe('yes');
    expect(made).toHaveLength(2);
    // What the old one still says concerns nobody.
    made[0]!.dispatchEvent(new Event('error'));
    expect(own.state).toBe('answering');
  });
});
