import { json } from '@sveltejs/kit';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { z } from 'zod';
import { readTake, type Take } from '../../core/listen/take';
import { writeTake } from '../../core/listen/write-take';
import { database } from '../db/client';
import { arrangements, editions, pieces, takes } from '../db/schema';
import { findEdition } from '../editions';
import { newId, notFound, type Outcome } from '../outcome';

const ms = z.number().min(0).max(3_600_000);
/** Somebody who plays for an hour presses some fifty thousand keys; more is no take. */
const MOST_KEYS = 60_000;

const takeSchema = z.object({
  keys: z
    .array(
      z.object({
        key: z.int().min(0).max(127),
        onMs: ms,
        offMs: ms,
        velocity: z.int().min(1).max(127),
      }),
    )
    .min(1)
    .max(MOST_KEYS),
  pedal: z.array(z.object({ atMs: ms, isDown: z.boolean() })).max(MOST_KEYS),
});

const newTakeSchema = z.strictObject({
  editionId: z.string().max(64),
  sectionId: z.string().max(64),
  hand: z.enum(['right', 'left']).nullable(),
  take: takeSchema,
  heard: z.array(z.string().max(400)).max(500),
});

type NewTake = Readonly<z.infer<typeof newTakeSchema>>;

/**
 * Keeps what was played of a section as MIDI; `learnerId` null: the teacher's own, as the model. `ofEditions`: those that
 * whoever asks may play; any where it is left out.
 */
export async function keepTake(
  request: Request,
  learnerId: string | null,
  nowMs: number,
  ofEditions?: readonly string[],
): Promise<Response> {
  const parsed = newTakeSchema.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return json({ message: 'This take was not understood; nothing was kept.' }, { status: 400 });
  if (ofEditions && !ofEditions.includes(parsed.data.editionId))
    return json({ message: 'This music is not here; the take was not kept.' }, { status: 404 });
  const kept = storeTake(parsed.data, learnerId, nowMs);
  return kept.ok ? json({ id: kept.value }) : json({ message: kept.message }, { status: 404 });
}

/** Writes a take down as MIDI. */
export function storeTake(
  { editionId, sectionId, hand, take, heard }: NewTake,
  learnerId: string | null,
  nowMs: number,
): Outcome<string> {
  const edition = findEdition(editionId);
  const isThere = edition.ok && edition.value.frozen.sections.some(({ id }) => id === sectionId);
  if (!isThere) return notFound('This music is no longer here; the take was not kept.');
  const id = newId();
  database()
    .insert(takes)
    .values({
      ...{ id, editionId, sectionId, learnerId, hand },
      midi: Buffer.from(writeTake(take)),
      heard: heard.join('\n'),
      createdAtMs: nowMs,
    })
    .run();
  return { ok: true, value: id };
}

interface TakesOf {
  readonly editionId: string;
  readonly sectionId?: string;
  /** Null: the teacher's own. */
  readonly learnerId: string | null;
}

/** Takes that are kept, the newest first, without their keys. */
export function listTakes({ editionId, sectionId, learnerId }: TakesOf) {
  return database()
    .select({
      id: takes.id,
      sectionId: takes.sectionId,
      hand: takes.hand,
      heard: takes.heard,
      createdAtMs: takes.createdAtMs,
    })
    .from(takes)
    .where(
      and(
        eq(takes.editionId, editionId),
        sectionId === undefined ? undefined : eq(takes.sectionId, sectionId),
        learnerId === null ? isNull(takes.learnerId) : eq(takes.learnerId, learnerId),
      ),
    )
    .orderBy(desc(takes.createdAtMs))
    .all();
}

/** Everything that a learner played and wanted kept, the oldest first, with the files. */
export function takesOfLearner(learnerId: string) {
  return database()
    .select({ title: pieces.title, midi: takes.midi, heard: takes.heard, createdAtMs: takes.createdAtMs })
    .from(takes)
    .innerJoin(editions, eq(editions.id, takes.editionId))
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(eq(takes.learnerId, learnerId))
    .orderBy(takes.createdAtMs)
    .all();
}

interface KeptTake {
  readonly editionId: string;
  readonly learnerId: string | null;
  readonly midi: Uint8Array<ArrayBuffer>;
  readonly take: Take;
}

export function findTake(id: string): KeptTake | null {
  const row = database().select().from(takes).where(eq(takes.id, id)).get();
  if (!row) return null;
  const midi = new Uint8Array(row.midi);
  const reading = readTake(midi, 'take.mid');
  return reading.ok ? { editionId: row.editionId, learnerId: row.learnerId, midi, take: reading.take } : null;
}

/** A take goes for good: nothing else hangs on it. */
export function deleteTake(id: string): Outcome<null> {
  const { changes } = database().delete(takes).where(eq(takes.id, id)).run();
  return changes === 1 ? { ok: true, value: null } : notFound('This take is gone already.');
}
