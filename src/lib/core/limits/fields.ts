import { z } from 'zod';
import type { Field } from './limit';

interface Range<Value> {
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly defaults: readonly Value[];
  /** Shown and typed as a decimal. */
  readonly isInTenths?: boolean;
}

export function wholeNumber({ label, least, most, defaults }: Range<number>): Field<number> {
  return {
    label,
    schema: z.int().min(least).max(most),
    defaults,
    control: { kind: 'number', canBeAny: false, isInTenths: false },
  };
}

/** A whole number, or null where anything goes. */
export function wholeNumberOrAny({
  label,
  least,
  most,
  defaults,
  isInTenths = false,
}: Range<number | null>): Field<number | null> {
  return {
    label,
    schema: z.int().min(least).max(most).nullable(),
    defaults,
    control: { kind: 'number', canBeAny: true, isInTenths },
  };
}

export function oneOf<const Options extends Readonly<Record<string, string>>>(
  label: string,
  options: Options,
  defaults: readonly (keyof Options & string)[],
): Field<keyof Options & string> {
  type Name = keyof Options & string;
  return {
    label,
    schema: z.enum(Object.keys(options) as [Name, ...Name[]]),
    defaults,
    control: { kind: 'choice', options },
  };
}

export interface ForHands {
  readonly right: number;
  readonly left: number;
}

export function forEachHand(
  label: string,
  { least, most }: { readonly least: number; readonly most: number },
  defaults: readonly (readonly [right: number, left: number])[],
): Field<ForHands> {
  const whole = z.int().min(least).max(most);
  return {
    label,
    schema: z.object({ right: whole, left: whole }),
    defaults: defaults.map(([right, left]) => ({ right, left })),
    control: { kind: 'hands' },
  };
}
