import { fork, type ChildProcess } from 'node:child_process';
import { existsSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { contentsNow, restore } from '../backup/restore';
import { dataFolder } from '../db/client';
import { log } from '../log';
import type { Outcome } from '../outcome';

/** Whether the demo studio stands in place of the studio, and how far its making is. */
export type DemoState =
  | { readonly kind: 'none' | 'here' }
  | { readonly kind: 'making'; readonly done: number; readonly of: number }
  | { readonly kind: 'failed'; readonly message: string };

/** The program that makes it, built beside the server. */
const MAKER = 'build/work/demo.js';
const MAKING = 'demo-in-the-making';
/** The teacher's own studio, while the demo studio stands in its place. */
const OWN = 'own-studio.db';

const progress = z.object({ done: z.number(), of: z.number() });

let making: { readonly child: ChildProcess; done: number; of: number } | null = null;
let fault: string | null = null;

export function isDemo(): boolean {
  return existsSync(join(dataFolder(), OWN));
}

export function demoState(): DemoState {
  if (making) return { kind: 'making', done: making.done, of: making.of };
  if (isDemo()) return { kind: 'here' };
  return fault === null ? { kind: 'none' } : { kind: 'failed', message: fault };
}

/** Nobody's work may be covered by the demo studio, so only an empty one makes room for it. */
export function isStudioEmpty(): boolean {
  const { learners, pieces, lessons } = contentsNow();
  return learners + pieces + lessons === 0;
}

/** Begins to make the demo studio beside the own one, in a program of its own; it is put in place when it is whole. */
export function lookRound(): Outcome<null, 'not-empty'> {
  if (making || isDemo()) return { ok: true, value: null };
  if (!isStudioEmpty())
    return {
      ok: false,
      code: 'not-empty',
      message: 'The demo studio is shown in place of an empty studio only. Yours has work in it.',
    };
  const folder = join(dataFolder(), MAKING);
  rmSync(folder, { recursive: true, force: true });
  const child = fork(MAKER, {
    env: { ...process.env, KEY_PATH_DATA: folder },
    stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
    execArgv: [],
  });
  const own = { child, done: 0, of: 1 };
  making = own;
  fault = null;
  let said = '';
  child.stderr?.on('data', (text: Buffer) => (said += text.toString()));
  child.on('message', (message) => Object.assign(own, progress.safeParse(message).data));
  child.once('error', (cause) => (said += cause.message));
  child.once('close', (code) => {
    making = null;
    if (code === 0) fault = putInPlace(join(folder, 'key-path.db'));
    else if (!child.killed) {
      log.error({ msg: 'the demo studio was not made', reason: said.trim() });
      fault = 'The demo studio could not be made. Your own studio is as it was.';
    }
    rmSync(folder, { recursive: true, force: true });
  });
  return { ok: true, value: null };
}

/** What is wrong, in words, where the demo studio could not be put in place. */
function putInPlace(file: string): string | null {
  // Something may have been added in another window meanwhile.
  if (!isStudioEmpty())
    return 'Your studio is not empty any more, so the demo studio was not put in its place.';
  const restored = restore(file, Date.now());
  if (!restored.ok) return restored.message;
  try {
    renameSync(join(dataFolder(), restored.value.copy), join(dataFolder(), OWN));
  } catch (cause) {
    log.error({ msg: 'the own studio could not be set aside', reason: String(cause) });
    return `Your own studio is kept as ${restored.value.copy} in the folder of the data.`;
  }
  return null;
}

export function stopMaking(): void {
  making?.child.kill();
}

/** Puts the own studio back; the demo studio goes, with what was tried in it. */
export function leaveDemo(): Outcome<null, 'not-a-studio' | 'not-restored'> {
  if (!isDemo()) return { ok: true, value: null };
  const own = join(dataFolder(), OWN);
  const restored = restore(own, Date.now());
  if (!restored.ok) return restored;
  rmSync(join(dataFolder(), restored.value.copy), { force: true });
  rmSync(own, { force: true });
  return { ok: true, value: null };
}
