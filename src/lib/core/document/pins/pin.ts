import { z, type ZodType } from 'zod';
import type { Setting } from '../choices/settings.data';
import type { LeftTexture, RightTexture } from '../choices/textures.data';
import type { PedalPolicy } from '../choices/pedal-policies.data';
import type { HandName } from '../../hands/hand';
import type { Pitch } from '../../pitch/pitch';
import { noteIdInMeasure } from '../../score/ids';
import type { AnyPin, PinnedNotes } from './pinned-notes';

/** What every pin has. Ids say what is pinned, so that a second pin on the same thing takes the first one's place. */
export const pinId = z.string().max(160);
export const measure = z.int().min(0).max(10_000);
export const tick = z.int().min(0).max(10_000_000);
export const noteName = z.string().min(1).max(100);
export const duration = z.int().min(1).max(1_000_000);
export const hand = z.enum(['right', 'left']);
export const pitch = z.object({
  step: z.enum(['C', 'D', 'E', 'F', 'G', 'A', 'B']),
  alter: z.int().min(-3).max(3),
  octave: z.int().min(-1).max(9),
});

/** What is decided before notes are chosen, by measure of the source. */
export interface Decisions {
  readonly left: Map<number, LeftTexture>;
  readonly right: Map<number, RightTexture>;
  readonly keep: Set<number>;
  readonly setting: Map<number, Setting>;
  /** Rungs easier (−) or richer (+). */
  readonly ease: Map<number, number>;
  readonly chords: { readonly measure: number; readonly tick: number; readonly symbol: string }[];
  readonly voicings: {
    readonly measure: number;
    readonly tick: number;
    readonly hand: HandName;
    readonly texture: LeftTexture | RightTexture;
    readonly pitches: readonly Pitch[];
  }[];
}

/** What is written under and around the notes once they stand. */
export interface Shown {
  readonly counts: { readonly measure: number; readonly tick: number; readonly syllable: string }[];
  readonly pedal: Map<number, PedalPolicy>;
  readonly pedalPoints: Map<number, readonly { readonly down: number; readonly up: number }[]>;
}

/** From one measure of the source to another with the same music. */
export interface Move {
  readonly from: number;
  readonly to: number;
}

/**
 * One kind of pin: what it is made of, where it is, how it goes along when its measure is carried elsewhere, and what it
 * does. `decide`, `sound` and `show` say when: before notes are chosen, to the notes, or beside them.
 */
export interface PinKind<Own extends AnyPin> {
  readonly schema: ZodType<Own>;
  /** In words: “a … rests”. */
  readonly name: string;
  /** The measure of the source; null where its anchor tells none. */
  readonly placeOf: (pin: Own) => number | null;
  /** Notes that it hangs on; without them it is not carried to another measure. */
  readonly notesOf?: (pin: Own) => readonly string[];
  readonly move: (pin: Own, move: Move) => Own;
  readonly decide?: (pin: Own, decisions: Decisions) => void;
  /** Changes which notes sound, or who plays them. */
  readonly sound?: (pin: Own, on: PinnedNotes) => void;
  /** Changes what is written on notes that stay as they are. */
  readonly mark?: (pin: Own, on: PinnedNotes) => void;
  readonly show?: (pin: Own, shown: Shown) => void;
  /** It names notes as they sound, and so fits only where nothing was moved to other notes. */
  readonly isOfSound?: true;
  /** The notes of its measure are the teacher's own: no texture tells what they are. */
  readonly fillsMeasure?: true;
  /** A measure may weigh more with it than the rung above weighs there. */
  readonly mayAddLoad?: true;
  /** It belongs to the piece more than to its rung, and holds when other rungs are looked at. */
  readonly holdsOnEveryRung?: true;
  /** A word for the row under its measure. */
  readonly wordOf?: (pin: Own) => string;
}

export function definePin<Own extends AnyPin>(kind: PinKind<Own>): PinKind<Own> {
  return kind;
}

export function movedNote(note: string, { from, to }: Move): string {
  return noteIdInMeasure(note, from, to);
}
