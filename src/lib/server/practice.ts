import { MS_PER_DAY } from '../core/practice/day-number';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { SectionPrint } from '../core/handout/fingerprint';
import { PLAIN_MARK, type PracticeEntry } from '../core/practice/register';
import { carryEntries, sameSections } from '../core/practice/take-over';
import { USUAL_MAKEUP, type EditionMakeup } from '../core/practice/edition-makeup';
import { database } from './db/client';
import type { Db } from './db/db';
import {
  arrangements,
  assignments,
  editions,
  learners,
  lessonLearners,
  lessons,
  pieces,
  practiceEntries,
} from './db/schema';
import { standing } from './db/standing';
import type { SectionChange } from './kept/edition';
import { notFound, type Outcome } from './outcome';
import { practiceLog } from './practice-log';

export interface AssignmentRecord {
  readonly id: string;
  readonly learnerId: string;
  readonly assignedAtMs: number;
  readonly editionId: string;
  readonly editionNumber: number;
  readonly arrangementId: string;
  readonly arrangementName: string;
  readonly title: string;
  readonly sections: readonly SectionPrint[];
  readonly makeup: EditionMakeup;
  /** Why the sections are missing, where what is stored cannot be read. */
  readonly problem: string | null;
  /** What changed since the edition that the learner had before. */
  readonly changes: readonly SectionChange[];
  /** Entries of this edition, and those carried over from the ones before it, the oldest first. */
  readonly entries: readonly PracticeEntry[];
  /** Editions that this one took over, the newest first, each with its own log. */
  readonly before: readonly EarlierEdition[];
}

export interface EarlierEdition {
  readonly assignmentId: string;
  readonly editionId: string;
  readonly number: number;
  readonly arrangementName: string;
  readonly retiredAtMs: number | null;
  readonly sections: readonly SectionPrint[];
  readonly makeup: EditionMakeup;
  readonly entries: readonly PracticeEntry[];
}

/** Nothing of what an assignment stands on was deleted. */
const heldStands = [standing.edition, standing.arrangement, standing.piece] as const;

/** What learners play from now, with their registers; one row a piece. Three statements, however many learners. */
export function assignmentsOf(learnerIds: readonly string[]): readonly AssignmentRecord[] {
  if (learnerIds.length === 0) return [];
  const rows = database()
    .select({
      id: assignments.id,
      learnerId: assignments.learnerId,
      assignedAtMs: assignments.assignedAtMs,
      followsId: assignments.followsId,
      retiredAtMs: assignments.retiredAtMs,
      changes: assignments.changes,
      given: assignments.given,
      editionId: editions.id,
      editionNumber: editions.number,
      sections: editions.sections,
      makeup: editions.makeup,
      arrangementId: arrangements.id,
      arrangementName: arrangements.name,
      title: pieces.title,
    })
    .from(assignments)
    .innerJoin(editions, eq(editions.id, assignments.editionId))
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(and(inArray(assignments.learnerId, [...learnerIds]), ...heldStands))
    .orderBy(desc(assignments.assignedAtMs))
    .all();
  const entries = practiceLog();
  const byId = new Map(rows.map((row) => [row.id, row]));
  return rows
    .filter(({ retiredAtMs }) => retiredAtMs === null)
    .map((row): AssignmentRecord => {
      const chain = chainOf(row, byId);
      const links = chain.map(({ id, editionNumber, sections }) => ({
        number: editionNumber,
        sections: sections?.ok ? sections.value : [],
        entries: entries.get(id) ?? [],
      }));
      const all = joinLinks(links);
      const sections = givenOf(row.given, links[0]!.sections, all);
      return {
        id: row.id,
        learnerId: row.learnerId,
        assignedAtMs: row.assignedAtMs,
        editionId: row.editionId,
        editionNumber: row.editionNumber,
        arrangementId: row.arrangementId,
        arrangementName: row.arrangementName,
        title: row.title,
        sections,
        makeup: makeupOf(row),
        problem: row.sections?.ok
          ? null
          : (row.sections?.message ?? 'This edition cannot be read. Restore a backup to have it again.'),
        changes: row.changes?.ok ? row.changes.value : [],
        entries: all,
        before: chain.slice(1).map((each, index) => ({
          assignmentId: each.id,
          editionId: each.editionId,
          number: each.editionNumber,
          arrangementName: each.arrangementName,
          retiredAtMs: each.retiredAtMs,
          sections: links[index + 1]!.sections,
          makeup: makeupOf(each),
          entries: links[index + 1]!.entries,
        })),
      };
    });
}

/** What a learner has of an edition's sections: those that were handed out, and those that were practised. */
function givenOf(
  given: (typeof assignments.$inferSelect)['given'],
  sections: readonly SectionPrint[],
  entries: readonly PracticeEntry[],
): readonly SectionPrint[] {
  if (!given?.ok) return sections;
  const kept = new Set([...given.value, ...entries.map(({ sectionId }) => sectionId)]);
  return sections.filter(({ id }) => kept.has(id));
}

function makeupOf({ makeup }: Pick<typeof editions.$inferSelect, 'makeup'>): EditionMakeup {
  return makeup?.ok ? makeup.value : USUAL_MAKEUP;
}

/** An assignment and those that it took over, one after another. */
function chainOf<Row extends { readonly id: string; readonly followsId: string | null }>(
  row: Row,
  byId: ReadonlyMap<string, Row>,
): readonly Row[] {
  const chain = [row];
  const seen = new Set([row.id]);
  for (let next = byId.get(row.followsId ?? ''); next && !seen.has(next.id);) {
    chain.push(next);
    seen.add(next.id);
    next = byId.get(next.followsId ?? '');
  }
  return chain;
}

interface Link {
  readonly number: number;
  readonly sections: readonly SectionPrint[];
  readonly entries: readonly PracticeEntry[];
}

/** The entries of the newest edition, with those of the ones before it that still hold. */
function joinLinks([own, ...before]: readonly Link[]): readonly PracticeEntry[] {
  if (!own) return [];
  const carried = before.flatMap(({ entries, sections, number }) =>
    carryEntries(entries, sameSections(sections, own.sections), number),
  );
  return [...carried, ...own.entries].sort((a, b) => a.createdAtMs - b.createdAtMs);
}

/** Titles of the pieces that each learner plays from now. */
export function piecesOfLearners(): ReadonlyMap<string, readonly string[]> {
  const rows = database()
    .select({ learnerId: assignments.learnerId, title: pieces.title, retiredAtMs: assignments.retiredAtMs })
    .from(assignments)
    .innerJoin(editions, eq(editions.id, assignments.editionId))
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(and(...heldStands))
    .orderBy(desc(assignments.assignedAtMs))
    .all();
  const titles = new Map<string, string[]>();
  for (const { learnerId, title, retiredAtMs } of rows)
    if (retiredAtMs === null) titles.set(learnerId, [...(titles.get(learnerId) ?? []), title]);
  return titles;
}

type MarkDetails = keyof typeof PLAIN_MARK;

export interface NewEntry
  extends
    Omit<PracticeEntry, 'createdAtMs' | 'earnedOn' | MarkDetails>,
    Partial<Pick<PracticeEntry, MarkDetails>> {
  readonly assignmentId: string;
  /** When it was marked, where it waited for the network; now where absent. */
  readonly markedAtMs?: number | undefined;
  /** The file of entries that it came in with. */
  readonly importId?: string;
}

/** Marks made longer ago than this did not wait for the network. */
const LONGEST_WAIT_MS = 60 * MS_PER_DAY;
/** A log that is brought in may reach back so far. */
const OLDEST_DAYS = 20 * 366;

export type LogFailure = 'not-found' | 'other-entry' | 'no-sense';

const notSense = (message: string) => ({ ok: false, code: 'no-sense', message }) as const;

/** What two sendings of one mark have in common: all but the clocks. */
const SAME_MARK = [
  ...([
    'assignmentId',
    'sectionId',
    'throughId',
    'stage',
    'kind',
    'tempoBpm',
    'onDay',
    'correctsId',
  ] as const),
  ...(['cleanRuns', 'failedRuns', 'minutes', 'markedBy', 'lessonId'] as const),
  ...(['troubleFrom', 'troubleTo', 'troubleKind', 'troubleHand'] as const),
] as const;

type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

function learnerOfEntry(tx: Tx, entryId: string): string | null {
  return (
    tx
      .select({ learnerId: assignments.learnerId })
      .from(practiceEntries)
      .innerJoin(assignments, eq(assignments.id, practiceEntries.assignmentId))
      .where(eq(practiceEntries.id, entryId))
      .get()?.learnerId ?? null
  );
}

function isInLesson(tx: Tx, lessonId: string, learnerId: string): boolean {
  return (
    tx
      .select({ id: lessons.id })
      .from(lessons)
      .innerJoin(lessonLearners, eq(lessonLearners.lessonId, lessons.id))
      .where(and(eq(lessons.id, lessonId), eq(lessonLearners.learnerId, learnerId), standing.lesson))
      .get() !== undefined
  );
}

/**
 * Appends to the log; entries are never changed or removed. The id is made by the browser: asked twice, it is one entry, and
 * the same id for something else is refused.
 */
export function logEntry(entry: NewEntry, nowMs: number): Outcome<null, LogFailure> {
  return database().transaction((tx): Outcome<null, LogFailure> => {
    const assignment = tx
      .select({ learnerId: assignments.learnerId, sections: editions.sections })
      .from(assignments)
      .innerJoin(editions, eq(editions.id, assignments.editionId))
      .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
      .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
      .innerJoin(learners, eq(learners.id, assignments.learnerId))
      .where(and(eq(assignments.id, entry.assignmentId), standing.learner, ...heldStands))
      .get();
    if (!assignment) return notFound('This piece is no longer with the learner.');
    const sections = assignment.sections?.ok ? assignment.sections.value : [];
    const placeOf = (id: string) => sections.findIndex((section) => section.id === id);
    const from = placeOf(entry.sectionId);
    if (from < 0 || (entry.throughId && placeOf(entry.throughId) <= from))
      return notFound('This edition has no such section.');
    const { markedAtMs, trouble = null, ...own } = { ...PLAIN_MARK, ...entry };
    const today = Math.floor(nowMs / MS_PER_DAY);
    if (own.onDay > today + 1 || own.onDay < today - OLDEST_DAYS)
      return notSense('A mark is of today, or of a day that was: check the date.');
    if (trouble && trouble.to > Math.max(...sections.map(({ to }) => to)))
      return notSense('The trouble lies past the last measure of the music.');
    if (own.correctsId !== null && learnerOfEntry(tx, own.correctsId) !== assignment.learnerId)
      return notFound('The mark that this one corrects is not in the learner’s log.');
    if (own.lessonId !== null && !isInLesson(tx, own.lessonId, assignment.learnerId))
      return notFound('The learner is not in this lesson.');
    const row = {
      ...own,
      troubleFrom: trouble?.from ?? null,
      troubleTo: trouble?.to ?? null,
      troubleKind: trouble?.kind ?? null,
      troubleHand: trouble?.hand ?? null,
      createdAtMs: Math.max(nowMs - LONGEST_WAIT_MS, Math.min(nowMs, markedAtMs ?? nowMs)),
      receivedAtMs: nowMs,
    };
    const known = tx.select().from(practiceEntries).where(eq(practiceEntries.id, entry.id)).get();
    if (known) {
      if (SAME_MARK.every((field) => known[field] === row[field])) return { ok: true, value: null };
      return {
        ok: false,
        code: 'other-entry',
        message: 'Another mark has this name already; mark it again.',
      };
    }
    tx.insert(practiceEntries).values(row).run();
    return { ok: true, value: null };
  });
}
