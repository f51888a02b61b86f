import { writeMidi, type MidiEvent } from 'midi-file';
import type { Take } from './take';

/** A tick is a millisecond: at 60 quarters a minute, a thousand to the quarter. */
const DIVISION = 1000;
const MICROSECONDS_A_QUARTER = 1_000_000;
const SUSTAIN = 64;

type Timed = { readonly atMs: number; readonly order: number; readonly event: WithoutTime<MidiEvent> };
type WithoutTime<E> = E extends MidiEvent ? Omit<E, 'deltaTime'> : never;

/** Writes a take as a standard MIDI file of format 0, exact to the millisecond: keys with their velocities, and the pedal. */
export function writeTake({ keys, pedal }: Take): Uint8Array<ArrayBuffer> {
  const events: Timed[] = [
    ...keys.flatMap(({ key, onMs, offMs, velocity }): Timed[] => [
      { atMs: onMs, order: 2, event: { type: 'noteOn', channel: 0, noteNumber: key, velocity } },
      // A key let go in the millisecond in which it was pressed would be let go before it.
      {
        atMs: Math.max(offMs, onMs + 1),
        order: 1,
        event: { type: 'noteOff', channel: 0, noteNumber: key, velocity: 64 },
      },
    ]),
    ...pedal.map(({ atMs, isDown }): Timed => ({
      atMs,
      order: isDown ? 3 : 0,
      event: { type: 'controller', channel: 0, controllerType: SUSTAIN, value: isDown ? 127 : 0 },
    })),
  ].sort((a, b) => Math.round(a.atMs) - Math.round(b.atMs) || a.order - b.order);
  let last = 0;
  const track: MidiEvent[] = [
    { deltaTime: 0, type: 'setTempo', meta: true, microsecondsPerBeat: MICROSECONDS_A_QUARTER },
    ...events.map(({ atMs, event }): MidiEvent => {
      const at = Math.max(0, Math.round(atMs));
      const deltaTime = at - last;
      last = at;
      return { ...event, deltaTime } as MidiEvent;
    }),
    { deltaTime: 0, type: 'endOfTrack', meta: true },
  ];
  const header = { format: 0 as const, numTracks: 1, ticksPerBeat: DIVISION };
  return Uint8Array.from(writeMidi({ header, tracks: [track] }));
}
