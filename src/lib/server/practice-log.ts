import type Database from 'better-sqlite3';
import type { EntryTrouble, PracticeEntry } from '../core/practice/register';
import { database } from './db/client';

type EntryRow = readonly [
  rowid: number,
  assignmentId: string,
  id: PracticeEntry['id'],
  sectionId: string,
  stage: PracticeEntry['stage'],
  kind: PracticeEntry['kind'],
  tempoBpm: number | null,
  onDay: number,
  correctsId: string | null,
  createdAtMs: number,
  cleanRuns: number,
  failedRuns: number,
  minutes: number | null,
  markedBy: PracticeEntry['markedBy'],
  lessonId: string | null,
  troubleFrom: number | null,
  troubleTo: number | null,
  troubleKind: EntryTrouble['kind'] | null,
  troubleHand: EntryTrouble['hand'],
  throughId: string | null,
  importId: string | null,
];

interface Read {
  /** Files of entries that were deleted: their entries are left out. */
  readonly withoutImports: string;
  readonly byAssignment: Map<string, PracticeEntry[]>;
  count: number;
  last: number;
}

const logs = new WeakMap<Database.Database, Read>();

/**
 * The whole log by assignment, the oldest entry first. It is only ever appended to, so what was read is kept, and of a log
 * of tens of thousands of entries only the new ones are read again.
 */
export function practiceLog(): ReadonlyMap<string, readonly PracticeEntry[]> {
  const { $client } = database();
  const [count, last, withoutImports] = $client
    .prepare(
      `SELECT count(*), coalesce(max(rowid), 0),
              (SELECT coalesce(group_concat(id), '') FROM log_imports WHERE deletion_id IS NOT NULL)
       FROM practice_entries`,
    )
    .raw()
    .get() as [number, number, string];
  const known = logs.get($client);
  const isAlike = known?.withoutImports === withoutImports;
  if (isAlike && known.count === count && known.last === last) return known.byAssignment;
  const isGrown = isAlike && count > known.count && last > known.last;
  const read = isGrown
    ? known
    : { withoutImports, byAssignment: new Map<string, PracticeEntry[]>(), count: 0, last: 0 };
  const rows = $client
    .prepare(
      `SELECT rowid, assignment_id, id, section_id, stage, kind, tempo_bpm, on_day, corrects_id, created_at_ms,
              clean_runs, failed_runs, minutes, marked_by, lesson_id, trouble_from, trouble_to, trouble_kind, trouble_hand, through_id,
              import_id
       FROM practice_entries WHERE rowid > ? ORDER BY rowid`,
    )
    .raw()
    .all(read.last) as readonly EntryRow[];
  const touched = new Set<PracticeEntry[]>();
  const left = new Set(withoutImports.split(','));
  for (const row of rows) {
    if (row[20] !== null && left.has(row[20])) continue;
    const own = read.byAssignment.get(row[1]) ?? [];
    read.byAssignment.set(row[1], own);
    own.push(entryOf(row));
    touched.add(own);
  }
  for (const own of touched) own.sort((a, b) => a.createdAtMs - b.createdAtMs || (a.id < b.id ? -1 : 1));
  read.count += rows.length;
  read.last = rows.at(-1)?.[0] ?? read.last;
  // Entries that went meanwhile (a learner erased) leave another count: then all of it is read anew.
  if (read.count !== count) {
    logs.delete($client);
    return practiceLog();
  }
  logs.set($client, read);
  return read.byAssignment;
}

function entryOf(row: EntryRow): PracticeEntry {
  const [, , id, sectionId, stage, kind, tempoBpm, onDay, correctsId, createdAtMs, ...mark] = row;
  const [cleanRuns, failedRuns, minutes, markedBy, lessonId, from, to, troubleKind, hand, throughId] = mark;
  const trouble =
    from !== null && to !== null && troubleKind !== null ? { from, to, kind: troubleKind, hand } : null;
  return {
    ...{ id, sectionId, stage, kind, tempoBpm, onDay, correctsId, createdAtMs },
    ...{ cleanRuns, failedRuns, minutes, markedBy, lessonId, throughId, trouble },
  };
}
