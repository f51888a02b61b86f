import Database from 'better-sqlite3';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDatabase } from './open-database';
import { StartFault } from './start-fault';

let folder = '';
let file = '';
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'key-path-open-'));
  file = join(folder, 'key-path.db');
});
afterEach(() => rmSync(folder, { recursive: true }));

function opened(): void {
  openDatabase(folder).sqlite.close();
}

/** Opens and says why it could not. */
function faultOf(): string {
  try {
    opened();
  } catch (fault) {
    if (fault instanceof StartFault) return fault.message;
    throw fault;
  }
  throw new Error('It was opened.');
}

function change(sql: string): void {
  const raw = new Database(file);
  raw.exec(sql);
  raw.close();
}

describe('opening the studio', () => {
  it('makes a new one, for its owner alone, and opens it again', () => {
    opened();
    opened();
    expect(statSync(file).mode & 0o777).toBe(0o600);
    const raw = new Database(file, { readonly: true });
    expect(raw.pragma('application_id', { simple: true })).toBe(0x4b507468);
    raw.close();
  });

  it.each([
    ['empty', () => writeFileSync(file, ''), 'is empty'],
    ['no database', () => writeFileSync(file, 'dear diary, '.repeat(500)), 'not a database of Key Path'],
    ['of another program', () => change('CREATE TABLE songs (name text)'), 'another program'],
    ['marked by another program', () => change('PRAGMA application_id = 7'), 'another program'],
  ])('leaves a file alone that is %s, and says what to do', (_, make, words) => {
    make();
    const before = readFileSync(file);
    const message = faultOf();
    expect(message).toContain(file);
    expect(message).toContain(words);
    expect(readFileSync(file).equals(before)).toBe(true);
  });

  it('leaves a damaged one alone', () => {
    opened();
    const bytes = readFileSync(file);
    bytes.fill(0x5a, 4096, bytes.length - 4096);
    writeFileSync(file, bytes);
    expect(faultOf()).toContain('is damaged');
    expect(readFileSync(file).equals(bytes)).toBe(true);
  });

  it('leaves one of a newer program alone', () => {
    opened();
    change("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('next', 9999999999999)");
    expect(faultOf()).toContain('newer Key Path');
  });

  it('says so when the file must not be written', () => {
    opened();
    chmodSync(file, 0o444);
    expect(faultOf()).toContain('cannot be written');
  });

  it('says so when another program holds it', () => {
    opened();
    const other = new Database(file);
    other.exec('BEGIN EXCLUSIVE');
    expect(faultOf()).toContain('in use by another program');
    other.close();
  });

  it('says so when its folder cannot be made', () => {
    writeFileSync(join(folder, 'a-file'), '');
    expect(() => openDatabase(join(folder, 'a-file', 'data'))).toThrow(/cannot be made/);
  });

  it('changes nothing where the copy before a migration, or the migration, cannot be made', () => {
    opened();
    const last = '(SELECT max(created_at) FROM __drizzle_migrations)';
    change(`DELETE FROM __drizzle_migrations WHERE created_at = ${last}; PRAGMA wal_checkpoint(TRUNCATE)`);
    const raw = new Database(file, { readonly: true });
    const step = (raw.prepare('SELECT count(*) FROM __drizzle_migrations').pluck().get() as number) + 1;
    raw.close();
    const copy = join(folder, `before-migration-${step}.db`);
    // Something stands where the copy is to be written.
    mkdirSync(`${copy}.unfinished`);
    expect(faultOf()).toContain('Nothing was changed');
    expect(existsSync(copy)).toBe(false);
    rmdirSync(`${copy}.unfinished`);
    // The tables of the last step are there already, so that it fails.
    expect(faultOf()).toContain('could not be brought up to this version');
    expect(statSync(copy).mode & 0o777).toBe(0o600);
  });
});
