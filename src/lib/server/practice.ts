import { asc, desc, eq } from 'drizzle-orm';
import { nextStep, standingStamps, type NextStep, type PracticeEntry } from '../core/practice/register';
import type { StageId } from '../core/practice/stages.data';
import { database } from './db/client';
import { assignments, practiceEntries } from './db/schema';
import { findEdition, type EditionRecord } from './editions';
import type { Outcome } from './outcome';

export interface AssignmentRecord {
  readonly id: string;
  readonly learnerId: string;
  readonly assignedAtMs: number;
  readonly edition: EditionRecord;
  readonly entries: readonly PracticeEntry[];
  readonly next: NextStep | null;
}

export function assignmentsOf(learnerId: string): readonly AssignmentRecord[] {
  return database()
    .select()
    .from(assignments)
    .where(eq(assignments.learnerId, learnerId))
    .orderBy(desc(assignments.assignedAtMs))
    .all()
    .flatMap((row) => {
      const edition = findEdition(row.editionId);
      if (!edition) return [];
      const entries = entriesOf(row.id);
      return {
        id: row.id,
        learnerId,
        assignedAtMs: row.assignedAtMs,
        edition,
        entries,
        next: nextStep(edition.frozen.sections, standingStamps(entries)),
      };
    });
}

function entriesOf(assignmentId: string): readonly PracticeEntry[] {
  return database()
    .select()
    .from(practiceEntries)
    .where(eq(practiceEntries.assignmentId, assignmentId))
    .orderBy(asc(practiceEntries.createdAtMs), asc(practiceEntries.id))
    .all()
    .map((row): PracticeEntry => ({
      id: row.id,
      sectionId: row.sectionId,
      stage: row.stage as StageId,
      kind: row.kind === 'withdrawn' ? 'withdrawn' : 'passed',
      tempoBpm: row.tempoBpm,
      onDay: row.onDay,
      correctsId: row.correctsId,
      createdAtMs: row.createdAtMs,
    }));
}

export interface NewEntry {
  /** Made by the browser, so that a repeated request is the same entry. */
  readonly id: string;
  readonly assignmentId: string;
  readonly sectionId: string;
  readonly stage: StageId;
  readonly kind: 'passed' | 'withdrawn';
  readonly tempoBpm: number | null;
  readonly onDay: number;
  readonly correctsId: string | null;
}

/** Appends to the log; entries are never changed or removed. */
export function logEntry(entry: NewEntry, nowMs: number): Outcome<null> {
  return database().transaction((tx): Outcome<null> => {
    const assignment = tx.select().from(assignments).where(eq(assignments.id, entry.assignmentId)).get();
    const edition = assignment && findEdition(assignment.editionId);
    if (!edition)
      return { ok: false, code: 'not-found', message: 'This piece is no longer with the learner.' };
    if (!edition.frozen.sections.some((section) => section.id === entry.sectionId)) {
      return { ok: false, code: 'not-found', message: 'This edition has no such section.' };
    }
    tx.insert(practiceEntries)
      .values({ ...entry, createdAtMs: nowMs })
      .onConflictDoNothing()
      .run();
    return { ok: true, value: null };
  });
}
