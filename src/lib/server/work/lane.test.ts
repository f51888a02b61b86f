import { describe, expect, it, vi } from 'vitest';
import { Lane } from './lane';

/** Work that is over when it is told to be. */
function held(started: string[], name: string) {
  let finish: (fault?: Error) => void = () => undefined;
  const run = () =>
    new Promise<string>((resolve, reject) => {
      started.push(name);
      finish = (fault) => (fault ? reject(fault) : resolve(name));
    });
  return { run, finish: (fault?: Error) => finish(fault) };
}

describe('a lane', () => {
  it('lets one piece of work begin when the one before is over, and what is waited for before what is made ahead', async () => {
    const started: string[] = [];
    const lane = new Lane();
    const [first, ahead, asked] = ['first', 'ahead', 'asked'].map((name) => held(started, name));
    const results = [
      lane.add('later', first!.run),
      lane.add('later', ahead!.run),
      lane.add('now', asked!.run),
    ];
    expect(started).toEqual(['first']);
    first!.finish();
    await vi.waitFor(() => expect(started).toEqual(['first', 'asked']));
    asked!.finish();
    expect(await results[2]).toBe('asked');
    await vi.waitFor(() => expect(started).toEqual(['first', 'asked', 'ahead']));
    ahead!.finish();
    expect(await results[1]).toBe('ahead');
  });

  it('goes on after work that failed', async () => {
    const started: string[] = [];
    const lane = new Lane();
    const [bad, good] = ['bad', 'good'].map((name) => held(started, name));
    const outcome = lane.add('now', bad!.run);
    const next = lane.add('now', good!.run);
    bad!.finish(new Error('broken'));
    await expect(outcome).rejects.toThrow('broken');
    await vi.waitFor(() => expect(started).toEqual(['bad', 'good']));
    good!.finish();
    expect(await next).toBe('good');
  });
});
