import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { recipeStep } from '$lib/core/document/steps';
import { SaveQueue } from './save-queue.svelte';

const step = recipeStep(plainDocument(), { key: 'G' })!;
const answer = (status: number, body: unknown) => new Response(JSON.stringify(body), { status });
let server: ReturnType<typeof vi.fn<(url: string, init: RequestInit) => Promise<Response>>>;
const sent = () =>
  server.mock.calls.map(
    ([, init]) => JSON.parse(init.body as string) as { baseRevision: number; idempotencyKey: string },
  );

beforeEach(() => {
  vi.useFakeTimers();
  server = vi.fn();
  vi.stubGlobal('fetch', server);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('saving steps', () => {
  it('sends them one by one, each on the revision before', async () => {
    server
      .mockResolvedValueOnce(answer(200, { revision: 8 }))
      .mockResolvedValueOnce(answer(200, { revision: 9 }));
    const queue = new SaveQueue('a1', 7);
    queue.push(step);
    queue.push(step);
    expect(queue.state).toBe('saving');
    await vi.waitFor(() => expect(queue.state).toBe('saved'));
    expect(sent().map((body) => body.baseRevision)).toEqual([7, 8]);
  });

  it('tries again with the same key after the server was gone', async () => {
    server
      .mockRejectedValueOnce(new TypeError('no connection'))
      .mockResolvedValueOnce(answer(502, {}))
      .mockResolvedValueOnce(answer(200, { revision: 1 }));
    const queue = new SaveQueue('a1', 0);
    queue.push(step);
    await vi.waitFor(() => expect(queue.state).toBe('waiting'));
    await vi.runAllTimersAsync();
    expect(queue.state).toBe('saved');
    expect(new Set(sent().map((body) => body.idempotencyKey)).size).toBe(1);
    expect(server).toHaveBeenCalledTimes(3);
  });

  it('stops at a conflict and gives back what was waiting', async () => {
    const current = { revision: 5, document: plainDocument() };
    server
      .mockResolvedValueOnce(answer(409, { message: 'changed', current }))
      .mockResolvedValueOnce(answer(200, { revision: 6 }));
    const queue = new SaveQueue('a1', 0);
    queue.push(step);
    await vi.waitFor(() => expect(queue.state).toBe('conflict'));
    expect(queue.conflict?.revision).toBe(5);
    expect(queue.acceptServerState()).toEqual([step]);
    queue.push(step);
    await vi.waitFor(() => expect(queue.state).toBe('saved'));
    expect(sent().at(-1)!.baseRevision).toBe(5);
  });

  it('says so when a step is refused for good', async () => {
    server.mockResolvedValueOnce(answer(422, { message: 'A pin has been changed meanwhile.' }));
    const queue = new SaveQueue('a1', 0);
    queue.push(step);
    await vi.waitFor(() => expect(queue.state).toBe('refused'));
    expect(queue.message).toContain('pin');
    expect(queue.unsavedSteps).toHaveLength(1);
  });
});
