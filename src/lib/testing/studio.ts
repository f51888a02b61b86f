import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach } from 'vitest';
import { recipeStep } from '../core/document/steps';
import type { Recipe } from '../core/document/recipe';
import { createArrangement, findArrangement, saveStep } from '../server/arrangements';
import { closeDatabase } from '../server/db/client';
import { handOut } from '../server/editions';
import { addLearner, type NewLearner } from '../server/learners';
import type { Outcome } from '../server/outcome';
import { keepPiece, readUpload } from '../server/pieces';

export const NOW_MS = 1_800_000_000_000;

/** A studio of its own for each test of a file; tells the folder that its database is in. */
export function useStudio(): { readonly folder: () => string } {
  let folder = '';
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'key-path-test-'));
    process.env.KEY_PATH_DATA = folder;
  });
  afterEach(() => {
    closeDatabase();
    delete process.env.KEY_PATH_MIGRATIONS;
    rmSync(folder, { recursive: true });
  });
  return { folder: () => folder };
}

export function found<T, Code extends string>(outcome: Outcome<T, Code>): T {
  if (!outcome.ok) throw new Error(outcome.message);
  return outcome.value;
}

export async function newPiece(name = 'lantern-on-the-quay.musicxml'): Promise<string> {
  const bytes = new Uint8Array(readFileSync(`demo/sources/${name}`));
  const read = await readUpload(bytes, name);
  if (!read.ok) throw new Error(read.error.message);
  return keepPiece(bytes, name, read, NOW_MS);
}

export async function newArrangement(pieceId?: string): Promise<string> {
  return found(await createArrangement(pieceId ?? (await newPiece()), NOW_MS));
}

export function newLearner(change: Partial<NewLearner> = {}): string {
  return addLearner(
    {
      name: 'Ida',
      birthYear: null,
      spanLeftSemitones: 9,
      spanRightSemitones: 9,
      rung: 1,
      countingStyle: 'numbers',
      notes: '',
      ...change,
    },
    NOW_MS,
  );
}

/** Changes words of a recipe as the Bench does: one step on the newest revision. */
export function choose(
  id: string,
  change: Partial<Recipe>,
  baseRevision?: number,
  key: string = randomUUID(),
) {
  const { document, revision } = found(findArrangement(id));
  const step = recipeStep(document, change);
  if (!step) throw new Error('Nothing would change.');
  return saveStep(id, { baseRevision: baseRevision ?? revision, idempotencyKey: key, step }, NOW_MS);
}

export async function given(arrangementId: string, learnerId: string, nowMs = NOW_MS) {
  return found(await handOut(arrangementId, learnerId, nowMs));
}
