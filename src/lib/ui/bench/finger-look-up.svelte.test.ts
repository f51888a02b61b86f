import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FingerWhy } from '$lib/core/fingering/explain';
import { FingerLookUp } from './finger-look-up.svelte';

const why = (note: string): FingerWhy => ({
  note,
  finger: 2,
  then: null,
  sentence: '',
  terms: [],
  others: [],
  now: '2',
  phrase: [],
});

describe('looking up a finger', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('waits until the selection rests, and asks once for the note it rests on', async () => {
    const explain = vi.fn((note: string) => Promise.resolve(why(note)));
    const fingers = new FingerLookUp(explain, () => true);
    fingers.ask('a', 'brief');
    fingers.ask('b', 'brief');
    await vi.runAllTimersAsync();
    expect(explain.mock.calls).toEqual([['b', 'brief']]);
    expect(fingers.why?.note).toBe('b');
  });

  it('shows nothing of the note before, and nothing when nothing is selected', async () => {
    const fingers = new FingerLookUp(
      (note) => Promise.resolve(why(note)),
      () => true,
    );
    fingers.ask('a', 'full');
    await vi.runAllTimersAsync();
    fingers.ask('b', 'full');
    expect(fingers.why).toBeNull();
    fingers.ask(null, 'brief');
    await vi.runAllTimersAsync();
    expect(fingers.why).toBeNull();
  });

  it('drops an answer that comes when another note is selected', async () => {
    let answer: (value: FingerWhy) => void = () => undefined;
    const fingers = new FingerLookUp(
      (note) => new Promise((resolve) => (note === 'slow' ? (answer = resolve) : resolve(why(note)))),
      () => true,
    );
    fingers.ask('slow', 'brief');
    await vi.runAllTimersAsync();
    fingers.ask('next', 'brief');
    await vi.runAllTimersAsync();
    answer(why('slow'));
    await Promise.resolve();
    expect(fingers.why?.note).toBe('next');
  });

  it('leaves the music to what is worked out anew, and is asked again after it', async () => {
    let isFree = false;
    const explain = vi.fn((note: string) => Promise.resolve(why(note)));
    const fingers = new FingerLookUp(explain, () => isFree);
    fingers.ask('a', 'brief');
    await vi.runAllTimersAsync();
    expect(explain).not.toHaveBeenCalled();
    isFree = true;
    fingers.ask('a', 'brief');
    await vi.runAllTimersAsync();
    expect(fingers.why?.note).toBe('a');
  });
});
