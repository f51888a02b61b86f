import Database from 'better-sqlite3';
import { cpSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { useStudio } from '../../testing/studio';
import { findArrangement } from '../arrangements';
import { findEdition, handOut } from '../editions';
import { findPiece, listPieces } from '../pieces';
import { assignmentsOf } from '../practice';
import { studioRules } from '../settings';
import SAMPLES from '../kept/samples/version-0.json';
import { database } from './client';

const { folder } = useStudio();

const TABLES = [
  'pieces',
  'source_revisions',
  'arrangements',
  'arrangement_history',
  'learners',
  'editions',
  'assignments',
  'practice_entries',
  'studio_settings',
] as const;
/** Migrations that the studio of the samples had. */
const MIGRATIONS_THEN = 3;

type Row = Readonly<Record<string, unknown>>;

/** A studio as an earlier version left it. */
function olderStudio(change: (rows: Record<(typeof TABLES)[number], Row[]>) => void = () => {}): void {
  const migrations = join(folder(), 'migrations');
  cpSync('drizzle', migrations, { recursive: true });
  const journalFile = join(migrations, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(journalFile, 'utf8')) as {
    entries: { tag: string; when: number }[];
  };
  const then = journal.entries.slice(0, MIGRATIONS_THEN);
  const db = new Database(join(folder(), 'key-path.db'));
  for (const { tag } of then)
    for (const statement of readFileSync(join(migrations, `${tag}.sql`), 'utf8').split(
      '--> statement-breakpoint',
    ))
      db.exec(statement);
  db.exec(
    'CREATE TABLE __drizzle_migrations (id INTEGER PRIMARY KEY, hash text NOT NULL, created_at numeric)',
  );
  const applied = db.prepare('INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)');
  for (const { tag, when } of then) applied.run(tag, when);
  const rows = structuredClone(SAMPLES) as unknown as Record<(typeof TABLES)[number], Row[]>;
  change(rows);
  for (const table of TABLES)
    for (const row of rows[table]) {
      const values = { ...row };
      if (table === 'pieces') values['file_bytes'] = Buffer.from(String(row['file_bytes']), 'base64');
      const columns = Object.keys(values);
      db.prepare(`INSERT INTO ${table} (${columns.join()}) VALUES (${columns.map(() => '?').join()})`).run(
        ...Object.values(values),
      );
    }
  db.close();
  writeFileSync(join(folder(), 'opened'), '');
}

const learnerId = SAMPLES.learners[0]!.id;
const [edition] = SAMPLES.editions;

it('an earlier studio is read whole, and what is new of its rows is worked out', () => {
  olderStudio();
  database();
  expect(listPieces()).toMatchObject([{ summary: { ok: true }, arrangements: [{}], learners: [{}] }]);
  expect(findPiece(SAMPLES.pieces[0]!.id)).toMatchObject({ ok: true });
  expect(findArrangement(SAMPLES.arrangements[0]!.id)).toMatchObject({ ok: true });
  expect(studioRules().rules.rungs[0]!.name).toBe('Harbour steps');
  const [assignment] = assignmentsOf([learnerId]);
  expect(assignment!.problem).toBeNull();
  expect(assignment!.sections.map(({ name }) => name)).toEqual(
    JSON.parse(edition!.frozen_json).sections.map(({ name }: { name: string }) => name),
  );
  const row = database().$client.prepare('SELECT fingerprint FROM editions').get() as { fingerprint: string };
  expect(row.fingerprint).toMatch(/^[0-9a-f]{28}$/);
});

it('a learner who had several editions of a piece plays from the newest, which took the others over', () => {
  olderStudio((rows) => {
    const [first] = rows.editions;
    const [given] = rows.assignments;
    rows.editions.push({ ...first!, id: 'e2', number: 2 });
    rows.assignments.push({
      ...given!,
      id: 'a2',
      edition_id: 'e2',
      assigned_at_ms: Number(given!['assigned_at_ms']) + 1,
    });
  });
  const [now, ...others] = assignmentsOf([learnerId]);
  expect(others).toEqual([]);
  expect(now).toMatchObject({ id: 'a2', editionNumber: 2 });
  expect(now!.before.map(({ number }) => number)).toEqual([1]);
});

it('a row that cannot be read is named where it is missed, and the rest goes on', async () => {
  olderStudio((rows) => {
    rows.editions = rows.editions.map((row) => ({ ...row, frozen_json: '{"score":' }));
    rows.arrangements = rows.arrangements.map((row) => ({ ...row, document_json: '{}' }));
  });
  expect(assignmentsOf([learnerId])[0]!.problem).toContain('cannot be read');
  expect(findEdition(edition!.id)).toMatchObject({ ok: false, code: 'not-readable' });
  expect(findArrangement(SAMPLES.arrangements[0]!.id)).toMatchObject({ ok: false, code: 'not-readable' });
  expect(await handOut(SAMPLES.arrangements[0]!.id, learnerId, 1)).toMatchObject({ code: 'not-readable' });
  expect(listPieces()).toHaveLength(1);
});
