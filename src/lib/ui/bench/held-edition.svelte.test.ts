import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { HeldEdition, type EditionInHand } from './held-edition.svelte';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const edition = (number: number, fingerprint: string, ...learners: readonly string[]): EditionInHand => ({
  id: `e${number}`,
  number,
  fingerprint,
  learners,
});

async function said(editions: readonly EditionInHand[], print: string | null) {
  const held = new HeldEdition(editions, () => Promise.resolve(print));
  held.ask();
  await vi.runAllTimersAsync();
  return { sentence: held.sentence, isSame: held.isSame };
}

describe('what the learners hold', () => {
  it('is what the Bench shows, or another edition', async () => {
    const editions = [edition(1, 'one', 'Ida')];
    expect(await said(editions, 'one')).toEqual({ sentence: 'As edition 1, which Ida has', isSame: true });
    expect(await said(editions, 'two')).toEqual({
      sentence: 'Other than edition 1, which Ida has',
      isSame: false,
    });
  });

  it('names everyone, and says the difference first', async () => {
    const editions = [edition(1, 'one', 'Ida', 'Noor'), edition(2, 'two', 'Tom')];
    expect((await said(editions, 'two')).sentence).toBe('Other than edition 1, which Ida and Noor have');
    expect((await said(editions, 'three')).sentence).toBe(
      'Other than edition 1, which Ida and Noor have; edition 2, which Tom has',
    );
  });

  it('may be an edition that nobody plays from any more', async () => {
    expect(await said([edition(1, 'one')], 'one')).toEqual({ sentence: 'As edition 1', isSame: true });
    expect(await said([edition(1, 'one')], 'two')).toEqual({ sentence: null, isSame: true });
  });

  it('is not asked where nothing was handed out, nor told while it is not known', async () => {
    const fingerprint = vi.fn(() => Promise.resolve('one'));
    const held = new HeldEdition([], fingerprint);
    held.ask();
    await vi.runAllTimersAsync();
    expect(fingerprint).not.toHaveBeenCalled();
    expect((await said([edition(1, 'one', 'Ida')], null)).sentence).toBeNull();
  });

  it('is asked once the Bench rests, and not after it is left', async () => {
    const fingerprint = vi.fn(() => Promise.resolve('one'));
    const held = new HeldEdition([edition(1, 'one', 'Ida')], fingerprint);
    held.ask();
    held.ask();
    await vi.runAllTimersAsync();
    expect(fingerprint).toHaveBeenCalledTimes(1);
    held.ask();
    held.stop();
    await vi.runAllTimersAsync();
    expect(fingerprint).toHaveBeenCalledTimes(1);
  });
});
