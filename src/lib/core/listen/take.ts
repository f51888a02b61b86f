import { parsePerformance } from '../formats/midi/parse';
import { Refusal, WarningList, type FileError } from '../formats/result';

/** A key as it was played; milliseconds from the start of the take, velocity 1–127. */
export interface PlayedKey {
  readonly key: number;
  readonly onMs: number;
  readonly offMs: number;
  readonly velocity: number;
}

/** What a keyboard with a pedal sent while it was listened to. */
export interface Take {
  /** In the order of their onsets. */
  readonly keys: readonly PlayedKey[];
  readonly pedal: readonly { readonly atMs: number; readonly isDown: boolean }[];
}

export type TakeReading =
  { readonly ok: true; readonly take: Take } | { readonly ok: false; readonly error: FileError };

/** Reads a take from a standard MIDI file, all tracks together, in real time by its tempos. */
export function readTake(bytes: Uint8Array, file: string): TakeReading {
  try {
    const played = parsePerformance(bytes, file, new WarningList());
    const msAt = clockOf(played.tempos);
    const keys = played.tracks
      .flatMap(({ notes }) => notes)
      .map(({ start, end, key, velocity }) => ({ key, onMs: msAt(start), offMs: msAt(end), velocity }))
      .sort((a, b) => a.onMs - b.onMs || a.key - b.key);
    const pedal = played.pedal.map(({ at, value }) => ({ atMs: msAt(at), isDown: value === 'down' }));
    return { ok: true, take: { keys, pedal } };
  } catch (fault) {
    if (fault instanceof Refusal) return { ok: false, error: fault.detail };
    throw fault;
  }
}

/** Beats a minute where a MIDI file says nothing. */
const USUAL_QUARTERS = 120;

function clockOf(tempos: readonly { readonly at: number; readonly value: number }[]) {
  const changes = [{ at: 0, value: USUAL_QUARTERS }, ...tempos];
  return (quarter: number): number => {
    let ms = 0;
    for (const [index, { at, value }] of changes.entries()) {
      if (at >= quarter) break;
      const until = Math.min(quarter, changes[index + 1]?.at ?? Infinity);
      ms += (Math.max(until, at) - at) * (60_000 / value);
    }
    return ms;
  };
}
