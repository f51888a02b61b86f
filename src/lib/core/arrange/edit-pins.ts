import {
  addIntervals,
  intervalBetween,
  invertDirection,
  transposePitch,
  type Interval,
} from '../pitch/interval';
import { midiOf, type Pitch } from '../pitch/pitch';
import type { Key } from '../pitch/key';
import type { Note } from '../score/model';
import type { Arrangement } from './arrangement';
import type { ArrangementDocument, Pin, PinOf } from './document';
import { scaleNeighbour } from './write-chords';

/** Pins to put in place and ids of pins to take away: what an edit comes to. */
export interface PinChange {
  readonly put: readonly Pin[];
  readonly remove: readonly string[];
}

const put = (...pins: readonly Pin[]): PinChange => ({ put: pins, remove: [] });
const remove = (...ids: readonly string[]): PinChange => ({ put: [], remove: ids });

function findPin<Kind extends Pin['kind']>(document: ArrangementDocument, kind: Kind, id: string) {
  return document.pins.find((pin): pin is PinOf<Kind> => pin.kind === kind && pin.id === id) ?? null;
}

/** The pin of a note that the teacher added, by the id that it bears in the score. */
function ownNote(document: ArrangementDocument, note: Note): PinOf<'added'> | null {
  const added = document.pins.filter((pin): pin is PinOf<'added'> => pin.kind === 'added');
  return added.find((pin) => pin.id.replace(/[^A-Za-z0-9]/g, '-') === note.id) ?? null;
}

/** A step up or down the scale, or an octave. Kept as an interval from the source's note. */
export function movePitch(
  document: ArrangementDocument,
  { interval, key }: Pick<Arrangement, 'interval' | 'key'>,
  note: Note,
  by: 'step-up' | 'step-down' | 'octave-up' | 'octave-down' | 'semitone-up' | 'semitone-down',
): PinChange | null {
  const moved = movedPitch(note.pitch, key, by);
  const midi = midiOf(moved);
  if (midi < 21 || midi > 108) return null;
  const added = ownNote(document, note);
  if (added) return put({ ...added, pitch: transposePitch(moved, invertDirection(interval)) });
  const change = intervalBetween(note.pitch, moved);
  const id = `pitch:${note.id}`;
  const before = findPin(document, 'pitch', id);
  const total: Interval = before ? addIntervals(before, change) : change;
  if (total.steps === 0 && total.semitones === 0) return remove(id);
  return put({ id, kind: 'pitch', note: note.id, steps: total.steps, semitones: total.semitones });
}

function movedPitch(pitch: Pitch, key: Key, by: Parameters<typeof movePitch>[3]): Pitch {
  switch (by) {
    case 'step-up':
      return scaleNeighbour(pitch, key, 1);
    case 'step-down':
      return scaleNeighbour(pitch, key, -1);
    case 'octave-up':
      return { ...pitch, octave: pitch.octave + 1 };
    case 'octave-down':
      return { ...pitch, octave: pitch.octave - 1 };
    case 'semitone-up':
      return { ...pitch, alter: Math.min(2, pitch.alter + 1) };
    case 'semitone-down':
      return { ...pitch, alter: Math.max(-2, pitch.alter - 1) };
  }
}

export function setValue(
  document: ArrangementDocument,
  { scale }: Pick<Arrangement, 'scale'>,
  note: Note,
  duration: number,
): PinChange {
  const own = Math.max(1, Math.round(duration / scale));
  const added = ownNote(document, note);
  if (added) return put({ ...added, duration: own });
  return put({ id: `value:${note.id}`, kind: 'value', note: note.id, duration: own });
}

export function changeHand(document: ArrangementDocument, note: Note): PinChange {
  const hand = note.staff === 0 ? 'left' : 'right';
  const added = ownNote(document, note);
  if (added) return put({ ...added, hand });
  const id = `hand:${note.id}`;
  return findPin(document, 'hand', id) ? remove(id) : put({ id, kind: 'hand', note: note.id, hand });
}

export function leaveOutNote(document: ArrangementDocument, note: Note): PinChange {
  const added = ownNote(document, note);
  if (added) return remove(added.id);
  return put({ id: `leave-out:${note.id}`, kind: 'leave-out', note: note.id });
}

/** A note beside another, a third below or above it in the same hand; it is then moved like any other. */
export function addBeside(
  { interval, key, scale, sourceMeasure, score }: Arrangement,
  note: Note,
  direction: 1 | -1,
): PinChange {
  const first = score.measures[sourceMeasure.indexOf(sourceMeasure[note.measure]!)]!;
  const third = scaleNeighbour(scaleNeighbour(note.pitch, key, direction), key, direction);
  const pitch = transposePitch(third, invertDirection(interval));
  const tick = Math.round((note.at - first.start) / scale);
  const measure = sourceMeasure[note.measure]!;
  const hand = note.staff === 0 ? 'right' : 'left';
  return put({
    id: `added:${measure}:${tick}:${hand}:${pitch.step}${pitch.octave}`,
    kind: 'added',
    measure,
    tick,
    hand,
    pitch,
    duration: Math.max(1, Math.round(note.duration / scale)),
  });
}

export function toggleSlur(
  document: ArrangementDocument,
  arrangement: Arrangement,
  from: Note,
  to: Note,
): PinChange {
  const id = `slur:${from.id}>${to.id}`;
  if (findPin(document, 'slur', id)) return remove(id);
  const isThere = arrangement.score.slurs.some((slur) => slur.from === from.id && slur.to === to.id);
  if (isThere) return put({ id: `no-slur:${from.id}>${to.id}`, kind: 'no-slur', from: from.id, to: to.id });
  return put({ id, kind: 'slur', from: from.id, to: to.id });
}

export function setTouch(note: Note, sign: PinOf<'touch'>['sign']): PinChange {
  return put({ id: `touch:${note.id}`, kind: 'touch', note: note.id, sign });
}

export function toggleCircle(document: ArrangementDocument, note: Note): PinChange {
  const id = `circle:${note.id}`;
  return findPin(document, 'circle', id) ? remove(id) : put({ id, kind: 'circle', note: note.id });
}

/** Where a note stands in its measure of the source, for what is written at a place rather than at a note. */
export function spotOf({ score, sourceMeasure, scale }: Arrangement, note: Note) {
  const measure = sourceMeasure[note.measure]!;
  const first = score.measures[sourceMeasure.indexOf(measure)]!;
  return { measure, tick: Math.round((note.at - first.start) / scale) };
}

export function setDynamic(arrangement: Arrangement, note: Note, text: string | null): PinChange {
  const { measure, tick } = spotOf(arrangement, note);
  const id = `dynamic:${measure}:${tick}`;
  return text === null ? remove(id) : put({ id, kind: 'dynamic', measure, tick, text });
}

export function setWords(arrangement: Arrangement, note: Note, text: string): PinChange {
  const { measure, tick } = spotOf(arrangement, note);
  const id = `words:${measure}:${tick}`;
  return text.trim() === ''
    ? remove(id)
    : put({ id, kind: 'words', measure, tick, text: text.trim().slice(0, 80) });
}

/** A measure as it stands, wholly pinned: nothing that changes elsewhere moves it. */
export function settle({ score, sourceMeasure, interval, scale }: Arrangement, source: number): PinChange {
  const own = score.measures.filter((each) => sourceMeasure[each.index] === source);
  const start = own[0]?.start ?? 0;
  const indices = new Set(own.map((each) => each.index));
  const notes = score.notes.filter((note) => indices.has(note.measure) && note.staff <= 1 && !note.grace);
  return put({
    id: `settled:${source}`,
    kind: 'settled',
    measure: source,
    notes: notes.map((note) => ({
      id: note.id,
      hand: note.staff === 0 ? ('right' as const) : ('left' as const),
      at: Math.round((note.at - start) / scale),
      duration: Math.max(1, Math.round(note.duration / scale)),
      pitch: transposePitch(note.pitch, invertDirection(interval)),
      finger: note.finger,
      tieTo: note.tieTo,
      tuplet: note.tuplet,
      articulations: [...note.articulations],
    })),
  });
}
