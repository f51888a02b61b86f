import { writeMidi, type MidiEvent } from 'midi-file';
import { midiOf, pitchName } from '../core/pitch/pitch';
import type { Score } from '../core/score/model';
import { randomFrom } from './mutate';

export interface SoundedNote {
  readonly at: number;
  readonly end: number;
  readonly key: number;
  readonly name: string;
  readonly staff: number;
}

/** What sounds in a score, tied notes as one. */
export function soundedNotes(score: Score): readonly SoundedNote[] {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const targets = new Set(score.notes.map((note) => note.tieTo));
  return score.notes
    .filter((note) => !targets.has(note.id) && !note.grace)
    .map((note) => {
      let last = note;
      while (last.tieTo) last = byId.get(last.tieTo)!;
      return {
        at: note.at,
        end: last.at + last.duration,
        key: midiOf(note.pitch),
        name: pitchName(note.pitch),
        staff: note.staff,
      };
    });
}

/**
 * A score as somebody might play it into one MIDI track: every onset and end strays by about `spread` quarters, and notes
 * are let go a little early. The same seed gives the same performance.
 */
export function perform(score: Score, spread: number, seed: number): Uint8Array {
  const random = randomFrom(seed);
  const stray = () => spread * Math.sqrt(-2 * Math.log(random() + 1e-9)) * Math.cos(2 * Math.PI * random());
  const timed = soundedNotes(score)
    .flatMap(({ at, end, key }) => {
      const from = Math.max(0, at / 10_080 + stray());
      const to = Math.max(from + 0.08, end / 10_080 - 0.06 + stray());
      return [
        { at: from, type: 'noteOn' as const, key },
        { at: to, type: 'noteOff' as const, key },
      ];
    })
    .sort((a, b) => a.at - b.at || (a.type === b.type ? 0 : a.type === 'noteOff' ? -1 : 1));
  const { beats, beatType } = score.measures[0]!.time;
  const events: MidiEvent[] = [
    {
      deltaTime: 0,
      type: 'timeSignature',
      numerator: beats,
      denominator: beatType,
      metronome: 24,
      thirtyseconds: 8,
      meta: true,
    },
  ];
  let before = 0;
  for (const { at, type, key } of timed) {
    const tick = Math.round(at * 480);
    events.push({ deltaTime: tick - before, type, channel: 0, noteNumber: key, velocity: 64 });
    before = tick;
  }
  events.push({ deltaTime: 0, type: 'endOfTrack', meta: true });
  return Uint8Array.from(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 480 }, tracks: [events] }),
  );
}
