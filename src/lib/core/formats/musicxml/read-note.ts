import { ARTICULATIONS, type Articulation, type Lyric, type Note, type Tuplet } from '../../score/model';
import { sourceNoteId, voiceLabel } from '../../score/ids';
import { transposePitch } from '../../pitch/interval';
import { midiOf, type Pitch, type Step } from '../../pitch/pitch';
import { noteId, ticks, type NoteId } from '../../units';
import { Refusal } from '../result';
import { atMost } from '../bounds';
import { MOST } from '../most.data';
import { childOf, childrenOf, numberOf, textOf, type XmlElement } from '../xml';
import { numberBetween, wholeOf } from './numbers';
import { durationOf, moveTo, type Cursor, type PartReader } from './part-state';
import { typeLength } from './read-direction';

const DEFAULT_GRACE = ticks(5040);

/** Children of a note or its notations that say only how it looked, or that are read elsewhere. */
const QUIET = new Set([
  'grace',
  'chord',
  'cue',
  'pitch',
  'rest',
  'duration',
  'tie',
  'instrument',
  'voice',
  'type',
  'dot',
  'accidental',
  'time-modification',
  'stem',
  'staff',
  'beam',
  'notations',
  'lyric',
  'level',
  'footnote',
  'play',
  'listen',
]);

/** Reads a `<note>`: a pitch, a rest or a grace note, and moves the cursor past it. */
export function readNote(reader: PartReader, cursor: Cursor, element: XmlElement): void {
  const grace = childOf(element, 'grace');
  const isChord = childOf(element, 'chord') !== undefined;
  const exactLength = grace ? 0 : durationOf(reader, cursor, element);
  const from = isChord ? cursor.chordAt : cursor.at;
  const at = Math.round(from);
  const duration = ticks(Math.round(from + exactLength) - at);
  if (!isChord) {
    cursor.chordAt = cursor.at;
    moveTo(cursor, cursor.at + exactLength, element);
    cursor.furthest = Math.max(cursor.furthest, Math.round(cursor.at));
  }
  for (const child of element.children) {
    if (
      !QUIET.has(child.name) &&
      !(child.name === 'notehead' && child.text === 'normal') &&
      child.name !== 'unpitched'
    ) {
      reader.warnings.add(`The sign “${child.name}” on a note was left out.`, cursor.number);
    }
  }
  if (childOf(element, 'cue')) {
    reader.warnings.add('Cue notes (small notes from another part) were left out.', cursor.number);
    return;
  }
  const staff = Math.max(0, Math.round(numberBetween(cursor, element, 'staff', 0, MOST.staves) ?? 1) - 1);
  reader.staves = Math.max(reader.staves, staff + 1);
  const voice = voiceLabel(textOf(element, 'voice') ?? '1');
  const place = { part: reader.index, staff, voice, measure: cursor.index, at: ticks(cursor.start + at) };
  const tuplet = readTuplet(cursor, element);
  const beam = childrenOf(element, 'beam').find((each) => (each.attributes['number'] ?? '1') === '1');
  if (beam?.text === 'begin') cursor.beamStarts.push(ticks(at));

  const rest = childOf(element, 'rest');
  if (rest) {
    // A whole-measure rest is told by its attribute, not by how long it happens to be.
    reader.rests.push({ ...place, duration, tuplet, isWholeMeasure: rest.attributes['measure'] === 'yes' });
    readNotations(reader, cursor, element, null);
    return;
  }
  const pitch = readPitch(reader, cursor, element);
  if (!pitch) {
    reader.warnings.add('Notes without a pitch (percussion) were left out.', cursor.number);
    return;
  }
  if (duration === 0 && !grace) {
    reader.warnings.add('A note without length was left out.', cursor.number);
    return;
  }
  const isNewGrace = grace !== undefined && !isChord;
  const graceOrder = grace ? (isNewGrace ? cursor.graceOrder++ : cursor.graceOrder - 1) : null;
  if (!grace) cursor.graceOrder = 0;
  const spot = { file: cursor.file, line: element.line, measure: cursor.number };
  atMost('notes in one measure', (cursor.notes += 1), spot);
  cursor.chordNotes = isChord ? cursor.chordNotes + 1 : 1;
  atMost('notes in one chord', cursor.chordNotes, spot);
  const id = freeId(reader, {
    part: place.part,
    measure: place.measure,
    voice,
    tickInMeasure: at,
    graceOrder,
  });
  const notations = readNotations(reader, cursor, element, { id, voice });
  // Written out: with its members spread together, each note would take ten times as long and twice the memory.
  const note: Note = {
    part: place.part,
    staff: place.staff,
    voice: place.voice,
    measure: place.measure,
    at: place.at,
    id,
    duration,
    pitch,
    tieTo: null,
    grace:
      grace && graceOrder !== null
        ? {
            order: graceOrder,
            written: typeLength(textOf(element, 'type'), childrenOf(element, 'dot').length) ?? DEFAULT_GRACE,
            hasSlash: grace.attributes['slash'] === 'yes',
          }
        : null,
    tuplet,
    articulations: notations.articulations,
    finger: notations.finger,
    lyrics: childrenOf(element, 'lyric').flatMap((lyric) => readLyric(lyric)),
    ...(notations.fingerThen === undefined ? {} : { fingerThen: notations.fingerThen }),
  };
  reader.notes.push(note);
  const ties = [
    ...childrenOf(element, 'tie'),
    ...childrenOf(element, 'notations').flatMap((each) => childrenOf(each, 'tied')),
  ];
  const starts = ties.some((tie) => tie.attributes['type'] === 'start');
  const stops = ties.some((tie) => tie.attributes['type'] === 'stop');
  if ((starts || stops) && !grace) reader.tieMarks.push({ note, starts, stops });
}

/** A chord note is counted up from the first at its place, which also keeps doubled voices apart. */
function freeId(reader: PartReader, place: Omit<Parameters<typeof sourceNoteId>[0], 'chordIndex'>): NoteId {
  const first = sourceNoteId({ ...place, chordIndex: 0 });
  const chordIndex = reader.notesAt.get(first) ?? 0;
  reader.notesAt.set(first, chordIndex + 1);
  return chordIndex === 0 ? first : sourceNoteId({ ...place, chordIndex });
}

function readPitch(reader: PartReader, cursor: Cursor, element: XmlElement): Pitch | null {
  const pitch = childOf(element, 'pitch');
  if (!pitch) return null;
  const step = textOf(pitch, 'step') ?? '';
  const octave = numberOf(pitch, 'octave');
  const alter = numberBetween(cursor, pitch, 'alter', -3.5, 3.5) ?? 0;
  const place = { file: cursor.file, line: pitch.line, measure: cursor.number };
  if (!/^[A-G]$/.test(step) || octave === null || !Number.isInteger(octave) || octave < -1 || octave > 10) {
    throw new Refusal({ code: 'bad-score', message: 'A note has no usable pitch.', place });
  }
  if (!Number.isInteger(alter))
    reader.warnings.add('A note between the keys (a microtone) was moved to the nearest key.', cursor.number);
  const written: Pitch = { step: step as Step, alter: Math.max(-3, Math.min(3, Math.round(alter))), octave };
  const sounding = reader.transposition ? transposePitch(written, reader.transposition) : written;
  const midi = midiOf(sounding);
  if (midi < 0 || midi > 127)
    throw new Refusal({ code: 'bad-score', message: 'A note lies far outside any keyboard.', place });
  return sounding;
}

/** The ratio only; which notes belong together is settled when the voice is whole (build-score.ts). */
function readTuplet(cursor: Cursor, element: XmlElement): Tuplet | null {
  const ratio = childOf(element, 'time-modification');
  const actual = ratio && wholeOf(cursor, ratio, 'actual-notes', 'tuplet');
  const normal = ratio && wholeOf(cursor, ratio, 'normal-notes', 'tuplet');
  if (!actual || !normal || actual === normal) return null;
  return { id: '', actual, normal };
}

function readLyric(lyric: XmlElement): readonly Lyric[] {
  const text = childrenOf(lyric, 'text')
    .map((each) => each.text)
    .join('‿');
  const syllabic = textOf(lyric, 'syllabic');
  const isExtended = childOf(lyric, 'extend') !== undefined;
  if (!text) return [];
  return [
    {
      verse: Math.min(99, Math.max(1, Number.parseInt(lyric.attributes['number'] ?? '1', 10) || 1)),
      text,
      syllabic: syllabic === 'begin' || syllabic === 'middle' || syllabic === 'end' ? syllabic : 'single',
      isExtended,
    },
  ];
}

function readNotations(
  reader: PartReader,
  cursor: Cursor,
  element: XmlElement,
  owner: { id: NoteId; voice: string } | null,
): { articulations: readonly Articulation[]; finger: number | null; fingerThen?: number } {
  const articulations = new Set<Articulation>();
  let finger: number | null = null;
  let fingerThen: number | undefined;
  let slurs = 0;
  const leaveOut = (name: string) => reader.warnings.add(`The sign “${name}” was left out.`, cursor.number);
  const keep = (name: string) => {
    if (ARTICULATIONS.includes(name as Articulation)) articulations.add(name as Articulation);
    else leaveOut(name);
  };
  for (const notation of childrenOf(element, 'notations').flatMap((each) => each.children)) {
    switch (notation.name) {
      case 'tied':
      case 'tuplet':
      case 'accidental-mark':
        break;
      case 'slur': {
        const type = notation.attributes['type'];
        const end = {
          number: notation.attributes['number'] ?? '1',
          measure: cursor.number,
          note: owner?.id ?? noteId(''),
          voice: owner?.voice ?? '',
        };
        slurs += 1;
        atMost('slurs on one note', slurs, {
          file: cursor.file,
          line: notation.line,
          measure: cursor.number,
        });
        if (owner && type === 'start') reader.slurEnds.starts.push(end);
        if (owner && type === 'stop') reader.slurEnds.stops.push(end);
        break;
      }
      case 'articulations':
        for (const child of notation.children) keep(child.name);
        break;
      case 'ornaments':
        for (const child of notation.children)
          if (child.name !== 'accidental-mark') keep(child.name === 'wavy-line' ? 'trill-mark' : child.name);
        break;
      case 'technical':
        for (const child of notation.children) {
          if (child.name !== 'fingering') leaveOut(child.name);
          else if (/^[1-5]$/.test(child.text) && finger === null) finger = Number(child.text);
          else if (/^[1-5]$/.test(child.text) && child.attributes['substitution'] === 'yes' && !fingerThen)
            fingerThen = Number(child.text);
          else
            reader.warnings.add(
              `The fingering “${child.text}” was left out: one finger a note is kept.`,
              cursor.number,
            );
        }
        break;
      case 'dynamics':
        reader.marks.push({
          kind: 'dynamic',
          text: notation.children[0]?.name ?? '',
          part: reader.index,
          staff: 0,
          measure: cursor.index,
          at: ticks(cursor.start + Math.round(cursor.chordAt)),
        });
        break;
      case 'fermata':
      case 'arpeggiate':
        keep(notation.name);
        break;
      default:
        leaveOut(notation.name);
    }
  }
  return {
    articulations: ARTICULATIONS.filter((name) => articulations.has(name)),
    finger,
    ...(fingerThen === undefined ? {} : { fingerThen }),
  };
}
