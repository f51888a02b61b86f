import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { deflate, inflate } from 'node:zlib';
import { and, desc, eq, lte } from 'drizzle-orm';
import { build } from './build';
import { database } from './db/client';
import { engravedLines } from './db/schema';

/** Drawings that are kept; about 15 kB each. */
const MOST_KEPT = 1_500;

/** A machine that is short of processors may leave all drawing ahead undone: `KEY_PATH_LINES=off`. */
export const isDrawingOff = () => process.env.KEY_PATH_LINES === 'off';

/** A drawing by what it is of; a width of 0 where it has one of its own. */
export interface DrawingName {
  readonly subject: string;
  readonly pageWidth: number;
  readonly fingerprint: string;
}

/** By everything that a drawing depends on, the program among it. */
export function fingerprintOfFacts(facts: readonly unknown[]): string {
  return createHash('sha256')
    .update(JSON.stringify([build(), ...facts]))
    .digest('hex');
}

/** What was drawn of the subject last, if it would be drawn so again; null where it is another, or damaged. */
export async function keptDrawing<T>({ subject, pageWidth, fingerprint }: DrawingName): Promise<T | null> {
  const row = database()
    .select({ fingerprint: engravedLines.fingerprint, lines: engravedLines.lines })
    .from(engravedLines)
    .where(and(eq(engravedLines.subject, subject), eq(engravedLines.pageWidth, pageWidth)))
    .get();
  if (row?.fingerprint !== fingerprint) return null;
  try {
    return JSON.parse((await promisify(inflate)(row.lines)).toString('utf8')) as T;
  } catch {
    return null;
  }
}

/** Keeps a drawing, a plain record, in place of the one before it. */
export async function keepDrawing(name: DrawingName, drawing: unknown): Promise<void> {
  const row = { ...name, lines: await promisify(deflate)(JSON.stringify(drawing)), atMs: Date.now() };
  database()
    .insert(engravedLines)
    .values(row)
    .onConflictDoUpdate({ target: [engravedLines.subject, engravedLines.pageWidth], set: row })
    .run();
  forgetOld();
}

/** What was drawn longest ago makes room. */
function forgetOld(): void {
  const newest = database()
    .select({ atMs: engravedLines.atMs })
    .from(engravedLines)
    .orderBy(desc(engravedLines.atMs))
    .limit(1)
    .offset(MOST_KEPT)
    .get();
  if (newest) database().delete(engravedLines).where(lte(engravedLines.atMs, newest.atMs)).run();
}
