import type { Key } from '../../pitch/key';
import { spellLine } from '../../pitch/spell';
import type { Mark, Part, Score, Tuplet } from '../../score/model';
import { beatsOf, type Beat } from '../../score/time';
import { bpm, ticks, TICKS_PER_QUARTER } from '../../units';
import { assembleScore, PLAIN_MEASURE, type VoicePlan } from '../assemble';
import { atMost } from '../bounds';
import { reading } from '../reading';
import type { ReadResult, WarningList } from '../result';
import { areWritten, findGrids, snap, type Grid } from './grid';
import { keysOf } from './written-key';
import { layMeasures, type PlayedMeasure } from './metre';
import { parsePerformance, type Performance, type PlayedNote, type PlayedTrack } from './parse';
import { quantise } from './quantise';
import { splitHands } from './split-hands';
import { writeVoices, type GridNote } from './voices';

/**
 * Reads a standard MIDI file as a score: finds the grid and quantises, lays measures with their pickup, spells by key, and
 * parts a keyboard track into two hands by stream. Drums are left out. O(notes × divisions).
 */
export function readMidi(bytes: Uint8Array, file: string): ReadResult<Score> {
  return reading(file, (warnings) => scoreOf(parsePerformance(bytes, file, warnings), file, warnings));
}

interface StaffPlan {
  readonly part: number;
  readonly staff: number;
  readonly grid: Grid;
  readonly notes: readonly GridNote[];
}

/** The notes of one staff as played. */
interface Stream {
  readonly part: number;
  readonly staff: number;
  readonly notes: readonly PlayedNote[];
}

/** What is too much for a measure is refused before hands, grids and keys are looked for in it. */
function checkCrowd({ tracks }: Performance, measures: readonly PlayedMeasure[], file: string): void {
  const starts = tracks.flatMap(({ notes }) => notes.map(({ start }) => start)).sort((a, b) => a - b);
  let index = 0;
  let inMeasure = 0;
  for (const start of starts) {
    while (index + 1 < measures.length && measures[index + 1]!.start <= start) {
      index += 1;
      inMeasure = 0;
    }
    atMost('notes in one measure', (inMeasure += 1), { file, measure: String(index + 1) });
  }
}

function scoreOf(performance: Performance, file: string, warnings: WarningList): Score {
  const measures = layMeasures(performance);
  atMost('measures', measures.length, { file });
  checkCrowd(performance, measures, file);
  const origin = Math.round(measures[0]!.start * TICKS_PER_QUARTER);
  const beats = beatsThrough(measures);
  const { parts, streams } = layStreams(performance, beats);
  const grids = findGrids(
    streams.map((stream) => stream.notes.map((note) => note.start)),
    beats,
  );
  reportGrid(grids, streams, warnings);
  const areEndsWritten = areWritten(
    streams.flatMap((stream) => stream.notes.map((note) => note.end)),
    beats,
  );
  const staves = streams.map((stream, index): StaffPlan => ({
    part: stream.part,
    staff: stream.staff,
    grid: grids[index]!,
    notes: quantise(stream.notes, grids[index]!, origin, areEndsWritten),
  }));
  const keys = keysOf(
    performance,
    measures,
    staves.flatMap((staff) => staff.notes),
    origin,
  );
  const bounds = measureBounds(measures, origin);
  const voices = staves.flatMap((staff): readonly VoicePlan[] =>
    writeVoices(staff.notes, bounds, tupletsOf(staff.grid, origin)).map((events, index) => ({
      part: staff.part,
      staff: staff.staff,
      voice: `${staff.staff + 1}${index === 0 ? '' : `v${index + 1}`}`,
      measures: spellMeasures(events, keys),
    })),
  );
  return assembleScore({
    title: performance.title || file.replace(/^.*[\\/]/, '').replace(/\.[^.]+$/, ''),
    composer: '',
    parts,
    measures: measures.map((measure, index) => ({
      ...PLAIN_MEASURE,
      length: bounds[index]!.length,
      time: measure.time,
      key: keys[index]!,
      barline: index === measures.length - 1 ? 'final' : 'single',
    })),
    voices,
    chords: [],
    marks: marksOf(performance, grids[0]!, bounds, origin),
  });
}

type PlacedBeat = Parameters<typeof findGrids>[1][number];

function beatsThrough(measures: readonly PlayedMeasure[]): readonly PlacedBeat[] {
  return measures.flatMap((measure, index) => {
    const all = beatsOf(measure.time).flatMap(inQuarters);
    const full = all.reduce((sum, beat) => sum + beat.length, 0) / TICKS_PER_QUARTER;
    // A pickup has the last beats of its metre, any other short measure the first.
    const missing = index === 0 ? Math.max(0, full - measure.length) : 0;
    return all
      .filter((beat) => (beat.at + beat.length) / TICKS_PER_QUARTER > missing + 1e-6)
      .map((beat) => ({ start: measure.start - missing + beat.at / TICKS_PER_QUARTER, beat }))
      .filter(({ start }) => start < measure.start + measure.length - 1e-6);
  });
}

/** Long beats of half notes are looked at a quarter at a time, as their quarters divide each in its own way. */
function inQuarters(beat: Beat): readonly Beat[] {
  if (beat.division === 3 || beat.length <= TICKS_PER_QUARTER) return [beat];
  return Array.from({ length: beat.length / TICKS_PER_QUARTER }, (_, index) => ({
    ...beat,
    at: ticks(beat.at + index * TICKS_PER_QUARTER),
    length: TICKS_PER_QUARTER,
  }));
}

function reportGrid(grids: readonly Grid[], streams: readonly Stream[], warnings: WarningList): void {
  if (grids[0]!.swing !== null)
    warnings.add('Eighths are played long and short; they are written even, with “Swing”.');
  const errors = streams
    .flatMap(({ notes }, index) => notes.map((note) => Math.abs(snap(grids[index]!, note.start).error)))
    .sort((a, b) => a - b);
  const middle = errors[errors.length >> 1] ?? 0;
  const most = errors.at(-1) ?? 0;
  if (most >= WORTH_SAYING)
    warnings.add(
      `Notes were not played quite in time, and are written in time: most are moved by ${shareOfBeat(middle)}, none by more than ${shareOfBeat(most)}.`,
    );
}

/** What is moved by less, in quarters, nobody would hear. */
const WORTH_SAYING = 1 / 30;

/** A length in quarters as a share that is easy to picture. */
function shareOfBeat(quarters: number): string {
  if (quarters < WORTH_SAYING) return 'next to nothing';
  const parts = Math.round(1 / quarters);
  return parts <= 2 ? 'half a beat' : `a ${ordinal(parts)} of a beat`;
}

function ordinal(number: number): string {
  const names = ['third', 'quarter', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];
  return names[number - 3] ?? `${number}th`;
}

/** One part a track; a keyboard track, or a pair of tracks that are its hands, becomes a part of two staves. */
function layStreams(performance: Performance, beats: readonly PlacedBeat[]) {
  const { tracks } = performance;
  const parts: Part[] = [];
  const streams: Stream[] = [];
  const add = (name: string, hands: readonly (readonly PlayedNote[])[]) => {
    parts.push({ id: `P${parts.length + 1}`, name, staves: hands.length });
    for (const [staff, notes] of hands.entries()) streams.push({ part: parts.length - 1, staff, notes });
  };
  if (tracks.length === 2 && areHands(tracks[0]!, tracks[1]!)) {
    add('Piano', [tracks[0]!.notes, tracks[1]!.notes]);
    return { parts, streams };
  }
  for (const [index, { name, notes }] of tracks.entries()) {
    const title = name || (tracks.length === 1 ? 'Piano' : `Track ${index + 1}`);
    if (!isKeyboard(notes)) {
      add(title, [notes]);
      continue;
    }
    // Which notes sound together must be known before hands can be told apart.
    const [grid] = findGrids([notes.map((note) => note.start)], beats);
    const isLeft = splitHands(
      notes.map((note) => ({
        at: snap(grid!, note.start).ticks,
        end: Math.round(note.end * TICKS_PER_QUARTER),
        key: note.key,
      })),
    );
    add(title, [notes.filter((_, place) => !isLeft[place]), notes.filter((_, place) => isLeft[place])]);
  }
  return { parts, streams };
}

function areHands(a: PlayedTrack, b: PlayedTrack): boolean {
  if (/right|\brh\b|treble|upper/i.test(a.name) && /left|\blh\b|bass|lower/i.test(b.name)) return true;
  const voice = /voice|vocal|melody|tune|lead|sing|flute|violin/i;
  if (voice.test(a.name) || voice.test(b.name)) return false;
  const mean = (track: PlayedTrack) =>
    track.notes.reduce((sum, note) => sum + note.key, 0) / track.notes.length;
  return mean(a) > mean(b) + 5;
}

/** Two hands are at work where notes sound more than an octave apart, or the part reaches over two and a half octaves. */
function isKeyboard(notes: readonly PlayedNote[]): boolean {
  const keys = notes.map((note) => note.key);
  if (Math.max(...keys) - Math.min(...keys) > 30) return true;
  let open: PlayedNote[] = [];
  let wide = 0;
  for (const note of notes) {
    open = open.filter((each) => each.end > note.start + 0.05);
    open.push(note);
    const sounding = open.map((each) => each.key);
    if (Math.max(...sounding) - Math.min(...sounding) > 13) wide += 1;
  }
  return wide > 0.1 * notes.length;
}

interface MeasureBound {
  readonly start: number;
  readonly length: number;
}

function measureBounds(measures: readonly PlayedMeasure[], origin: number): readonly MeasureBound[] {
  return measures.map(({ start, length }) => {
    const from = Math.round(start * TICKS_PER_QUARTER) - origin;
    return { start: from, length: Math.round((start + length) * TICKS_PER_QUARTER) - origin - from };
  });
}

/** The spans in which notes are written as tuplets. */
function tupletsOf(grid: Grid, origin: number): readonly { start: number; end: number; tuplet: Tuplet }[] {
  const normalOf: Readonly<Record<number, number>> = { 3: 2, 6: 4, 5: 4, 7: 4 };
  return grid.beats.flatMap(({ start, length, division, isCompound }, index) => {
    const normal = isCompound ? (division === 2 ? 3 : division === 4 ? 6 : undefined) : normalOf[division];
    if (normal === undefined) return [];
    const from = Math.round(start * TICKS_PER_QUARTER) - origin;
    const end = Math.round((start + length) * TICKS_PER_QUARTER) - origin;
    return [{ start: from, end, tuplet: { id: `b${index}`, actual: division, normal } }];
  });
}

type Events = ReturnType<typeof writeVoices>[number];

/** Gives every event its names: each line of a voice is spelled by the key of its measure. */
function spellMeasures(events: Events, keys: readonly Key[]): VoicePlan['measures'] {
  const flat = events.flat();
  const following = new Map<object, readonly number[]>();
  for (const [index, event] of flat.entries()) following.set(event, flat[index + 1]?.keys ?? []);
  return events.map((measure, index) =>
    measure.map(({ keys: sounding, ...event }) => ({
      ...event,
      pitches: sounding.map((key, place) => {
        const next =
          following.get(measure.find((each) => each.at === event.at && each.keys === sounding)!) ?? [];
        // The tune's note is on top; inner notes look to the note in the same place of the next chord.
        const target = next[next.length - sounding.length + place];
        return spellLine(target === undefined ? [key] : [key, target], keys[index]!)[0]!;
      }),
    })),
  );
}

function marksOf(
  performance: Performance,
  grid: Grid,
  bounds: readonly MeasureBound[],
  origin: number,
): readonly Mark[] {
  const end = bounds.at(-1)!.start + bounds.at(-1)!.length;
  const placeOf = (time: number) => {
    const at = Math.min(end - 1, Math.max(0, Math.round(time * TICKS_PER_QUARTER) - origin));
    const measure = bounds.findLastIndex((bound) => bound.start <= at);
    return { part: 0, staff: 0, measure, at: ticks(at - bounds[measure]!.start) };
  };
  const marks: Mark[] = [];
  let before = 0;
  for (const { at, value } of performance.tempos) {
    const rounded = Math.round(value);
    // Recordings nudge the tempo all the time; only changes that a player would notice are written.
    if (rounded > 0 && Math.abs(rounded - before) > 0.06 * before)
      marks.push({ kind: 'tempo', bpm: bpm(rounded), beatUnit: TICKS_PER_QUARTER, ...placeOf(at) });
    before = marks.length > 0 && marks.at(-1)!.kind === 'tempo' ? rounded : before;
  }
  if (grid.swing !== null)
    marks.push({ kind: 'words', text: 'Swing', placement: 'above', ...placeOf(grid.beats[0]!.start) });
  for (const { at, value } of performance.pedal) marks.push({ kind: 'pedal', action: value, ...placeOf(at) });
  return marks;
}
