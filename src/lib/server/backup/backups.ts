import { spawn } from 'node:child_process';
import { readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from '../db/client';
import { isDemo } from '../demo/demo-studio';
import { readHousekeeping } from '../housekeeping';
import { log } from '../log';
import { notFound, type Outcome } from '../outcome';

export interface Backup {
  readonly name: string;
  readonly sizeBytes: number;
  readonly madeAtMs: number;
  /** Made by itself: only of these the oldest go. */
  readonly isDaily: boolean;
}

const DAILY = /^daily-\d{4}-\d\d-\d\d\.db$/;
const NAME = /^[\w-]+\.db$/;
const LOOKED_EVERY_MS = 10 * 60_000;

export function backupFolder(): string {
  return join(dataFolder(), 'backups');
}

/** Where a backup lies, if there is one of this name. */
export function backupFile(name: string): string | null {
  return listBackups().some((each) => each.name === name) ? join(backupFolder(), name) : null;
}

/** Copies in the studio's own folder of backups, the newest first. */
export function listBackups(): readonly Backup[] {
  let names: readonly string[];
  try {
    names = readdirSync(backupFolder());
  } catch {
    // None was made yet.
    return [];
  }
  return names
    .filter((name) => NAME.test(name))
    .map((name): Backup => {
      const { size, mtimeMs } = statSync(join(backupFolder(), name));
      return { name, sizeBytes: size, madeAtMs: mtimeMs, isDaily: DAILY.test(name) };
    })
    .sort((a, b) => b.madeAtMs - a.madeAtMs);
}

/** Makes a backup under a name, by a program of its own, so that nobody waits for it. */
export function makeBackup(name: string): Promise<Outcome<string, 'not-made'>> {
  const file = join(backupFolder(), name);
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ['scripts/backup.mjs', file], {
      env: {
        ...process.env,
        KEY_PATH_DATA: dataFolder(),
        KEY_PATH_BUILD: process.env.KEY_PATH_BUILD ?? 'dev',
      },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr.on('data', (text: Buffer) => (said += text.toString()));
    child.once('error', (fault) => resolve({ ok: false, code: 'not-made', message: fault.message }));
    child.once('close', (code) =>
      resolve(
        code === 0
          ? { ok: true, value: name }
          : { ok: false, code: 'not-made', message: said.trim() || 'The backup was not made.' },
      ),
    );
  });
}

/** The name of a backup that is made by hand. */
export function backupName(nowMs: number): string {
  return `by-hand-${new Date(nowMs).toISOString().slice(0, 19).replaceAll(':', '-')}.db`;
}

export function removeBackup(name: string): Outcome<null> {
  const file = backupFile(name);
  if (!file) return notFound('This backup is not there any more.');
  rmSync(file);
  return { ok: true, value: null };
}

/** Makes the backup of the day, unless it is there, and lets the oldest go; the demo studio is nobody's day. */
export async function backUpToday(nowMs: number): Promise<void> {
  if (isDemo()) return;
  const name = `daily-${new Date(nowMs).toISOString().slice(0, 10)}.db`;
  if (backupFile(name)) return;
  const made = await makeBackup(name);
  if (!made.ok) {
    log.error({ msg: 'the daily backup was not made', reason: made.message });
    return;
  }
  letOldestGo();
}

/** Daily backups beyond the number that is kept go, the oldest first. */
export function letOldestGo(): void {
  const daily = listBackups().filter(({ isDaily }) => isDaily);
  for (const { name } of daily.slice(readHousekeeping().backupsKept)) removeBackup(name);
}

/** Each day, by itself: soon after the start, and then whenever a new day has come. */
export function backUpDaily(): () => void {
  const look = () => void backUpToday(Date.now());
  const first = setTimeout(look, 30_000);
  const timer = setInterval(look, LOOKED_EVERY_MS);
  first.unref();
  timer.unref();
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
