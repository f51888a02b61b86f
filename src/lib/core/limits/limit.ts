import type { ZodType } from 'zod';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import type { Setting } from '../document/choices/settings.data';
import type { HandName } from '../hands/hand';
import type { Position } from '../hands/position';
import type { HandWork } from '../load/load';
import type { PedalPolicy } from '../document/choices/pedal-policies.data';
import type { Key } from '../pitch/key';
import type { Measure, Note } from '../score/model';

/** How a figure of a limit is edited: a number (empty for “any”), one of a few words, or a number for each hand. */
export type FieldControl =
  | { readonly kind: 'number'; readonly canBeAny: boolean; readonly isInTenths: boolean }
  | { readonly kind: 'choice'; readonly options: Readonly<Record<string, string>> }
  | { readonly kind: 'hands' };

/** One figure of a limit. */
export interface Field<Value> {
  readonly label: string;
  readonly schema: ZodType<Value>;
  /** Its value on each rung of the ladder as it comes, the plainest first. */
  readonly defaults: readonly Value[];
  readonly control: FieldControl;
}

export type FieldValues<Fields> = {
  readonly [Name in keyof Fields]: Fields[Name] extends Field<infer Value> ? Value : never;
};

/** What would bring a measure within a limit; the snag's remedies are worked out from these. */
export type RemedyCode =
  'easier-measure' | 'slower' | 'doubled-values' | 'plain-tune' | 'held-root' | 'no-pedal' | 'easier-key';

/** One hand of one measure, as it is judged: what it plays, and what binds it. */
export interface HandFacts {
  readonly hand: HandName;
  readonly setting: Setting;
  readonly measure: Measure;
  /** Where the measure begins in its metre, in ticks. */
  readonly offset: number;
  /** Length of the measure at the arrangement's tempo. */
  readonly lengthMs: number;
  /** The hand's comfortable span, in semitones at the keys. */
  readonly comfortableSemitones: number;
  /** The farthest that it reaches, which binds what is rolled. */
  readonly largestSemitones: number;
  /** Ticks at which chords change. */
  readonly chordChanges: ReadonlySet<number>;
  readonly notes: readonly Note[];
  readonly work: HandWork;
  /** Null where the teacher's own notes stand in place of a texture. */
  readonly texture: LeftTexture | RightTexture | null;
  /** Five letters that the hand stays on where it may not shift; null where it may. */
  readonly place: Position | null;
}

/** A measure of the finished arrangement. */
export interface MeasureFacts {
  readonly right: HandFacts;
  readonly left: HandFacts;
  readonly load: number;
  readonly opensSection: boolean;
  readonly isPhraseEnd: boolean;
  readonly pedal: { readonly policy: PedalPolicy; readonly changes: number };
}

export interface PieceFacts {
  readonly key: Key;
  readonly measures: readonly MeasureFacts[];
  /** Measures that are not met before. */
  readonly newMeasures: number;
}

/** What breaks a limit. */
export interface Break {
  readonly hand: HandName | null;
  /** In words, without a capital or a full stop. */
  readonly sentence: string;
  readonly notes?: readonly Note[];
}

export interface PlacedBreak extends Break {
  /** Ordinal of the measure; null for what concerns the piece as a whole. */
  readonly measure: number | null;
}

/**
 * A limit of a rung: its figures, when it breaks and in which words, and what mends it. Its code is its name in the
 * registry. `inHand` is what one hand breaks inside one measure, whatever its neighbours do: the arranger weighs that
 * (`price` points each) as well as it is told; `inPiece` is what shows only when the whole stands.
 */
export interface Limit<Fields extends Readonly<Record<string, Field<unknown>>>> {
  readonly fields: Fields;
  readonly price: number;
  readonly remedies: readonly RemedyCode[];
  readonly inHand?: (facts: HandFacts, rung: FieldValues<Fields>) => readonly Break[];
  readonly inPiece?: (piece: PieceFacts, rung: FieldValues<Fields>) => readonly PlacedBreak[];
}

/** Keeps the type of a limit's own fields. */
export function defineLimit<const Fields extends Readonly<Record<string, Field<unknown>>>>(
  limit: Limit<Fields>,
): Limit<Fields> {
  return limit;
}

/** What is struck or held, without the grace notes, which no limit judges. */
export function plainNotes({ notes }: Pick<HandFacts, 'notes'>): readonly Note[] {
  return notes.some((note) => note.grace) ? notes.filter((note) => !note.grace) : notes;
}

export const HANDS: readonly HandName[] = ['right', 'left'];

/** Both hands of every measure, with where they stand. */
export function eachHand(
  { measures }: PieceFacts,
  work: (facts: HandFacts, before: HandFacts | null, index: number) => readonly PlacedBreak[],
): readonly PlacedBreak[] {
  return measures.flatMap((own, index) =>
    HANDS.flatMap((hand) => work(own[hand], measures[index - 1]?.[hand] ?? null, index)),
  );
}
