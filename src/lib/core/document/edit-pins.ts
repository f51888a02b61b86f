import {
  addIntervals,
  intervalBetween,
  invertDirection,
  transposePitch,
  type Interval,
} from '../pitch/interval';
import { midiOf, type Pitch } from '../pitch/pitch';
import { type Key, scaleNeighbour } from '../pitch/key';
import type { Note } from '../score/model';
import type { PlacedScore } from './placed-score';
import type { ArrangementDocument } from './document';
import { addedNoteId, addedPin } from './pins/added';
import { circlePin } from './pins/circle';
import { dynamicPin, dynamicPinId } from './pins/dynamic';
import { handPin } from './pins/hand';
import { leaveOutPin } from './pins/leave-out';
import { noSlurPin } from './pins/no-slur';
import { pitchPin } from './pins/pitch';
import type { Pin, PinOf } from './pins/registry';
import { settledPin } from './pins/settled';
import { slurPin } from './pins/slur';
import { touchPin, type TouchSign } from './pins/touch';
import { valuePin } from './pins/value';
import { wordsPin, wordsPinId } from './pins/words';

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

/** Puts a pin in place, or takes it away where one is there for the same thing. */
function toggle(document: ArrangementDocument, pin: Pin): PinChange {
  return findPin(document, pin.kind, pin.id) ? remove(pin.id) : put(pin);
}

/** The pin of a note that the teacher added, by the id that it bears in the score. */
function ownNote(document: ArrangementDocument, note: Note): PinOf<'added'> | null {
  const added = document.pins.filter((pin): pin is PinOf<'added'> => pin.kind === 'added');
  return added.find((pin) => addedNoteId(pin) === note.id) ?? null;
}

/** A step up or down the scale, or an octave. Kept as an interval from the source's note. */
export function movePitch(
  document: ArrangementDocument,
  { interval, key }: Pick<PlacedScore, 'interval' | 'key'>,
  note: Note,
  by: 'step-up' | 'step-down' | 'octave-up' | 'octave-down' | 'semitone-up' | 'semitone-down',
): PinChange | null {
  const moved = movedPitch(note.pitch, key, by);
  const midi = midiOf(moved);
  if (midi < 21 || midi > 108) return null;
  const added = ownNote(document, note);
  if (added) return put({ ...added, pitch: transposePitch(moved, invertDirection(interval)) });
  const change = intervalBetween(note.pitch, moved);
  const plain = pitchPin(note.id, change);
  const before = findPin(document, 'pitch', plain.id);
  const total: Interval = before ? addIntervals(before, change) : change;
  return total.steps === 0 && total.semitones === 0 ? remove(plain.id) : put(pitchPin(note.id, total));
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
  { scale }: Pick<PlacedScore, 'scale'>,
  note: Note,
  duration: number,
): PinChange {
  const own = Math.max(1, Math.round(duration / scale));
  const added = ownNote(document, note);
  if (added) return put({ ...added, duration: own });
  return put(valuePin(note.id, own));
}

export function changeHand(document: ArrangementDocument, note: Note): PinChange {
  const hand = note.staff === 0 ? 'left' : 'right';
  const added = ownNote(document, note);
  if (added) return put({ ...added, hand });
  return toggle(document, handPin(note.id, hand));
}

export function leaveOutNote(document: ArrangementDocument, note: Note): PinChange {
  const added = ownNote(document, note);
  if (added) return remove(added.id);
  return put(leaveOutPin(note.id));
}

/** A note beside another, a third below or above it in the same hand; it is then moved like any other. */
export function addBeside(
  { interval, key, scale, sourceMeasure, score }: PlacedScore,
  note: Note,
  direction: 1 | -1,
): PinChange {
  const first = score.measures[sourceMeasure.indexOf(sourceMeasure[note.measure]!)]!;
  const third = scaleNeighbour(scaleNeighbour(note.pitch, key, direction), key, direction);
  const pitch = transposePitch(third, invertDirection(interval));
  const tick = Math.round((note.at - first.start) / scale);
  const measure = sourceMeasure[note.measure]!;
  const hand = note.staff === 0 ? 'right' : 'left';
  const duration = Math.max(1, Math.round(note.duration / scale));
  return put(addedPin({ measure, tick, hand, pitch, duration }));
}

export function toggleSlur(
  document: ArrangementDocument,
  arrangement: PlacedScore,
  from: Note,
  to: Note,
): PinChange {
  const drawn = slurPin(from.id, to.id);
  if (findPin(document, 'slur', drawn.id)) return remove(drawn.id);
  const isThere = arrangement.score.slurs.some((slur) => slur.from === from.id && slur.to === to.id);
  return put(isThere ? noSlurPin(from.id, to.id) : drawn);
}

export function setTouch(note: Note, sign: TouchSign): PinChange {
  return put(touchPin(note.id, sign));
}

export function toggleCircle(document: ArrangementDocument, note: Note): PinChange {
  return toggle(document, circlePin(note.id));
}

/** Where a note stands in its measure of the source, for what is written at a place rather than at a note. */
export function spotOf({ score, sourceMeasure, scale }: PlacedScore, note: Note) {
  const measure = sourceMeasure[note.measure]!;
  const first = score.measures[sourceMeasure.indexOf(measure)]!;
  return { measure, tick: Math.round((note.at - first.start) / scale) };
}

export function setDynamic(arrangement: PlacedScore, note: Note, text: string | null): PinChange {
  const { measure, tick } = spotOf(arrangement, note);
  return text === null ? remove(dynamicPinId(measure, tick)) : put(dynamicPin(measure, tick, text));
}

export function setWords(arrangement: PlacedScore, note: Note, text: string): PinChange {
  const { measure, tick } = spotOf(arrangement, note);
  return text.trim() === '' ? remove(wordsPinId(measure, tick)) : put(wordsPin(measure, tick, text));
}

/** A measure as it stands, wholly pinned: nothing that changes elsewhere moves it. */
export function settle({ score, sourceMeasure, interval, scale }: PlacedScore, source: number): PinChange {
  const own = score.measures.filter((each) => sourceMeasure[each.index] === source);
  const start = own[0]?.start ?? 0;
  const indices = new Set(own.map((each) => each.index));
  const notes = score.notes.filter((note) => indices.has(note.measure) && note.staff <= 1 && !note.grace);
  return put(
    settledPin(
      source,
      notes.map((note) => ({
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
    ),
  );
}
