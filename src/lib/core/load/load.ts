import type { Position } from '../hands/position';
import { isInScale, type Key } from '../pitch/key';
import { diatonicIndex, midiOf } from '../pitch/pitch';
import { type HandSpan, isBlackKey, keyDistance, spanPlace, WHITE_KEY_TENTHS_MM } from '../hands/reach';
import type { Measure, Note } from '../score/model';
import { beatsOf } from '../score/time';
import { FULL_AT, LOAD_TERMS, OTHER_HAND_SHARE, POINTS, type LoadTerm } from './terms.data';

/** One touch of a hand: what it strikes at a tick, low to high. */
export interface Touch {
  readonly at: number;
  readonly lowest: number;
  readonly highest: number;
  readonly size: number;
  /** Letter places of the outer notes, counted through the octaves. */
  readonly lowStep: number;
  readonly highStep: number;
}

/** What one hand does in one measure, ready to be weighed. */
export interface HandWork {
  readonly touches: readonly Touch[];
  readonly first: Touch | null;
  readonly last: Touch | null;
  readonly exit: Position | null;
  /** Tenths of a millimetre travelled inside the measure. */
  readonly distance: number;
  readonly shifts: number;
  /** Terms that do not depend on the measure before or the other hand, and their sum in hundredths. */
  readonly own: Readonly<Record<Exclude<LoadTerm, 'distance' | 'shifts' | 'unlikeness' | 'pedal'>, number>>;
  readonly ownSum: number;
}

export interface LoadContext {
  readonly measure: Measure;
  /** Where the measure begins in its metre, in ticks. */
  readonly offset: number;
  readonly key: Key;
  /** Length of the measure in milliseconds at the arrangement's tempo. */
  readonly lengthMs: number;
}

export type LoadTerms = Readonly<Record<LoadTerm, number>>;

/** Five neighbouring letters lie under five fingers. */
const POSITION_STEPS = 4;

/** Looks at the notes of one hand in one measure. `tiedInto` are notes held over, which are not struck. O(notes). */
export function handWork(
  notes: readonly Note[],
  tiedInto: ReadonlySet<string>,
  span: HandSpan,
  context: LoadContext,
): HandWork {
  const struck = notes.filter((note) => !tiedInto.has(note.id));
  const touches = touchesOf(struck);
  let position: Position | null = null;
  let shifts = 0;
  let distance = 0;
  for (const [index, touch] of touches.entries()) {
    const widened: Position | null = position && widen(position, touch);
    if (position && !widened) shifts += 1;
    position = widened ?? { low: touch.lowStep, high: touch.highStep };
    if (index > 0) distance += travel(touches[index - 1]!, touch);
  }
  const own = {
    rate: part('rate', (1000 * touches.length) / Math.max(1, context.lengthMs)),
    atOnce: part('atOnce', Math.max(0, mostAtOnce(notes) - 1)),
    stretch: stretchOf(notes, span),
    blackKeys: part('blackKeys', foreignness(struck, context.key)),
    rhythm: part('rhythm', rhythmPoints(touches, struck, notes, context)),
  };
  return {
    touches,
    first: touches[0] ?? null,
    last: touches.at(-1) ?? null,
    exit: position,
    distance,
    shifts,
    own,
    ownSum: own.rate + own.atOnce + own.stretch + own.blackKeys + own.rhythm,
  };
}

/** The work's terms, given the same hand's last touch and position before, and the other hand's work. */
export function loadTerms(
  work: HandWork,
  before: Pick<HandWork, 'last' | 'exit'> | null,
  other: HandWork,
  lengthMs: number,
): LoadTerms {
  const entry = entryOf(work, before);
  return {
    ...work.own,
    distance: distancePart(work.distance + entry.distance, lengthMs),
    shifts: part('shifts', work.shifts + entry.shifts),
    unlikeness: unlikenessPart(work, other),
    // The pedal is worked out once the notes stand, and added then (apply-pedal.ts).
    pedal: 0,
  };
}

/** What coming from the measure before adds. */
export function entryOf(work: HandWork, before: Pick<HandWork, 'last' | 'exit'> | null) {
  if (!work.first || !before?.last || !before.exit) return { distance: 0, shifts: 0 };
  return {
    distance: travel(before.last, work.first),
    shifts: widen(before.exit, work.first) ? 0 : 1,
  };
}

export function distancePart(tenthsMm: number, lengthMs: number): number {
  return part('distance', (1000 * tenthsMm) / WHITE_KEY_TENTHS_MM / Math.max(1, lengthMs));
}

/** The same for both hands. */
export function unlikenessPart(a: HandWork, b: HandWork): number {
  return part('unlikeness', unlikeness(a, b));
}

/** Points that so many pedal changes add to a measure's load: to both hands, as the foot works under either. */
export function pedalPoints(changes: number): number {
  return Math.round((part('pedal', changes) * (100 + OTHER_HAND_SHARE)) / 10_000);
}

/** What pedal changes add to one hand's terms, in hundredths. */
export function pedalPart(changes: number): number {
  return part('pedal', changes);
}

export function shiftsPart(shifts: number): number {
  return part('shifts', shifts);
}

/** Hundredths of load: terms are summed exactly and rounded once. */
export function sumOfTerms(terms: LoadTerms): number {
  return Object.values(terms).reduce((sum, each) => sum + each, 0);
}

/** The load of a measure from its hands', 0–100: the harder one's and a share of the other's. */
export function measureLoad(rightHundredths: number, leftHundredths: number): number {
  const [harder, easier] =
    rightHundredths > leftHundredths ? [rightHundredths, leftHundredths] : [leftHundredths, rightHundredths];
  return Math.min(100, Math.round((harder + (easier * OTHER_HAND_SHARE) / 100) / 100));
}

/** A term in whole hundredths, full at its own figure. */
function part(term: keyof typeof FULL_AT, amount: number): number {
  return Math.round(100 * LOAD_TERMS[term].most * Math.min(1, amount / FULL_AT[term]));
}

export function touchesOf(notes: readonly Note[]): readonly Touch[] {
  const byTime = new Map<number, Note[]>();
  for (const note of notes) {
    const found = byTime.get(note.at);
    if (found) found.push(note);
    else byTime.set(note.at, [note]);
  }
  return [...byTime.entries()]
    .sort(([a], [b]) => a - b)
    .map(([at, members]) => {
      const keys = members.map((note) => midiOf(note.pitch));
      const steps = members.map((note) => diatonicIndex(note.pitch));
      return {
        at,
        size: members.length,
        lowest: Math.min(...keys),
        highest: Math.max(...keys),
        lowStep: Math.min(...steps),
        highStep: Math.max(...steps),
      };
    });
}

/** The position with the touch in it, or null when the hand must move; a wide chord is a position of its own. */
function widen(position: Position, touch: Touch): Position | null {
  const low = Math.min(position.low, touch.lowStep);
  const high = Math.max(position.high, touch.highStep);
  const room = Math.max(POSITION_STEPS, position.high - position.low, touch.highStep - touch.lowStep);
  return high - low <= room ? { low, high } : null;
}

/** As far as the outer notes move; between shapes of other sizes by the end that moves less, where a finger stays. */
function travel(from: Touch, to: Touch): number {
  const [low, high] = [keyDistance(from.lowest, to.lowest), keyDistance(from.highest, to.highest)];
  return from.size === to.size ? (low + high) / 2 : Math.min(low, high);
}

/** The most notes that one hand holds at one moment. O(notes log notes). */
export function mostAtOnce(notes: readonly Note[]): number {
  const ends = notes.map(({ at, duration }) => at + duration).sort((a, b) => a - b);
  let ended = 0;
  let most = 0;
  for (const [index, { at }] of [...notes].sort((a, b) => a.at - b.at).entries()) {
    while (ended < ends.length && ends[ended]! <= at) ended += 1;
    most = Math.max(most, index + 1 - ended);
  }
  return most;
}

export function soundingWith(note: Note, notes: readonly Note[]): readonly Note[] {
  return notes.filter((each) => isSoundingAt(note.at, each));
}

function isSoundingAt(at: number, note: Note): boolean {
  return note.at <= at && note.at + note.duration > at;
}

function stretchOf(notes: readonly Note[], span: HandSpan): number {
  let widest = 0;
  for (const note of notes) {
    if (note.articulations.includes('arpeggiate')) continue;
    const key = midiOf(note.pitch);
    for (const other of notes)
      if (isSoundingAt(note.at, other)) widest = Math.max(widest, keyDistance(key, midiOf(other.pitch)));
  }
  const easy = spanPlace(7);
  const room = Math.max(1, spanPlace(span.largest) - easy);
  // Within a fifth nothing is stretched; a third of the term is used up at the fifth itself.
  const used =
    widest === 0
      ? 0
      : widest <= easy
        ? widest / easy / 3
        : 1 / 3 + Math.min(1, (widest - easy) / room) * (2 / 3);
  return Math.round(100 * LOAD_TERMS.stretch.most * used);
}

/** Black keys count half, notes outside the key half: a share of what is struck. */
function foreignness(notes: readonly Note[], key: Key): number {
  if (notes.length === 0) return 0;
  const halves = notes.reduce(
    (sum, note) => sum + (isBlackKey(midiOf(note.pitch)) ? 0.5 : 0) + (isInScale(note.pitch, key) ? 0 : 0.5),
    0,
  );
  return halves / notes.length;
}

function rhythmPoints(
  touches: readonly Touch[],
  struck: readonly Note[],
  notes: readonly Note[],
  { measure, offset }: LoadContext,
): number {
  const beats = beatsOf(measure.time);
  const places = new Set(touches.map((touch) => touch.at - measure.start + offset));
  let points = 0;
  for (const place of places) {
    const beat = beats.findLast((each) => each.at <= place);
    if (!beat || beat.at === place) continue;
    const into = place - beat.at;
    const isDivision = (into * beat.division) % beat.length === 0;
    points += isDivision ? POINTS.division : POINTS.finer;
    if (!places.has(beat.at)) points += POINTS.offBeat;
  }
  const tuplets = new Set(struck.flatMap((note) => (note.tuplet ? [note.tuplet.id] : [])));
  const onsets = new Map(struck.map((note) => [note.at, note]));
  for (const note of onsets.values()) if (isDotted(note.duration)) points += POINTS.dotted;
  const ties = new Set(notes.filter((note) => note.tieTo !== null).map((note) => note.at));
  return points + tuplets.size * POINTS.tuplet + ties.size * POINTS.tied;
}

/** A dotted quarter or eighth, where a plain beat is divided unevenly; dotted halves fill whole beats. */
function isDotted(duration: number): boolean {
  return duration === 15_120 || duration === 7_560;
}

/** Onsets of each hand that the other does not share: the fewer of the two, as a held note asks nothing of the moving one. */
function unlikeness(a: HandWork, b: HandWork): number {
  const inB = new Set(b.touches.map((touch) => touch.at));
  const shared = a.touches.filter((touch) => inB.has(touch.at)).length;
  return Math.min(a.touches.length - shared, b.touches.length - shared);
}

export interface Load {
  readonly right: number;
  readonly left: number;
  readonly total: number;
}
