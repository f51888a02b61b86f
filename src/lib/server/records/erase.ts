import { readdirSync } from 'node:fs';
import type Database from 'better-sqlite3';
import { listBackups } from '../backup/backups';
import { dataFolder, database } from '../db/client';
import { overdue, type Deletion } from './deletions';
import type { RecordKind } from './records';
import { notFound, type Outcome } from '../outcome';

/** Statements that take a record out with all that belongs to it, the deepest first. `:id` is the record. */
const ASSIGNMENTS_OF = (editions: string) => `SELECT id FROM assignments WHERE edition_id IN (${editions})`;

function heldRows(assignments: string): readonly string[] {
  return [
    `DELETE FROM goals WHERE assignment_id IN (${assignments})`,
    `UPDATE tasks SET assignment_id = NULL WHERE assignment_id IN (${assignments})`,
    `DELETE FROM practice_entries WHERE assignment_id IN (${assignments})`,
    `UPDATE assignments SET follows_id = NULL WHERE follows_id IN (${assignments})`,
    `DELETE FROM assignments WHERE id IN (${assignments})`,
  ];
}

function editionRows(editions: string): readonly string[] {
  return [
    ...heldRows(ASSIGNMENTS_OF(editions)),
    `DELETE FROM takes WHERE edition_id IN (${editions})`,
    `DELETE FROM engraved_lines WHERE EXISTS (SELECT 1 FROM editions WHERE id IN (${editions}) AND (subject = 'edition/' || id OR subject LIKE 'edition/' || id || '/%'))`,
    `DELETE FROM editions WHERE id IN (${editions})`,
  ];
}

function arrangementRows(arrangements: string): readonly string[] {
  return [
    ...editionRows(`SELECT id FROM editions WHERE arrangement_id IN (${arrangements})`),
    `DELETE FROM engraved_lines WHERE subject IN (SELECT 'arrangement/' || id FROM arrangements WHERE id IN (${arrangements}))`,
    `DELETE FROM arrangement_history WHERE arrangement_id IN (${arrangements})`,
    `DELETE FROM arrangements WHERE id IN (${arrangements})`,
  ];
}

/** Lessons that had nobody but the learner go with the learner. */
const LESSONS_ALONE = `SELECT lesson_id FROM lesson_learners GROUP BY lesson_id
                       HAVING count(*) = 1 AND max(learner_id) = :id`;

const ROWS: Readonly<Record<RecordKind, readonly string[]>> = {
  piece: [
    ...arrangementRows('SELECT id FROM arrangements WHERE piece_id = :id'),
    "DELETE FROM engraved_lines WHERE subject = 'piece/' || :id",
    'DELETE FROM source_revisions WHERE piece_id = :id',
    'DELETE FROM pieces WHERE id = :id',
  ],
  arrangement: arrangementRows('SELECT :id'),
  edition: editionRows('SELECT :id'),
  learner: [
    'DELETE FROM tasks WHERE learner_id = :id',
    ...heldRows('SELECT id FROM assignments WHERE learner_id = :id'),
    'DELETE FROM goals WHERE learner_id = :id',
    `UPDATE practice_entries SET lesson_id = NULL WHERE lesson_id IN (${LESSONS_ALONE})`,
    `CREATE TEMP TABLE lessons_alone AS ${LESSONS_ALONE}`,
    'DELETE FROM lesson_learners WHERE learner_id = :id',
    'DELETE FROM lessons WHERE id IN (SELECT lesson_id FROM lessons_alone)',
    'DROP TABLE lessons_alone',
    'DELETE FROM lesson_slot_learners WHERE learner_id = :id',
    'DELETE FROM lesson_slots WHERE id NOT IN (SELECT slot_id FROM lesson_slot_learners)',
    'DELETE FROM takes WHERE learner_id = :id',
    'DELETE FROM messages WHERE learner_id = :id',
    'DELETE FROM requests WHERE learner_id = :id',
    // Pages that were printed bear the name.
    "DELETE FROM engraved_lines WHERE subject LIKE 'edition/%/for/' || :id || '/%'",
    'DELETE FROM share_links WHERE learner_id = :id',
    'DELETE FROM log_imports WHERE learner_id = :id',
    'DELETE FROM learners WHERE id = :id',
  ],
  lesson: [
    'DELETE FROM tasks WHERE lesson_id = :id',
    'UPDATE practice_entries SET lesson_id = NULL WHERE lesson_id = :id',
    'DELETE FROM lesson_learners WHERE lesson_id = :id',
    'DELETE FROM lessons WHERE id = :id',
  ],
  import: ['DELETE FROM practice_entries WHERE import_id = :id', 'DELETE FROM log_imports WHERE id = :id'],
};

/**
 * Takes deleted records out of the database for good: their bytes are overwritten, the journal is emptied and the file rewritten, so
 * that no copy is left but in backups, which are named.
 */
export function erase(deletionIds: readonly string[]): Outcome<{ readonly copies: readonly string[] }> {
  const { $client } = database();
  const found = deletionIds.flatMap((id) => {
    const row = $client
      .prepare('SELECT id, kind, subject_id AS subjectId FROM deletions WHERE id = ?')
      .get(id);
    return row ? [row as Pick<Deletion, 'id' | 'kind' | 'subjectId'>] : [];
  });
  if (found.length === 0) return notFound('This was taken back already, or erased.');
  $client.transaction(() => {
    for (const deletion of found) eraseRecord($client, deletion);
    // What was worked out of the records is no longer needed.
    $client.exec('DELETE FROM prints');
  })();
  $client.pragma('wal_checkpoint(TRUNCATE)');
  $client.exec('VACUUM');
  $client.pragma('wal_checkpoint(TRUNCATE)');
  return { ok: true, value: { copies: copiesKept() } };
}

function eraseRecord(
  $client: Database.Database,
  { id, kind, subjectId }: Pick<Deletion, 'id' | 'kind' | 'subjectId'>,
): void {
  // Records below it that were deleted by themselves go with it: first their marks, then the rows.
  const below = $client
    .prepare(
      'SELECT DISTINCT deletion_id FROM (' +
        BELOW +
        ') WHERE deletion_id IS NOT NULL AND deletion_id <> :deletion',
    )
    .pluck()
    .all({ id: subjectId, deletion: id }) as string[];
  for (const sql of ROWS[kind]) {
    const statement = $client.prepare(sql);
    if (sql.includes(':id')) statement.run({ id: subjectId });
    else statement.run();
  }
  for (const each of [id, ...below]) $client.prepare('DELETE FROM deletions WHERE id = ?').run(each);
}

/** Marks of what belongs to a record of any kind. */
const BELOW = `
  SELECT deletion_id FROM arrangements WHERE piece_id = :id
  UNION SELECT e.deletion_id FROM editions e JOIN arrangements a ON a.id = e.arrangement_id
        WHERE a.piece_id = :id OR a.id = :id
  UNION SELECT deletion_id FROM log_imports WHERE learner_id = :id`;

/** Erases what was deleted longer ago than it is kept. */
export function eraseOverdue(nowMs: number): void {
  const ids = overdue(nowMs).map(({ id }) => id);
  if (ids.length > 0) erase(ids);
}

/** Copies of the database that stand beside it, and may hold what was erased. */
export function copiesKept(): readonly string[] {
  const beside = readdirSync(dataFolder()).filter((name) => /^before-.*\.db$/.test(name));
  return [...beside.sort(), ...listBackups().map(({ name }) => `backups/${name}`)];
}
