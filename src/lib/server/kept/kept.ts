import { customType } from 'drizzle-orm/sqlite-core';
import type { ZodType } from 'zod';

/** What is read from a JSON column: the value, or that it cannot be read, which the page that misses it says. */
export type Reading<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly code: 'not-readable'; readonly message: string };

/** A kind of JSON that is kept in the database. */
export interface Kept<T> {
  /** In words: “The … cannot be read”. */
  readonly subject: string;
  /** The version that is written now. */
  readonly version: number;
  readonly schema: ZodType<T>;
  /** `waysUp[n]` leads from version n to n + 1. Version 0 was written without a number. */
  readonly waysUp: readonly ((old: unknown) => unknown)[];
}

export function defineKept<T>(kept: Kept<T>): Kept<T> {
  if (kept.waysUp.length !== kept.version)
    throw new RangeError(`The ${kept.subject} needs a way up from each of its ${kept.version} versions.`);
  return kept;
}

interface Envelope {
  readonly version: number;
  readonly value: unknown;
}

function isEnvelope(json: unknown): json is Envelope {
  return (
    typeof json === 'object' &&
    json !== null &&
    Object.keys(json).length === 2 &&
    'value' in json &&
    'version' in json &&
    Number.isInteger(json.version)
  );
}

/** Brings what was kept up to the present version and checks it; nothing is replaced by a default in silence. */
export function readKept<T>({ subject, version, schema, waysUp }: Kept<T>, text: string): Reading<T> {
  const refuse = (why: string): Reading<T> => ({
    ok: false,
    code: 'not-readable',
    message: `The ${subject} cannot be read: ${why}. The rest of the studio is not touched; restore a backup to have it again.`,
  });
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return refuse('what is stored is damaged');
  }
  const { version: found, value } = isEnvelope(json) ? json : { version: 0, value: json };
  if (found > version) return refuse('a newer version of Key Path wrote it');
  let risen = value;
  try {
    for (const wayUp of waysUp.slice(found)) risen = wayUp(risen);
  } catch {
    return refuse('what is stored is damaged');
  }
  const parsed = schema.safeParse(risen);
  if (parsed.success) return { ok: true, value: parsed.data };
  const [issue] = parsed.error.issues;
  return refuse(`what is stored is damaged at “${issue?.path.join('.') ?? ''}”`);
}

export function writeKept<T>({ version }: Kept<T>, value: T): string {
  return JSON.stringify({ version, value });
}

export function read<T>(value: T): Reading<T> {
  return { ok: true, value };
}

/** A column that holds such JSON; a row that cannot be read says so and does not fail the query. */
export function keptColumn<T>(kept: Kept<T>) {
  return customType<{ data: Reading<T>; driverData: string }>({
    dataType: () => 'text',
    fromDriver: (text) => readKept(kept, text),
    toDriver: (reading) => {
      if (!reading.ok)
        throw new TypeError(`The ${kept.subject} that cannot be read cannot be written either.`);
      return writeKept(kept, reading.value);
    },
  });
}
