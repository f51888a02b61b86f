import { chromatic } from './chromatic';
import { leap } from './leap';
import { leftOnsets } from './left-onsets';
import type {
  Break,
  Field,
  FieldValues,
  HandFacts,
  Limit,
  PieceFacts,
  PlacedBreak,
  RemedyCode,
} from './limit';
import { load } from './load';
import { newMaterial } from './new-material';
import { notesAtOnce } from './notes-at-once';
import { pedal } from './pedal';
import { position } from './position';
import { rhythm } from './rhythm';
import { signature } from './signature';
import { speed } from './speed';
import { texture } from './texture';
import { width } from './width';

/**
 * Every limit there is, by its code, in the order in which breaks are told. The arranger, the snags, their remedies, the
 * ladder's schema and the Studio's table are all made from this: a new limit is a file and a line here. Codes are stable.
 */
export const LIMITS = {
  texture,
  rhythm,
  speed,
  'notes-at-once': notesAtOnce,
  width,
  'left-onsets': leftOnsets,
  leap,
  position,
  signature,
  chromatic,
  pedal,
  'new-material': newMaterial,
  load,
} as const;

export type LimitCode = keyof typeof LIMITS;

type FieldsOf<Each> = Each extends Limit<infer Fields> ? Fields : never;
type Both<Union> = (Union extends unknown ? (each: Union) => void : never) extends (both: infer All) => void
  ? All
  : never;

/** All figures of all limits. */
export type LimitFields = Both<FieldsOf<(typeof LIMITS)[LimitCode]>>;

/** The limits of one rung; null where anything goes. */
export type Rung = { readonly name: string } & FieldValues<LimitFields>;

export interface CodedBreak extends Break {
  readonly limit: LimitCode;
}

interface AnyLimit {
  readonly fields: Readonly<Record<string, Field<unknown>>>;
  readonly price: number;
  readonly remedies: readonly RemedyCode[];
  readonly inHand?: (facts: HandFacts, rung: Rung) => readonly Break[];
  readonly inPiece?: (piece: PieceFacts, rung: Rung) => readonly PlacedBreak[];
}

const ENTRIES = Object.entries(LIMITS) as unknown as readonly (readonly [LimitCode, AnyLimit])[];

const IN_HAND = ENTRIES.flatMap(([limit, { inHand }]) => (inHand ? [[limit, inHand] as const] : []));

/** The figures by their names, in the order of the registry. */
export const FIELDS = ENTRIES.flatMap(([, { fields }]) => Object.entries(fields)) as readonly (readonly [
  keyof LimitFields,
  Field<unknown>,
])[];

/** The limits that one hand breaks inside one measure, whatever its neighbours do. O(notes²) in the measure. */
export function breaksInHand(facts: HandFacts, rung: Rung): readonly CodedBreak[] {
  const breaks: CodedBreak[] = [];
  for (const [limit, inHand] of IN_HAND)
    for (const each of inHand(facts, rung)) breaks.push({ ...each, limit });
  return breaks;
}

/** The limits that show only when the whole stands: between measures, over groups of them, of the piece. */
export function breaksInPiece(
  piece: PieceFacts,
  rung: Rung,
): readonly (CodedBreak & { readonly measure: number | null })[] {
  return ENTRIES.flatMap(([limit, { inPiece }]) =>
    (inPiece?.(piece, rung) ?? []).map((each) => ({ ...each, limit })),
  );
}

/** What breaks cost when the arranger chooses, in points. */
export function priceOf(breaks: readonly CodedBreak[]): number {
  return breaks.reduce((sum, { limit }) => sum + LIMITS[limit].price, 0);
}

export function remediesFor(limit: LimitCode): readonly RemedyCode[] {
  return LIMITS[limit].remedies;
}

export function isLimitCode(code: string): code is LimitCode {
  return Object.hasOwn(LIMITS, code);
}
