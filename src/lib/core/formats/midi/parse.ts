import { strFromU8 } from 'fflate';
import { parseMidi, type MidiEvent } from 'midi-file';
import type { TimeSignature } from '../../score/model';
import { isValidTime } from '../../score/time';
import { atMost } from '../bounds';
import { Refusal, type FileErrorCode, type WarningList } from '../result';

/** Every event takes a hundred times its bytes once it is read. */
const MAX_BYTES = 1024 * 1024;
const MAX_QUARTERS = 40_000;
const DRUM_CHANNEL = 9;

/** A note as it was played; times in quarters from the start of the file. */
export interface PlayedNote {
  readonly start: number;
  readonly end: number;
  readonly key: number;
  readonly velocity: number;
}

/** The notes of one channel of one track. */
export interface PlayedTrack {
  readonly name: string;
  readonly channel: number;
  readonly notes: readonly PlayedNote[];
}

export interface At<T> {
  readonly at: number;
  readonly value: T;
}

export interface Performance {
  readonly title: string;
  readonly tracks: readonly PlayedTrack[];
  readonly tempos: readonly At<number>[];
  readonly times: readonly At<TimeSignature>[];
  readonly keys: readonly At<{ fifths: number; isMinor: boolean }>[];
  readonly pedal: readonly At<'down' | 'up'>[];
  readonly lyrics: readonly At<string>[];
}

/** Reads the events of a standard MIDI file of format 0 or 1. @throws Refusal for files that are none or are damaged. */
export function parsePerformance(bytes: Uint8Array, file: string, warnings: WarningList): Performance {
  const refuse = (code: FileErrorCode, message: string): never => {
    throw new Refusal({ code, message, place: { file } });
  };
  if (bytes.length === 0) refuse('empty-file', 'The file is empty.');
  if (bytes.length > MAX_BYTES)
    refuse('too-large', 'The file is larger than 1 MB, which no MIDI score needs.');
  const division = checkChunks(bytes, refuse, warnings);
  let tracks: readonly (readonly MidiEvent[])[];
  try {
    tracks = parseMidi(withoutForeignChunks(bytes)).tracks;
  } catch {
    return refuse('bad-midi', 'The file is damaged: its events cannot be read. Export or record it again.');
  }
  return gather(tracks, division, file, refuse, warnings);
}

type Refuse = (code: FileErrorCode, message: string) => never;

interface Chunk {
  readonly id: string;
  readonly from: number;
  readonly to: number;
}

function chunksOf(bytes: Uint8Array): readonly Chunk[] {
  const chunks: Chunk[] = [];
  let at = 0;
  while (at + 8 <= bytes.length) {
    const id = String.fromCharCode(...bytes.subarray(at, at + 4));
    const length = new DataView(bytes.buffer, bytes.byteOffset + at + 4, 4).getUint32(0);
    chunks.push({ id, from: at, to: at + 8 + length });
    at += 8 + length;
  }
  return chunks;
}

/** Judges header and chunk lengths before any event is read. Returns ticks to the quarter. */
function checkChunks(bytes: Uint8Array, refuse: Refuse, warnings: WarningList): number {
  const chunks = chunksOf(bytes);
  const header = chunks[0];
  if (header?.id !== 'MThd' || header.to - header.from < 14 || bytes.length < 14)
    return refuse('unknown-format', 'This is not a MIDI file: its header is missing or too short.');
  if (chunks.some((chunk) => chunk.to > bytes.length))
    return refuse('truncated', 'The file breaks off before its end. Export or record it again.');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const format = view.getUint16(8);
  const announced = view.getUint16(10);
  const division = view.getUint16(12);
  if (format > 1)
    return refuse(
      'bad-midi',
      'This MIDI file holds independent patterns (format 2), not one piece. Export it as format 0 or 1.',
    );
  if (division & 0x8000)
    return refuse(
      'bad-midi',
      'This MIDI file keeps time in film frames (SMPTE), not in beats. Export it with beats.',
    );
  if (division === 0) return refuse('bad-midi', 'The file gives no length for its beats.');
  const tracks = chunks.filter((chunk) => chunk.id === 'MTrk').length;
  if (tracks === 0) return refuse('bad-midi', 'The file holds no track.');
  if (tracks < announced) warnings.add(`The file announces ${announced} tracks and holds ${tracks}.`);
  return division;
}

/** The standard says that chunks of other kinds are to be passed over. */
function withoutForeignChunks(bytes: Uint8Array): Uint8Array {
  const kept = chunksOf(bytes).filter(({ id }, index) => (index === 0 ? id === 'MThd' : id === 'MTrk'));
  const parts = kept.map(({ from, to }) => bytes.subarray(from, to));
  const joined = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    joined.set(part, at);
    at += part.length;
  }
  const view = new DataView(joined.buffer);
  view.setUint16(10, kept.length - 1);
  return joined;
}

function gather(
  tracks: readonly (readonly MidiEvent[])[],
  division: number,
  file: string,
  refuse: Refuse,
  warnings: WarningList,
): Performance {
  let title = '';
  let count = 0;
  let held = 0;
  const played: PlayedTrack[] = [];
  const tempos: At<number>[] = [];
  const times: At<TimeSignature>[] = [];
  const keys: Performance['keys'][number][] = [];
  const pedal: At<'down' | 'up'>[] = [];
  const lyrics: At<string>[] = [];
  for (const [index, events] of tracks.entries()) {
    let name = '';
    let tick = 0;
    const byChannel = new Map<number, PlayedNote[]>();
    const open = new Map<string, { start: number; velocity: number }[]>();
    const isDown = new Map<number, boolean>();
    for (const event of events) {
      if (!(event.deltaTime >= 0)) refuse('bad-midi', 'The file is damaged: an event has no time.');
      tick += event.deltaTime;
      const at = tick / division;
      if (at > MAX_QUARTERS) refuse('bad-midi', 'The file goes on for hours; Key Path takes pieces.');
      switch (event.type) {
        case 'trackName':
          name ||= decode(event.text ?? '');
          if (index === 0) title ||= name;
          break;
        case 'setTempo':
          if (event.microsecondsPerBeat! > 0)
            tempos.push({ at, value: 60_000_000 / event.microsecondsPerBeat! });
          break;
        case 'timeSignature': {
          const value = { beats: event.numerator!, beatType: event.denominator! };
          if (isValidTime(value)) times.push({ at, value });
          else warnings.add('A time signature that cannot be used was skipped.');
          break;
        }
        case 'keySignature':
          if (Math.abs(event.key!) <= 7)
            keys.push({ at, value: { fifths: event.key!, isMinor: event.scale === 1 } });
          break;
        case 'lyrics':
          lyrics.push({ at, value: decode(event.text ?? '') });
          break;
        case 'controller': {
          if (event.controllerType !== 64) break;
          const goesDown = (event.value ?? 0) >= 64;
          if (goesDown !== (isDown.get(event.channel!) ?? false))
            pedal.push({ at, value: goesDown ? 'down' : 'up' });
          isDown.set(event.channel!, goesDown);
          break;
        }
        case 'noteOn':
        case 'noteOff': {
          const { channel, noteNumber: key } = event;
          if (!Number.isInteger(key) || key! < 0 || key! > 127 || !Number.isInteger(channel))
            refuse('bad-midi', 'The file is damaged: it holds notes that no keyboard has.');
          const id = `${channel}/${key}`;
          const waiting = open.get(id) ?? [];
          open.set(id, waiting);
          if (event.type === 'noteOn') {
            waiting.push({ start: at, velocity: event.velocity ?? 64 });
            atMost('notes', (count += 1), { file });
            atMost('notes held at once', (held += 1), { file });
          } else {
            const from = waiting.shift();
            if (from) {
              held -= 1;
              const notes = byChannel.get(channel!) ?? [];
              byChannel.set(channel!, notes);
              if (at > from.start)
                notes.push({ start: from.start, end: at, key: key!, velocity: from.velocity });
            }
          }
        }
      }
    }
    for (const [id, waiting] of open) {
      held -= waiting.length;
      for (const { start, velocity } of waiting) {
        warnings.add('A note is never let go in the file; it was ended with its track.');
        const [channel, key] = id.split('/').map(Number) as [number, number];
        const notes = byChannel.get(channel) ?? [];
        byChannel.set(channel, notes);
        notes.push({ start, end: Math.max(start + 0.25, tick / division), key, velocity });
      }
    }
    for (const [channel, notes] of [...byChannel].sort(([a], [b]) => a - b)) {
      if (channel === DRUM_CHANNEL) warnings.add('Drums were left out.');
      else if (notes.length > 0)
        played.push({ name, channel, notes: notes.sort((a, b) => a.start - b.start || a.key - b.key) });
    }
  }
  if (played.length === 0) refuse('not-a-score', 'There are no notes in this file that a piano could play.');
  const inOrder = <T>(list: At<T>[]) => list.sort((a, b) => a.at - b.at);
  return {
    title,
    tracks: played,
    tempos: inOrder(tempos),
    times: inOrder(times),
    keys: inOrder(keys),
    pedal: inOrder(pedal),
    lyrics: inOrder(lyrics),
  };
}

/** Texts are UTF-8 in newer files and Latin-1 in older ones; the parser hands over bytes as characters. */
function decode(text: string): string {
  const bytes = Uint8Array.from(text, (character) => character.charCodeAt(0) & 0xff);
  const utf8 = strFromU8(bytes);
  return (utf8.includes('\ufffd') ? text : utf8).replace(/\s+/g, ' ').trim();
}
