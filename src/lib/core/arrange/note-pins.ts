import { transposePitch, type Interval } from '../pitch/interval';
import { midiOf } from '../pitch/pitch';
import type { Articulation, Mark, Measure, Note, Slur } from '../score/model';
import { noteId, ticks } from '../units';
import type { ArrangementDocument, Pin } from './document';

export interface PinContext {
  readonly measures: readonly Measure[];
  /** For each measure the one of the piece as it came in. */
  readonly sourceMeasure: readonly number[];
  /** From the source's key to the arrangement's. */
  readonly interval: Interval;
  /** Ticks of the arrangement to one of the source: 2 in doubled values. */
  readonly scale: number;
}

export interface Pinned {
  readonly notes: readonly Note[];
  readonly slurs: readonly Slur[];
  readonly marks: readonly Mark[];
  readonly circled: readonly string[];
  /** Measures whose notes or rests are other than they were chosen. */
  readonly touched: ReadonlySet<number>;
  readonly resting: readonly Pin[];
}

/** Puts the teacher's own decisions about notes on top of what was chosen. A pin whose note is not there rests. */
export function applyNotePins(
  document: ArrangementDocument,
  context: PinContext,
  chosen: readonly Note[],
  slurs: readonly Slur[],
): Pinned {
  const notes = new Map<string, Note>(chosen.map((note) => [note.id, note]));
  const touched = new Set<number>();
  const resting: Pin[] = [];
  const circled: string[] = [];
  const changedHand = new Set<string>();
  const marks: Mark[] = [];
  let kept = slurs;
  const change = (id: string, pin: Pin, how: (note: Note) => Note | null) => {
    const note = notes.get(id);
    if (!note) {
      resting.push(pin);
      return;
    }
    const changed = how(note);
    if (changed) notes.set(id, changed);
    else notes.delete(id);
    touched.add(note.measure);
  };
  for (const pin of inOrder(document.pins)) {
    switch (pin.kind) {
      case 'settled': {
        const settled = settledNotes(pin, context);
        for (const note of notes.values()) if (settled.measures.has(note.measure)) notes.delete(note.id);
        for (const note of settled.notes) notes.set(note.id, note);
        for (const measure of settled.measures) touched.add(measure);
        break;
      }
      case 'leave-out':
        // A left-out note never rests: on a rung that has no such note there is nothing left to do.
        if (notes.has(pin.note)) change(pin.note, pin, () => null);
        break;
      case 'pitch':
        change(pin.note, pin, (note) => ({ ...note, pitch: transposePitch(note.pitch, pin), tieTo: null }));
        break;
      case 'value':
        change(pin.note, pin, (note) => withValue(note, pin.duration * context.scale, context.measures));
        break;
      case 'hand':
        change(pin.note, pin, (note) => {
          if (note.staff !== staffOf(pin.hand)) changedHand.add(note.id);
          return withHand(note, pin.hand);
        });
        break;
      case 'added': {
        const note = addedNote(pin, context);
        if (!note) resting.push(pin);
        else {
          notes.set(note.id, note);
          touched.add(note.measure);
        }
        break;
      }
      case 'touch':
        change(pin.note, pin, (note) => ({
          ...note,
          articulations: withTouch(note.articulations, pin.sign),
        }));
        break;
      case 'finger': {
        const note = notes.get(pin.note);
        if (note && !changedHand.has(pin.note)) notes.set(pin.note, withFinger(note, pin.finger));
        else resting.push(pin);
        break;
      }
      case 'slur': {
        const [from, to] = [notes.get(pin.from), notes.get(pin.to)];
        if (from && to && from.at < to.at) kept = [...kept, { from: from.id, to: to.id }];
        else resting.push(pin);
        break;
      }
      case 'no-slur':
        kept = kept.filter((slur) => slur.from !== pin.from || slur.to !== pin.to);
        break;
      case 'circle':
        if (notes.has(pin.note)) circled.push(pin.note);
        else resting.push(pin);
        break;
      case 'dynamic':
      case 'words': {
        const spot = spotOf(pin.measure, pin.tick, context);
        if (!spot) resting.push(pin);
        else if (pin.kind === 'dynamic')
          marks.push({ ...spot, kind: 'dynamic', part: 0, staff: 0, text: pin.text });
        else marks.push({ ...spot, kind: 'words', part: 0, staff: 0, text: pin.text, placement: 'above' });
        break;
      }
      case 'texture':
      case 'right-texture':
      case 'setting':
      case 'ease':
      case 'keep':
      case 'chord':
      case 'count':
      case 'pedal':
      case 'pedal-points':
        // Decided before notes are chosen, or once they stand.
        break;
    }
  }
  const result = [...notes.values()];
  const isWhole = kept.every(({ from, to }) => notes.has(from) && notes.has(to));
  return {
    notes: result,
    // The same list where nothing changed, so that whoever draws it can tell.
    slurs: isWhole ? kept : kept.filter(({ from, to }) => notes.has(from) && notes.has(to)),
    marks,
    circled,
    touched,
    resting,
  };
}

/** Whole measures first, then notes, then what hangs on them. */
const ORDER: readonly Pin['kind'][] = [
  'settled',
  'leave-out',
  'added',
  'pitch',
  'value',
  'hand',
  'touch',
  'finger',
  'no-slur',
  'slur',
  'circle',
  'dynamic',
  'words',
];

function inOrder(pins: readonly Pin[]): readonly Pin[] {
  return [...pins].sort(
    (a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0),
  );
}

function spotOf(source: number, tick: number, { measures, sourceMeasure, scale }: PinContext) {
  const first = sourceMeasure.indexOf(source);
  const opening = measures[first];
  if (!opening) return null;
  const at = opening.start + tick * scale;
  const measure = measures.findLast((each) => each.start <= at && sourceMeasure[each.index] === source);
  if (!measure || at >= measure.start + measure.length) return null;
  return { measure: measure.index, at: ticks(at) };
}

function addedNote(pin: Extract<Pin, { kind: 'added' }>, context: PinContext): Note | null {
  const spot = spotOf(pin.measure, pin.tick, context);
  if (!spot) return null;
  const pitch = transposePitch(pin.pitch, context.interval);
  const key = midiOf(pitch);
  if (key < 21 || key > 108) return null;
  const measure = context.measures[spot.measure]!;
  const room = measure.start + measure.length - spot.at;
  return {
    ...plainNote(pin.hand),
    ...spot,
    id: noteId(pin.id.replace(/[^A-Za-z0-9]/g, '-')),
    duration: ticks(Math.min(room, pin.duration * context.scale)),
    pitch,
  };
}

function plainNote(hand: 'right' | 'left') {
  return {
    part: 0,
    staff: staffOf(hand),
    voice: hand === 'right' ? 'Ra' : 'La',
    tieTo: null,
    grace: null,
    tuplet: null,
    articulations: [],
    finger: null,
    lyrics: [],
  } as const;
}

function settledNotes(pin: Extract<Pin, { kind: 'settled' }>, context: PinContext) {
  const measures = new Set(
    context.measures
      .filter((each) => context.sourceMeasure[each.index] === pin.measure)
      .map((each) => each.index),
  );
  const opening = context.measures[context.sourceMeasure.indexOf(pin.measure)];
  const notes = opening
    ? pin.notes.flatMap((each): Note[] => {
        const at = opening.start + each.at * context.scale;
        const measure = context.measures.findLast((own) => own.start <= at && measures.has(own.index));
        if (!measure) return [];
        const room = measure.start + measure.length - at;
        return [
          {
            ...plainNote(each.hand),
            voice: each.hand === 'right' ? 'R' : 'L',
            measure: measure.index,
            at: ticks(at),
            id: noteId(each.id),
            duration: ticks(Math.max(1, Math.min(room, each.duration * context.scale))),
            pitch: transposePitch(each.pitch, context.interval),
            finger: each.finger,
            tieTo: each.tieTo === null ? null : noteId(each.tieTo),
            tuplet: each.tuplet,
            articulations: each.articulations,
          },
        ];
      })
    : [];
  return { measures, notes };
}

function withValue(note: Note, duration: number, measures: readonly Measure[]): Note {
  const measure = measures[note.measure]!;
  const room = measure.start + measure.length - note.at;
  return { ...note, duration: ticks(Math.max(1, Math.min(room, duration))), tieTo: null, tuplet: null };
}

function staffOf(hand: 'right' | 'left'): number {
  return hand === 'right' ? 0 : 1;
}

function withHand(note: Note, hand: 'right' | 'left'): Note {
  const staff = staffOf(hand);
  // A finger rests when its note changes hand.
  return note.staff === staff
    ? note
    : { ...note, staff, voice: hand === 'right' ? 'Rh' : 'Lh', finger: null };
}

function withTouch(
  signs: readonly Articulation[],
  sign: Extract<Pin, { kind: 'touch' }>['sign'],
): readonly Articulation[] {
  const others = signs.filter((each) => !['staccato', 'tenuto', 'accent', 'staccatissimo'].includes(each));
  return sign === 'plain' ? others : [...others, sign];
}

/** Notes with another finger than they came with, kept so that the same finger is the same record. */
const fingered = new WeakMap<Note, Map<string, Note>>();

export function withFinger(note: Note, finger: number | null, then?: number): Note {
  if (note.finger === finger && note.fingerThen === then) return note;
  const variants = fingered.get(note) ?? new Map<string, Note>();
  fingered.set(note, variants);
  const name = `${finger}/${then}`;
  const known = variants.get(name) ?? fingerIt(note, finger, then);
  variants.set(name, known);
  return known;
}

function fingerIt(note: Note, finger: number | null, then: number | undefined): Note {
  if (then !== undefined) return { ...note, finger, fingerThen: then };
  const { fingerThen, ...plain } = note;
  return fingerThen === undefined ? { ...note, finger } : { ...plain, finger };
}
