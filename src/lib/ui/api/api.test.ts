import { afterEach, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { plainDocument } from '../../testing/documents';
import { api, newerState } from './api';

function answering(status: number, body: unknown) {
  const fetch = vi.fn((..._asked: [string, RequestInit]) =>
    Promise.resolve(new Response(typeof body === 'string' ? body : JSON.stringify(body), { status })),
  );
  vi.stubGlobal('fetch', fetch);
  return fetch;
}

afterEach(() => vi.unstubAllGlobals());

const save = () =>
  api.saveStep('a1', {
    baseRevision: 1,
    idempotencyKey: 'k',
    step: {} as Parameters<typeof api.saveStep>[1]['step'],
  });

describe('asking our server', () => {
  it('sends JSON and reads the answer by its schema', async () => {
    const fetch = answering(200, { revision: 2 });
    expect(await save()).toEqual({ ok: true, value: { revision: 2 } });
    const [url, init] = fetch.mock.calls[0]!;
    expect(url).toBe('/api/arrangements/a1/steps');
    expect(init).toMatchObject({ method: 'POST', headers: { 'content-type': 'application/json' } });
    expect(JSON.parse(init.body as string)).toMatchObject({ baseRevision: 1, idempotencyKey: 'k' });
  });

  it('sends a form as it is', async () => {
    const fetch = answering(200, { name: 'x' });
    const form = new FormData();
    expect(await api.importScore(form, z.object({ name: z.string() }))).toEqual({
      ok: true,
      value: { name: 'x' },
    });
    expect(fetch.mock.calls[0]![1].body).toBe(form);
    expect(fetch.mock.calls[0]![1].headers).toBeUndefined();
  });

  it('takes nothing on trust: another shape is not an answer', async () => {
    answering(200, { revision: 'two' });
    expect(await save()).toMatchObject({
      ok: false,
      code: 'refused',
      message: expect.stringContaining('not understood'),
    });
    answering(200, 'no json');
    expect(await save()).toMatchObject({ ok: false, code: 'refused' });
  });

  it('tells a refusal in the server’s own words, with what it holds', async () => {
    answering(409, {
      message: 'It was changed elsewhere.',
      current: { revision: 5, document: plainDocument() },
    });
    const answer = await save();
    expect(answer).toMatchObject({
      ok: false,
      code: 'refused',
      status: 409,
      message: 'It was changed elsewhere.',
    });
    if (answer.ok || answer.code !== 'refused') throw new Error('It was taken.');
    expect(newerState(answer.body)).toMatchObject({ revision: 5 });
    expect(newerState({ current: { revision: 5 } })).toBeNull();
    expect(newerState(null)).toBeNull();
  });

  it('has been refused nothing by a server that is not there', async () => {
    answering(503, 'down');
    expect(await save()).toMatchObject({ ok: false, code: 'unreachable' });
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
    expect(await save()).toMatchObject({ ok: false, code: 'unreachable' });
    answering(500, { message: 'A fault.' });
    expect(await save()).toMatchObject({ ok: false, code: 'refused', message: 'A fault.' });
  });
});
