import Database from 'better-sqlite3';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { found, newLearner, newPiece, NOW_MS, useStudio } from '../../testing/studio';
import { hasPassphrase, setPassphrase } from '../access/passphrase';
import { startSession, isSession } from '../access/sessions';
import { addShareLink, linkOfToken } from '../access/share-links';
import { database } from '../db/client';
import { keepHousekeeping } from '../housekeeping';
import { listLearners } from '../learners';
import { listPieces } from '../pieces';
import { backupFile, backUpToday, letOldestGo, listBackups, makeBackup, removeBackup } from './backups';
import { contentsNow, lookInto, restore } from './restore';

const studio = useStudio();
const copyOf = (name: string) => join(studio.folder(), 'backups', name);

describe('a backup', () => {
  it('is one sound file of a studio that is in use, without who is signed in', async () => {
    newLearner({ name: 'Ida' });
    await setPassphrase('harbour lantern', NOW_MS);
    startSession(NOW_MS);
    found(await makeBackup('by-hand-1.db'));
    expect(readdirSync(join(studio.folder(), 'backups'))).toEqual(['by-hand-1.db']);
    const copy = new Database(copyOf('by-hand-1.db'), { readonly: true });
    expect(copy.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(copy.prepare('SELECT name FROM learners').pluck().all()).toEqual(['Ida']);
    expect(copy.prepare('SELECT count(*) FROM sessions').pluck().get()).toBe(0);
    copy.close();
    expect(found(lookInto(copyOf('by-hand-1.db')))).toEqual(contentsNow());
  });

  it('is made once a day, and the oldest of those made by themselves go', async () => {
    database();
    keepHousekeeping({ backupsKept: 2 });
    await backUpToday(NOW_MS);
    await backUpToday(NOW_MS);
    expect(listBackups().map(({ name }) => name)).toEqual(['daily-2027-01-15.db']);
    for (const [index, name] of ['daily-2027-01-12.db', 'daily-2027-01-13.db', 'by-hand-old.db'].entries()) {
      cpSync(copyOf('daily-2027-01-15.db'), copyOf(name));
      utimesSync(copyOf(name), 1_000 + index, 1_000 + index);
    }
    letOldestGo();
    expect(
      listBackups()
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['by-hand-old.db', 'daily-2027-01-13.db', 'daily-2027-01-15.db']);
  });

  it('is found by its own name only', async () => {
    database();
    found(await makeBackup('one.db'));
    for (const name of ['../key-path.db', '/etc/passwd', 'two.db', '']) expect(backupFile(name)).toBeNull();
    expect(removeBackup('../key-path.db').ok).toBe(false);
    expect(removeBackup('one.db').ok).toBe(true);
  });
});

describe('restoring', () => {
  async function backedUp(): Promise<string> {
    newLearner({ name: 'Then' });
    found(await makeBackup('then.db'));
    newLearner({ name: 'Since' });
    await newPiece();
    return copyOf('then.db');
  }

  it('puts the backup in place, and keeps the present as a copy', async () => {
    const file = await backedUp();
    const { contents, copy } = found(restore(file, NOW_MS));
    expect(contents).toMatchObject({ learners: 1, pieces: 0 });
    expect(listLearners().map(({ name }) => name)).toEqual(['Then']);
    expect(found(lookInto(join(studio.folder(), copy)))).toMatchObject({ learners: 2, pieces: 1 });
    found(restore(join(studio.folder(), copy), NOW_MS + 1));
    expect([listLearners().length, listPieces().length]).toEqual([2, 1]);
    expect(existsSync(join(studio.folder(), 'restoring'))).toBe(false);
  });

  it('keeps the passphrase of today, and lets no old link come alive', async () => {
    const learner = newLearner({ name: 'Then' });
    const { token } = found(addShareLink(learner, { nickname: 'Kit', mayMark: false, days: 300 }, NOW_MS));
    found(await makeBackup('then.db'));
    await setPassphrase('set since then', NOW_MS);
    const session = startSession(NOW_MS);
    found(restore(copyOf('then.db'), NOW_MS));
    expect([hasPassphrase(), isSession(session, NOW_MS), linkOfToken(token, NOW_MS)]).toEqual([
      true,
      true,
      null,
    ]);
  });

  it('refuses what is no studio, and touches nothing', async () => {
    const file = await backedUp();
    const whole = readFileSync(file);
    const make = (name: string, bytes: Uint8Array) => {
      const path = copyOf(name);
      writeFileSync(path, bytes);
      return path;
    };
    const foreign = copyOf('foreign.db');
    const other = new Database(foreign);
    other.exec('CREATE TABLE songs (id)');
    other.close();
    const newer = make('newer.db', whole);
    const changed = new Database(newer);
    changed.exec("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)");
    changed.close();
    const hollow = make('hollow.db', whole);
    const lacking = new Database(hollow);
    lacking.pragma('foreign_keys = OFF');
    lacking.exec('DROP TABLE tasks');
    lacking.close();
    const programmed = make('programmed.db', whole);
    const trigger = new Database(programmed);
    trigger.exec('CREATE TRIGGER t AFTER INSERT ON learners BEGIN DELETE FROM pieces; END');
    trigger.close();
    const cut = make('cut.db', whole);
    truncateSync(cut, Math.floor(whole.length / 2));
    const damaged = Buffer.from(whole);
    for (let at = 8_192; at < damaged.length; at += 4_096) damaged.fill(0xff, at, at + 512);
    for (const path of [
      ...[foreign, newer, hollow, programmed, cut],
      make('damaged.db', damaged),
      make('empty.db', new Uint8Array()),
      make('text.db', new TextEncoder().encode('not a studio')),
    ]) {
      expect([path, restore(path, NOW_MS).ok]).toEqual([path, false]);
      expect(listLearners().map(({ name }) => name)).toEqual(['Since', 'Then']);
    }
    expect(existsSync(join(studio.folder(), 'restoring'))).toBe(false);
  });

  it('waits for nothing that another restoring left behind', async () => {
    const file = await backedUp();
    mkdirSync(join(studio.folder(), 'restoring'));
    writeFileSync(join(studio.folder(), 'restoring', 'key-path.db'), 'broken off');
    found(restore(file, NOW_MS));
    expect(listLearners()).toHaveLength(1);
  });
});
