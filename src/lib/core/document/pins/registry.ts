import { z } from 'zod';
import { added } from './added';
import { chord } from './chord';
import { circle } from './circle';
import { count } from './count';
import { dynamic } from './dynamic';
import { ease } from './ease';
import { finger } from './finger';
import { hand } from './hand';
import { keep } from './keep';
import { leaveOut } from './leave-out';
import { noSlur } from './no-slur';
import { pedal } from './pedal';
import { pedalPoints } from './pedal-points';
import type { Move, PinKind } from './pin';
import { changedPitch } from './pitch';
import { rightTexture } from './right-texture';
import { setAside } from './set-aside';
import { setting } from './setting';
import { settled } from './settled';
import { slur } from './slur';
import { texture } from './texture';
import { touch } from './touch';
import { value } from './value';
import { voicing } from './voicing';
import { words } from './words';

/**
 * Every kind of pin, in the order in which they are put on: whole measures first, then notes, then what hangs on them. A new
 * kind is a file and a line here.
 */
export const PIN_KINDS = {
  texture,
  'right-texture': rightTexture,
  setting,
  ease,
  keep,
  chord,
  voicing,
  settled,
  'leave-out': leaveOut,
  added,
  pitch: changedPitch,
  value,
  hand,
  touch,
  finger,
  'no-slur': noSlur,
  slur,
  circle,
  dynamic,
  words,
  count,
  pedal,
  'pedal-points': pedalPoints,
  'set-aside': setAside,
} as const;

type PinOfKind<Kind> = Kind extends PinKind<infer Each> ? Each : never;

/** What the teacher fixed by hand, anchored to a note's id or to a measure of the source (and a tick within it). */
export type Pin = Readonly<PinOfKind<(typeof PIN_KINDS)[keyof typeof PIN_KINDS]>>;
export type PinName = Pin['kind'];
export type PinOf<Kind extends PinName> = Extract<Pin, { readonly kind: Kind }>;

const SCHEMAS = Object.values(PIN_KINDS).map(({ schema }) => schema);

export const pinSchema = z.discriminatedUnion(
  'kind',
  SCHEMAS as unknown as Parameters<typeof z.discriminatedUnion>[1],
) as unknown as z.ZodType<Pin>;

export function kindOf(pin: Pin): PinKind<Pin> {
  return PIN_KINDS[pin.kind] as unknown as PinKind<Pin>;
}

const ORDER = Object.keys(PIN_KINDS);

/** Pins in the order in which they are put on; those of one kind by their ids. */
export function inOrder(pins: readonly Pin[]): readonly Pin[] {
  return [...pins].sort(
    (a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0),
  );
}

/** The measure of the source that a pin is about; null where its anchor tells none. */
export function measureOf(pin: Pin): number | null {
  return kindOf(pin).placeOf(pin);
}

/** The same pin where its measure comes again. */
export function movePin(pin: Pin, move: Move): Pin {
  return kindOf(pin).move(pin, move);
}
