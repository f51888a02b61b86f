import { strFromU8, strToU8 } from 'fflate';
import { writeMidi, type MidiEvent } from 'midi-file';
import { midiOf } from '../../pitch/pitch';
import type { Score } from '../../score/model';
import { metreLength } from '../../score/time';
import { TICKS_PER_QUARTER } from '../../units';

/** Ticks to the quarter in the file: exact for triplets, quintuplets, septuplets and 64ths. */
const DIVISION = 3360;
const SCALE = TICKS_PER_QUARTER / DIVISION;
const VELOCITY = 72;

type WithoutTime<E> = E extends MidiEvent ? Omit<E, 'deltaTime'> : never;

interface Timed {
  readonly at: number;
  /** At one time, what ends comes before what begins. */
  readonly order: number;
  readonly event: WithoutTime<MidiEvent>;
}

/**
 * Writes a score as a standard MIDI file of format 1 with two tracks, right hand and left: tempo, time and key signatures,
 * lyrics, and the pedal as controller 64. Tied notes sound once; repeats are not played out. O(events).
 */
export function writeMidiFile(score: Score): Uint8Array {
  const hands = ([0, 1] as const).map((hand) => trackOf(score, hand));
  return Uint8Array.from([...written(hands.map(() => [])).slice(0, HEADER_BYTES), ...hands.flatMap(chunkOf)]);
}

/** The file's own head, and the head of a track: MTrk and its length in bytes. */
const HEADER_BYTES = 14;
const CHUNK_HEAD_BYTES = 8;
/** The library copies all it has written with each longer event, so a track is given to it a stretch at a time. */
const EVENTS_AT_ONCE = 400;

function written(tracks: MidiEvent[][]): readonly number[] {
  return writeMidi({ header: { format: 1, numTracks: tracks.length, ticksPerBeat: DIVISION }, tracks });
}

function chunkOf(events: readonly MidiEvent[]): readonly number[] {
  const stretches = Array.from({ length: Math.ceil(events.length / EVENTS_AT_ONCE) }, (_, index) =>
    events.slice(index * EVENTS_AT_ONCE, (index + 1) * EVENTS_AT_ONCE),
  );
  const body = stretches.flatMap((each) => written([each]).slice(HEADER_BYTES + CHUNK_HEAD_BYTES));
  const lengthBytes = [24, 16, 8, 0].map((shift) => (body.length >>> shift) & 0xff);
  return [...strToU8('MTrk'), ...lengthBytes, ...body];
}

function trackOf(score: Score, hand: 0 | 1): MidiEvent[] {
  const events: Timed[] = [];
  const add = (at: number, order: number, event: Timed['event']) =>
    events.push({ at: Math.round(at / SCALE), order, event });
  const name = hand === 0 ? 'Right hand' : 'Left hand';
  add(0, 0, { type: 'trackName', text: latin(name), meta: true });
  if (hand === 0) conductor(score, add);
  const isMine = (place: { part: number; staff: number }) => handOf(score, place) === hand;
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const targets = new Set(score.notes.flatMap((note) => (note.tieTo === null ? [] : [note.tieTo])));
  for (const note of score.notes) {
    if (!isMine(note) || targets.has(note.id) || note.grace) continue;
    let last = note;
    while (last.tieTo !== null && byId.has(last.tieTo)) last = byId.get(last.tieTo)!;
    const key = midiOf(note.pitch);
    if (key < 0 || key > 127) continue;
    add(note.at, 2, { type: 'noteOn', channel: hand, noteNumber: key, velocity: VELOCITY });
    add(last.at + last.duration, 1, { type: 'noteOff', channel: hand, noteNumber: key, velocity: 64 });
    for (const lyric of note.lyrics.filter((each) => each.verse === 1))
      add(note.at, 0, { type: 'lyrics', text: latin(lyric.text), meta: true });
  }
  for (const mark of score.marks) {
    if (mark.kind !== 'pedal' || hand !== 1) continue;
    const press = (value: number, order: number) =>
      add(mark.at, order, { type: 'controller', channel: hand, controllerType: 64, value });
    if (mark.action !== 'down') press(0, 1);
    if (mark.action !== 'up') press(127, 3);
  }
  const end = score.measures.at(-1);
  add(end ? end.start + end.length : 0, 4, { type: 'endOfTrack', meta: true });
  let before = 0;
  return events
    .sort((a, b) => a.at - b.at || a.order - b.order)
    .map(({ at, event }) => {
      const deltaTime = at - before;
      before = at;
      return { deltaTime, ...event } as MidiEvent;
    });
}

/** The left hand has the lower staff of a keyboard part, and any part after the first. */
function handOf(score: Score, place: { part: number; staff: number }): number {
  return place.staff > 0 || (place.part > 0 && (score.parts[0]?.staves ?? 1) === 1) ? 1 : 0;
}

function conductor(score: Score, add: (at: number, order: number, event: Timed['event']) => void): void {
  if (score.title) add(0, 0, { type: 'text', text: latin(score.title), meta: true });
  for (const mark of score.marks) {
    if (mark.kind !== 'tempo') continue;
    const quarters = (mark.bpm * mark.beatUnit) / TICKS_PER_QUARTER;
    add(mark.at, 0, { type: 'setTempo', microsecondsPerBeat: Math.round(60_000_000 / quarters), meta: true });
  }
  for (const [index, measure] of score.measures.entries()) {
    const before = score.measures[index - 1];
    const { fifths, mode } = measure.key;
    if (before?.key.fifths !== fifths || before.key.mode !== mode)
      add(measure.start, 0, {
        type: 'keySignature',
        key: fifths,
        scale: mode === 'minor' ? 1 : 0,
        meta: true,
      });
    const time = writtenTime(measure.length, measure.time);
    const earlier = before && writtenTime(before.length, before.time);
    if (earlier?.beats !== time.beats || earlier.beatType !== time.beatType)
      add(measure.start, 0, {
        type: 'timeSignature',
        numerator: time.beats,
        denominator: time.beatType,
        metronome: 24,
        thirtyseconds: 8,
        meta: true,
      });
  }
}

/** A pickup or other short measure has a time signature of its own length, as barlines have no event in MIDI. */
function writtenTime(length: number, time: { beats: number; beatType: number }) {
  if (length === metreLength(time)) return { beats: time.beats, beatType: time.beatType };
  for (const beatType of [time.beatType, 8, 16, 32]) {
    const beats = length / (40_320 / beatType);
    if (Number.isInteger(beats) && beats > 0 && beats < 64) return { beats, beatType };
  }
  return { beats: time.beats, beatType: time.beatType };
}

/** The writer takes one byte a character; texts go out as UTF-8. */
function latin(text: string): string {
  return strFromU8(strToU8(text), true);
}
