import Database from 'better-sqlite3';
import { expect, it } from 'vitest';
import { diskFault } from './disk-fault';

const sqlite = (code: string) => new Database.SqliteError('said by the database', code);

it.each([
  ['SQLITE_FULL', 'disk is full'],
  ['SQLITE_READONLY_DIRECTORY', 'cannot be written'],
  ['SQLITE_IOERR_WRITE', 'reports an error'],
  ['SQLITE_BUSY', 'Another program'],
])('%s has words of its own, wrapped or not', (code, words) => {
  expect(diskFault(sqlite(code))).toContain(words);
  expect(diskFault(new Error('query failed', { cause: sqlite(code) }))).toContain(words);
});

it('says nothing of other faults', () => {
  expect(diskFault(new Error('broken'))).toBeNull();
  expect(diskFault(sqlite('SQLITE_CONSTRAINT'))).toBeNull();
  expect(diskFault('broken')).toBeNull();
});

it('knows a full disk as the database tells it', () => {
  const db = new Database(':memory:');
  db.exec('CREATE TABLE notes (text)');
  db.pragma('max_page_count = 3');
  const fill = db.prepare('INSERT INTO notes VALUES (zeroblob(100000))');
  let fault: unknown = null;
  try {
    fill.run();
  } catch (each) {
    fault = each;
  }
  expect(diskFault(fault)).toContain('disk is full');
});
