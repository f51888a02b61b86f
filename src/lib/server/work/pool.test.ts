import { readFileSync } from 'node:fs';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { stopWork, work } from './pool';

const built = process.env.KEY_PATH_TASKS;
afterEach(async () => {
  await stopWork();
  process.env.KEY_PATH_TASKS = built;
  vi.restoreAllMocks();
});

const file = { bytes: new Uint8Array(), name: 'fine' };

describe('the work pool', () => {
  it('reads a file in a thread of its own', async () => {
    const name = 'lantern-on-the-quay.musicxml';
    const bytes = new Uint8Array(readFileSync(`demo/sources/${name}`));
    const done = await work('read', { bytes, name, own: { title: 'Lantern', rights: 'ours' } });
    expect(done).toMatchObject({
      ok: true,
      value: {
        ok: true,
        score: { title: 'Lantern', rights: 'ours' },
        summary: { title: 'Lantern', format: 'MusicXML' },
      },
    });
  });

  it.each([
    ['fills the memory', 'too much', 'took-too-much'],
    ['kills its thread', 'dies', 'broke-off'],
    ['breaks', 'breaks', 'broke-off'],
  ])('says so when a task %s, and goes on with the next one', async (_, name, code) => {
    process.env.KEY_PATH_TASKS = 'src/lib/testing/stubborn-tasks.mjs';
    const [bad, next] = await Promise.all([work('read', { ...file, name }), work('read', file)]);
    expect(bad).toMatchObject({ ok: false, code });
    expect(next).toMatchObject({ ok: true, value: { score: 'fine' } });
  });

  it('stops a task that never ends, and goes on with the next one', async () => {
    process.env.KEY_PATH_TASKS = 'src/lib/testing/stubborn-tasks.mjs';
    const soon = AbortSignal.timeout(500);
    vi.spyOn(AbortSignal, 'timeout').mockReturnValueOnce(soon);
    const [bad, next] = await Promise.all([work('read', { ...file, name: 'for ever' }), work('read', file)]);
    expect(bad).toMatchObject({ ok: false, code: 'took-too-long' });
    expect(next).toMatchObject({ ok: true, value: { score: 'fine' } });
  });

  it('says so when the tasks are not there', async () => {
    process.env.KEY_PATH_TASKS = 'nowhere.js';
    expect(await work('read', file)).toMatchObject({ ok: false, code: 'broke-off' });
  });
});
