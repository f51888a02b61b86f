import type { Timeline } from './timeline';

/** What was played, to be heard again. Times in milliseconds, velocities 1–127. */
interface Played {
  readonly keys: readonly {
    readonly key: number;
    readonly onMs: number;
    readonly offMs: number;
    readonly velocity: number;
  }[];
  readonly pedal: readonly { readonly atMs: number; readonly isDown: boolean }[];
}

const LOUDEST = 127;

/** A take as it was played: a key that is let go while the pedal is down sounds until the pedal is lifted. O(keys · pedal). */
export function takeTimeline({ keys, pedal }: Played): Timeline {
  // The silence before the first key is not heard again.
  const start = keys.reduce((least, { onMs }) => Math.min(least, onMs), keys[0]?.onMs ?? 0);
  const lifts = pedal.filter(({ isDown }) => !isDown);
  const isHeldAt = (ms: number) => pedal.findLast(({ atMs }) => atMs <= ms)?.isDown ?? false;
  const sounds = keys.map(({ key, onMs, offMs, velocity }) => {
    const endMs = isHeldAt(offMs) ? (lifts.find(({ atMs }) => atMs > offMs)?.atMs ?? offMs) : offMs;
    return {
      at: (onMs - start) / 1000,
      lasts: (endMs - onMs) / 1000,
      ...{ key, loudness: velocity / LOUDEST, noteIds: [] },
    };
  });
  const seconds = sounds.reduce((last, { at, lasts }) => Math.max(last, at + lasts), 0);
  return { sounds, clicks: [], measures: [], seconds, loopAt: 0 };
}
