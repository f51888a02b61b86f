import { fingerPin } from '../core/document/pins/finger';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { pinStep, recipeStep } from '../core/document/steps';
import { createArrangement, copyArrangement, findArrangement, saveStep } from './arrangements';
import { closeDatabase, database } from './db/client';
import { arrangementHistory } from './db/schema';
import { findEdition, handOut } from './editions';
import { addLearner } from './learners';
import { correctSource, findPiece, keepPiece, readUpload, sourceScore, takeBackCorrection } from './pieces';
import { assignmentsOf, logEntry } from './practice';
import { today } from './today';

const NOW_MS = 1_800_000_000_000;
let folder = '';

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'key-path-test-'));
  process.env.KEY_PATH_DATA = folder;
});

afterEach(() => {
  closeDatabase();
  rmSync(folder, { recursive: true });
});

function newPiece(): string {
  const bytes = new Uint8Array(readFileSync('demo/sources/lantern-on-the-quay.musicxml'));
  const read = readUpload(bytes, 'lantern.musicxml');
  if (!read.ok) throw new Error(read.error.message);
  return keepPiece(bytes, 'lantern.musicxml', read.score, [], NOW_MS);
}

function newArrangement(pieceId = newPiece()): string {
  const made = createArrangement(pieceId, NOW_MS);
  if (!made.ok) throw new Error(made.message);
  return made.value;
}

function newLearner(): string {
  return addLearner(
    {
      name: 'Ida',
      birthYear: null,
      spanLeftSemitones: 9,
      spanRightSemitones: 9,
      rung: 1,
      countingStyle: 'numbers',
      notes: '',
    },
    NOW_MS,
  );
}

function choose(
  id: string,
  key: string,
  baseRevision = findArrangement(id)!.revision,
  idempotencyKey: string = randomUUID(),
) {
  const step = recipeStep({ ...findArrangement(id)!.document }, { key })!;
  return saveStep(id, { baseRevision, idempotencyKey, step }, NOW_MS);
}

describe('saving an arrangement', () => {
  it('appends each step to the history with its revision', () => {
    const id = newArrangement();
    expect(choose(id, 'D')).toEqual({ ok: true, revision: 1 });
    expect(choose(id, 'F')).toEqual({ ok: true, revision: 2 });
    expect(findArrangement(id)).toMatchObject({ revision: 2, document: { recipe: { key: 'F' } } });
    expect(
      database()
        .select()
        .from(arrangementHistory)
        .all()
        .map((row) => row.revision),
    ).toEqual([1, 2]);
  });

  it('makes a repeated request once', () => {
    const id = newArrangement();
    const key = randomUUID();
    const step = recipeStep(findArrangement(id)!.document, { key: 'D' })!;
    const request = { baseRevision: 0, idempotencyKey: key, step };
    expect(saveStep(id, request, NOW_MS)).toEqual({ ok: true, revision: 1 });
    expect(saveStep(id, request, NOW_MS)).toEqual({ ok: true, revision: 1 });
    expect(findArrangement(id)!.revision).toBe(1);
  });

  it('refuses a step on an older revision and shows what is there now', () => {
    const id = newArrangement();
    choose(id, 'D');
    const stale = pinStep(findArrangement(id)!.document, [fingerPin('n1', 3)])!;
    expect(
      saveStep(id, { baseRevision: 0, idempotencyKey: randomUUID(), step: stale }, NOW_MS),
    ).toMatchObject({
      ok: false,
      code: 'conflict',
      current: { revision: 1, document: { recipe: { key: 'D' }, pins: [] } },
    });
  });

  it('keeps a copy beside the original', () => {
    const id = newArrangement();
    const copy = copyArrangement(id, findArrangement(id)!.document, NOW_MS);
    expect(copy.ok && findArrangement(copy.value)!.name).toBe(`${findArrangement(id)!.name} (copy)`);
  });

  it('finds everything again after the database was closed', () => {
    const id = newArrangement();
    choose(id, 'D');
    closeDatabase();
    expect(findArrangement(id)).toMatchObject({ revision: 1, document: { recipe: { key: 'D' } } });
  });
});

describe('the source', () => {
  it('is kept byte for byte', () => {
    expect(
      findPiece(newPiece())!.fileBytes.equals(readFileSync('demo/sources/lantern-on-the-quay.musicxml')),
    ).toBe(true);
  });

  it('gets a new revision by a correction, while arrangements stay on theirs', () => {
    const pieceId = newPiece();
    const id = newArrangement(pieceId);
    expect(correctSource(pieceId, 1, { kind: 'text', field: 'title', to: 'Lantern' }, NOW_MS)).toEqual({
      ok: true,
      value: 2,
    });
    expect(findPiece(pieceId)).toMatchObject({ title: 'Lantern', sourceRevision: 2 });
    expect(sourceScore(pieceId, 1)!.title).toBe('Lantern on the Quay');
    expect(findArrangement(id)!.sourceRevision).toBe(1);
    expect(correctSource(pieceId, 1, { kind: 'text', field: 'title', to: 'x' }, NOW_MS)).toMatchObject({
      ok: false,
      code: 'stale',
    });
  });

  it('keeps what the teacher overruled, and takes it back by a new revision', () => {
    const pieceId = newPiece();
    const said = correctSource(pieceId, 1, { kind: 'key', key: 'Em' }, NOW_MS);
    expect(said).toEqual({ ok: true, value: 2 });
    expect(findPiece(pieceId)!.summary.key).toBe('E minor');
    expect(correctSource(pieceId, 2, { kind: 'key', key: 'H' }, NOW_MS)).toMatchObject({
      ok: false,
      code: 'bad-correction',
    });
    expect(takeBackCorrection(pieceId, 2, 2, NOW_MS)).toEqual({ ok: true, value: 3 });
    expect(findPiece(pieceId)!.summary.key).toBe('G major');
    expect(takeBackCorrection(pieceId, 3, 9, NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
  });
});

describe('handing out', () => {
  it('freezes an edition that later changes do not touch', () => {
    const [id, learner] = [newArrangement(), newLearner()];
    const first = handOut(id, learner, NOW_MS);
    if (!first.ok) throw new Error(first.message);
    const printed = JSON.stringify(findEdition(first.value.editionId)!.frozen);
    choose(id, 'D');
    expect(JSON.stringify(findEdition(first.value.editionId)!.frozen)).toBe(printed);
    const second = handOut(id, learner, NOW_MS);
    expect(second.ok && findEdition(second.value.editionId)!.number).toBe(2);
  });

  it('gives an unchanged arrangement out again as the same edition', () => {
    const [id, learner] = [newArrangement(), newLearner()];
    expect(handOut(id, learner, NOW_MS)).toEqual(handOut(id, learner, NOW_MS));
  });

  it('says what is missing', () => {
    expect(handOut('gone', newLearner(), NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
    expect(handOut(newArrangement(), 'gone', NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
  });
});

describe('the practice log', () => {
  it('leads Today to the next step, and a correction is a new entry', () => {
    const [id, learner] = [newArrangement(), newLearner()];
    expect(today().inWork).toHaveLength(1);
    const given = handOut(id, learner, NOW_MS);
    if (!given.ok) throw new Error(given.message);
    expect(today().inWork).toHaveLength(0);
    const { assignmentId } = given.value;
    const section = assignmentsOf(learner)[0]!.edition.frozen.sections[0]!;
    const entry = {
      id: randomUUID(),
      assignmentId,
      sectionId: section.id,
      stage: 'listen' as const,
      kind: 'passed' as const,
      tempoBpm: null,
      onDay: 20_000,
      correctsId: null,
    };
    logEntry(entry, NOW_MS);
    logEntry(entry, NOW_MS);
    expect(assignmentsOf(learner)[0]!.entries).toHaveLength(1);
    expect(today().learners[0]!.steps[0]).toMatchObject({
      section: 'A',
      stage: 'Tap and count',
      lastDay: 20_000,
    });
    logEntry({ ...entry, id: randomUUID(), kind: 'withdrawn', correctsId: entry.id }, NOW_MS + 1);
    expect(assignmentsOf(learner)[0]!.entries).toHaveLength(2);
    expect(today().learners[0]!.steps[0]!.stage).toBe('Listen');
    expect(logEntry({ ...entry, id: randomUUID(), sectionId: 'none' }, NOW_MS)).toMatchObject({ ok: false });
  });
});
