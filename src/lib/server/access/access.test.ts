import { describe, expect, it } from 'vitest';
import { newLearner, NOW_MS, found, useStudio } from '../../testing/studio';
import { deleteRecord, takeBack } from '../records/deletions';
import { archiveRecord } from '../records/records';
import {
  hasPassphrase,
  isPassphrase,
  removePassphrase,
  setPassphrase,
  takePassphraseFromEnvironment,
} from './passphrase';
import { endAllSessions, endSession, isSession, startSession } from './sessions';
import { addShareLink, linkOfToken, shareLinksOf, withdrawShareLink } from './share-links';
import { SlowDown } from './slow-down';
import { database } from '../db/client';
import { mayAsk, pathForLog } from './who';

useStudio();
const DAY = 86_400_000;

describe('the passphrase', () => {
  it('is known again, in whatever form its accents were typed, and nothing else is', async () => {
    await setPassphrase('Hafenlaterne größer', NOW_MS);
    expect(await isPassphrase(' Hafenlaterne gro\u0308ßer'.normalize('NFC'))).toBe(true);
    expect(await isPassphrase('Hafenlaterne grösser')).toBe(false);
    expect(await isPassphrase('')).toBe(false);
    expect(await isPassphrase('x'.repeat(100_000))).toBe(false);
  });

  it('is kept so that it cannot be read', async () => {
    await setPassphrase('harbour lantern', NOW_MS);
    const row = JSON.stringify(database().$client.prepare('SELECT * FROM access').all());
    expect(row).not.toContain('harbour');
    expect(row).not.toContain(Buffer.from('harbour lantern').toString('hex'));
  });

  it('sends every browser out when it changes, and when it goes', async () => {
    await setPassphrase('the first one', NOW_MS);
    const token = startSession(NOW_MS);
    await setPassphrase('the second one', NOW_MS);
    expect(isSession(token, NOW_MS)).toBe(false);
    const next = startSession(NOW_MS);
    removePassphrase();
    expect([hasPassphrase(), isSession(next, NOW_MS)]).toEqual([false, false]);
  });

  it('comes from the environment, and sends nobody out while it is the same', async () => {
    process.env.KEY_PATH_PASSPHRASE = 'from outside';
    try {
      takePassphraseFromEnvironment(NOW_MS);
      const token = startSession(NOW_MS);
      takePassphraseFromEnvironment(NOW_MS + 1);
      expect(isSession(token, NOW_MS)).toBe(true);
      process.env.KEY_PATH_PASSPHRASE = 'another from outside';
      takePassphraseFromEnvironment(NOW_MS + 2);
      expect(isSession(token, NOW_MS)).toBe(false);
      expect(await isPassphrase('another from outside')).toBe(true);
    } finally {
      delete process.env.KEY_PATH_PASSPHRASE;
    }
  });
});

describe('sessions', () => {
  it('age out: a month without a visit, three months at most', () => {
    const token = startSession(NOW_MS);
    expect(isSession(token, NOW_MS + 29 * DAY)).toBe(true);
    expect(isSession(token, NOW_MS + 58 * DAY)).toBe(true);
    expect(isSession(token, NOW_MS + 87 * DAY)).toBe(true);
    expect(isSession(token, NOW_MS + 91 * DAY)).toBe(false);
    const idle = startSession(NOW_MS);
    expect(isSession(idle, NOW_MS + 31 * DAY)).toBe(false);
  });

  it('end one by one, and all at once', () => {
    const [a, b, c] = [startSession(NOW_MS), startSession(NOW_MS), startSession(NOW_MS)];
    endSession(a);
    expect([a, b, c].map((token) => isSession(token, NOW_MS))).toEqual([false, true, true]);
    endAllSessions();
    expect([b, c].some((token) => isSession(token, NOW_MS))).toBe(false);
    expect(isSession('no token', NOW_MS)).toBe(false);
  });
});

describe('slowing guesses down', () => {
  it('lets a few through, then doubles the wait, and forgets with the right one', () => {
    const tries = new SlowDown(3, null);
    for (let at = 0; at < 3; at += 1) {
      expect(tries.waitMs('a', at)).toBe(0);
      tries.begin('a', at);
    }
    expect(tries.waitMs('a', 2)).toBe(2_000);
    expect(tries.waitMs('b', 2)).toBe(0);
    tries.begin('a', 3_000);
    expect(tries.waitMs('a', 3_000)).toBe(4_000);
    tries.begin('a', 8_000);
    expect(tries.waitMs('a', 8_000)).toBe(8_000);
    tries.right('a');
    expect(tries.waitMs('a', 8_000)).toBe(0);
  });

  it('is no faster from many addresses', () => {
    const tries = new SlowDown(2, new SlowDown(10, null));
    for (let at = 0; at < 10; at += 1) tries.begin(`10.0.0.${at}`, at);
    expect(tries.waitMs('10.0.0.99', 10)).toBeGreaterThan(0);
  });

  it('grows to minutes, not for ever, and forgets in an hour', () => {
    const tries = new SlowDown(1, null);
    for (let at = 0; at < 60; at += 1) tries.begin('a', at);
    expect(tries.waitMs('a', 60)).toBeLessThanOrEqual(5 * 60_000);
    tries.begin('b', 2 * 60 * 60_000);
    expect(tries.waitMs('a', 2 * 60 * 60_000)).toBe(0);
  });
});

describe('a learner’s link', () => {
  const wanted = { nickname: 'Kit', mayMark: false, days: 30 };

  it('opens one learner’s own, until it is over or withdrawn', () => {
    const learner = newLearner();
    const { token, id } = found(addShareLink(learner, wanted, NOW_MS));
    expect(linkOfToken(token, NOW_MS)).toMatchObject({ learnerId: learner, nickname: 'Kit', mayMark: false });
    expect(linkOfToken(token, NOW_MS + 30 * DAY)).toBeNull();
    expect(linkOfToken(`${token}x`, NOW_MS)).toBeNull();
    expect(withdrawShareLink(newLearner(), id, NOW_MS).ok).toBe(false);
    found(withdrawShareLink(learner, id, NOW_MS));
    expect(linkOfToken(token, NOW_MS)).toBeNull();
    expect(withdrawShareLink(learner, id, NOW_MS).ok).toBe(false);
  });

  it('is a secret: 128 random bits, of which only a hash is kept', () => {
    const learner = newLearner();
    const { token } = found(addShareLink(learner, wanted, NOW_MS));
    expect(Buffer.from(token, 'base64url')).toHaveLength(16);
    const rows = JSON.stringify(database().$client.prepare('SELECT * FROM share_links').all());
    expect(rows).not.toContain(token);
    expect(JSON.stringify(shareLinksOf(learner))).not.toContain('Hash');
  });

  it('rests while the learner is in the archive, and stays withdrawn when a deleted learner comes back', () => {
    const learner = newLearner();
    const { token } = found(addShareLink(learner, wanted, NOW_MS));
    found(archiveRecord('learner', learner, true, NOW_MS));
    expect(linkOfToken(token, NOW_MS)).toBeNull();
    found(archiveRecord('learner', learner, false, NOW_MS));
    expect(linkOfToken(token, NOW_MS)).not.toBeNull();
    const deletion = found(deleteRecord('learner', learner, NOW_MS));
    expect(linkOfToken(token, NOW_MS)).toBeNull();
    found(takeBack(deletion.id));
    expect(linkOfToken(token, NOW_MS)).toBeNull();
  });
});

describe('who may ask for what', () => {
  const learner = {
    kind: 'learner',
    link: { id: 'l', learnerId: 'x', nickname: 'Kit', mayMark: true, expiresAtMs: 0 },
  } as const;

  it('gives the teacher’s routes to the teacher alone, the learner’s to the learner alone', () => {
    expect(mayAsk('/learners/[id]', { kind: 'teacher' })).toBe(true);
    expect(mayAsk('/learners/[id]', learner)).toBe(false);
    expect(mayAsk('/learners/[id]', { kind: 'nobody' })).toBe(false);
    expect(mayAsk('/stand', learner)).toBe(true);
    expect(mayAsk('/stand', { kind: 'teacher' })).toBe(false);
    expect(mayAsk('/sign-in', { kind: 'nobody' })).toBe(true);
    // A route that nobody thought of is the teacher's.
    expect(mayAsk('/some/new/route', learner)).toBe(false);
    expect(mayAsk(null, { kind: 'nobody' })).toBe(false);
  });

  it('keeps tokens out of the log', () => {
    expect(pathForLog('/l/secret')).toBe('/l/…');
    expect(pathForLog('/l/secret/more')).toBe('/l/…');
    expect(pathForLog('/learners/1')).toBe('/learners/1');
  });
});
