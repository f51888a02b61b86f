import type { Interval } from '../../pitch/interval';
import type { HandName } from '../../hands/hand';
import type { Mark, Measure, Note, Slur } from '../../score/model';
import { ticks } from '../../units';

export interface AnyPin {
  readonly id: string;
  readonly kind: string;
}

export interface PinPlace {
  readonly measures: readonly Measure[];
  /** For each measure the one of the piece as it came in. */
  readonly sourceMeasure: readonly number[];
  /** From the source's key to the arrangement's. */
  readonly interval: Interval;
  /** Ticks of the arrangement to one of the source: 2 in doubled values. */
  readonly scale: number;
}

/** Notes as they were chosen while the teacher's pins are put on them. A pin whose note is not there rests. */
export class PinnedNotes {
  readonly notes: Map<string, Note>;
  readonly marks: Mark[] = [];
  readonly circled: string[] = [];
  /** Measures whose notes or rests are other than they were chosen. */
  readonly touched = new Set<number>();
  /** Notes that went to the other hand. */
  readonly changedHand = new Set<string>();
  /** Ids of pins whose note is not there. */
  readonly resting = new Set<string>();
  slurs: readonly Slur[];

  constructor(
    readonly place: PinPlace,
    chosen: readonly Note[],
    slurs: readonly Slur[],
  ) {
    this.notes = new Map(chosen.map((note) => [note.id, note]));
    this.slurs = slurs;
  }

  /** Changes a note, or takes it away where the change is null. */
  change(id: string, pin: AnyPin, how: (note: Note) => Note | null): void {
    const note = this.notes.get(id);
    if (!note) {
      this.rest(pin);
      return;
    }
    const changed = how(note);
    if (changed) this.notes.set(id, changed);
    else this.notes.delete(id);
    this.touched.add(note.measure);
  }

  rest({ id }: AnyPin): void {
    this.resting.add(id);
  }

  put(note: Note): void {
    this.notes.set(note.id, note);
    this.touched.add(note.measure);
  }

  /** The measure and tick here of a place in a measure of the source; null where that is not in the arrangement. */
  spotOf(source: number, tick: number) {
    const { measures, sourceMeasure, scale } = this.place;
    const opening = measures[sourceMeasure.indexOf(source)];
    if (!opening) return null;
    const at = opening.start + tick * scale;
    const measure = measures.findLast((each) => each.start <= at && sourceMeasure[each.index] === source);
    if (!measure || at >= measure.start + measure.length) return null;
    return { measure: measure.index, at: ticks(at) };
  }

  /** A duration that ends with its measure at the latest. */
  fitting(measure: Measure, at: number, duration: number) {
    return ticks(Math.max(1, Math.min(measure.start + measure.length - at, duration)));
  }
}

export function staffOf(hand: HandName): number {
  return hand === 'right' ? 0 : 1;
}

/** What a note of the teacher's own has beside pitch and time. */
export function ownNote(hand: HandName, voice: string) {
  return {
    part: 0,
    staff: staffOf(hand),
    voice,
    tieTo: null,
    grace: null,
    tuplet: null,
    articulations: [],
    finger: null,
    lyrics: [],
  } as const;
}
