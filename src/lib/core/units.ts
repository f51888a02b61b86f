/** Branded numbers: a value of one unit cannot be passed where another is meant. */
declare const unit: unique symbol;
type Branded<T, U extends string> = T & { readonly [unit]: U };

/** Musical time; 10 080 to the quarter note, so triplets, quintuplets and septuplets are exact. */
export type Ticks = Branded<number, 'ticks'>;
/** Key number of the equal-tempered keyboard; 60 is middle C (C4). */
export type MidiNumber = Branded<number, 'midi'>;
/** Quarter-note-independent tempo: beats a minute. */
export type Bpm = Branded<number, 'bpm'>;

export type NoteId = Branded<string, 'note-id'>;

export const TICKS_PER_QUARTER = 10_080 as Ticks;
export const TICKS_PER_HALF = 20_160 as Ticks;
export const TICKS_PER_WHOLE = 40_320 as Ticks;

/** @throws RangeError when the value is not a whole number: time is never rounded silently. */
export function ticks(value: number): Ticks {
  if (!Number.isSafeInteger(value)) throw new RangeError(`Ticks must be whole, got ${value}.`);
  return value as Ticks;
}

/** @throws RangeError outside 0–127. */
export function midiNumber(value: number): MidiNumber {
  if (!Number.isInteger(value) || value < 0 || value > 127) {
    throw new RangeError(`A MIDI number is a whole number from 0 to 127, got ${value}.`);
  }
  return value as MidiNumber;
}

/** @throws RangeError unless positive and finite. */
export function bpm(value: number): Bpm {
  if (!Number.isFinite(value) || value <= 0) throw new RangeError(`A tempo must be positive, got ${value}.`);
  return value as Bpm;
}

export function noteId(value: string): NoteId {
  return value as NoteId;
}
