import { randomBytes, scrypt, scryptSync, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import { promisify } from 'node:util';
import { database } from '../db/client';
import { access, sessions } from '../db/schema';

/** What a passphrase has at least; words that are remembered are longer anyway. */
export const LEAST_PASSPHRASE = 8;
export const MOST_PASSPHRASE = 200;

const KEY_BYTES = 32;
const SALT_BYTES = 16;
/** 32 MB and about a tenth of a second each: guessing is slow, signing in is not. */
const COST: ScryptOptions = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 2 ** 20 };

const derive = promisify<string, Buffer, number, ScryptOptions, Buffer>(scrypt);

/** As it was typed on whatever keyboard: one form of accents, no spaces at its ends. */
const plain = (passphrase: string) => passphrase.normalize('NFKC').trim();

/** Each costs memory: guesses wait for one another. */
let before: Promise<unknown> = Promise.resolve();

function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const mine = before.then(work, work);
  before = mine.catch(() => undefined);
  return mine;
}

function kept() {
  return database().select().from(access).get() ?? null;
}

export function hasPassphrase(): boolean {
  return kept() !== null;
}

/** Is it the studio's passphrase? Takes its time by design. */
export async function isPassphrase(tried: string): Promise<boolean> {
  const own = kept();
  if (!own || tried.length > MOST_PASSPHRASE) return false;
  const key = await inTurn(() => derive(plain(tried), Buffer.from(own.salt, 'hex'), KEY_BYTES, COST));
  return timingSafeEqual(key, Buffer.from(own.hash, 'hex'));
}

/** Sets the studio's passphrase; whoever came in by another must come in anew. */
export async function setPassphrase(passphrase: string, nowMs: number): Promise<void> {
  const salt = randomBytes(SALT_BYTES);
  keep(salt, await inTurn(() => derive(plain(passphrase), salt, KEY_BYTES, COST)), nowMs);
}

/** From now on only this computer, without asking. */
export function removePassphrase(): void {
  database().transaction((tx) => {
    tx.delete(access).run();
    tx.delete(sessions).run();
  });
}

/** The passphrase that the program was started with becomes the studio's, unless it is already. */
export function takePassphraseFromEnvironment(nowMs: number): void {
  const wanted = process.env.KEY_PATH_PASSPHRASE;
  if (!wanted) return;
  const own = kept();
  const isSame =
    own !== null &&
    timingSafeEqual(
      scryptSync(plain(wanted), Buffer.from(own.salt, 'hex'), KEY_BYTES, COST),
      Buffer.from(own.hash, 'hex'),
    );
  if (isSame) return;
  const salt = randomBytes(SALT_BYTES);
  keep(salt, scryptSync(plain(wanted), salt, KEY_BYTES, COST), nowMs);
}

export function isPassphraseFromEnvironment(): boolean {
  return Boolean(process.env.KEY_PATH_PASSPHRASE);
}

function keep(salt: Buffer, key: Buffer, nowMs: number): void {
  database().transaction((tx) => {
    tx.delete(access).run();
    tx.delete(sessions).run();
    tx.insert(access)
      .values({ id: 1, salt: salt.toString('hex'), hash: key.toString('hex'), setAtMs: nowMs })
      .run();
  });
}
