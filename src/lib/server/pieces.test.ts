import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { found, given, newArrangement, newLearner, newPiece, NOW_MS, useStudio } from '../testing/studio';
import { findArrangement } from './arrangements';
import {
  correctSource,
  findPiece,
  listPieces,
  listTitles,
  pieceFile,
  sourceScore,
  takeBackCorrection,
} from './pieces';

useStudio();

describe('the source', () => {
  it('is kept byte for byte', async () => {
    const id = await newPiece();
    const file = readFileSync('demo/sources/lantern-on-the-quay.musicxml');
    expect(Buffer.from(found(pieceFile(id)).bytes).equals(file)).toBe(true);
    expect(found(findPiece(id)).fileSizeBytes).toBe(file.length);
  });

  it('gets a new revision by a correction, while arrangements stay on theirs', async () => {
    const pieceId = await newPiece();
    const id = await newArrangement(pieceId);
    expect(await correctSource(pieceId, 1, { kind: 'text', field: 'title', to: 'Lantern' }, NOW_MS)).toEqual({
      ok: true,
      value: 2,
    });
    expect(found(findPiece(pieceId))).toMatchObject({ title: 'Lantern', sourceRevision: 2 });
    expect(found(sourceScore(pieceId, 1)).title).toBe('Lantern on the Quay');
    expect(found(findArrangement(id)).sourceRevision).toBe(1);
    expect(await correctSource(pieceId, 1, { kind: 'text', field: 'title', to: 'x' }, NOW_MS)).toMatchObject({
      ok: false,
      code: 'stale',
    });
  });

  it('keeps what the teacher overruled, and takes it back by a new revision', async () => {
    const pieceId = await newPiece();
    expect(await correctSource(pieceId, 1, { kind: 'key', key: 'Em' }, NOW_MS)).toEqual({
      ok: true,
      value: 2,
    });
    expect(found(findPiece(pieceId)).summary.key).toBe('E minor');
    expect(await correctSource(pieceId, 2, { kind: 'key', key: 'H' }, NOW_MS)).toMatchObject({
      ok: false,
      code: 'bad-correction',
    });
    expect(await takeBackCorrection(pieceId, 2, 2, NOW_MS)).toEqual({ ok: true, value: 3 });
    expect(found(findPiece(pieceId)).summary.key).toBe('G major');
    expect(await takeBackCorrection(pieceId, 3, 9, NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
  });

  it('takes back a chord that was put in place, after it was read from the database again', async () => {
    const pieceId = await newPiece();
    const before = found(sourceScore(pieceId, 1)).judgement;
    const put = await correctSource(
      pieceId,
      1,
      { kind: 'chord', measure: 1, at: 10_080, symbol: 'Cmaj7' },
      NOW_MS,
    );
    expect(put).toEqual({ ok: true, value: 2 });
    expect(await takeBackCorrection(pieceId, 2, 2, NOW_MS)).toEqual({ ok: true, value: 3 });
    expect(found(sourceScore(pieceId, 3)).judgement).toEqual(before);
  });
});

describe('lists of pieces', () => {
  it('tell each with its summary, its arrangements and who plays it, the newest first', async () => {
    const pieceId = await newPiece();
    const id = await newArrangement(pieceId);
    await given(id, newLearner());
    expect(listPieces()).toMatchObject([
      {
        id: pieceId,
        summary: { ok: true, value: { key: 'G major', format: 'MusicXML' } },
        arrangements: [{ id, name: 'Rung 3' }],
        learners: ['Ida'],
      },
    ]);
    expect(listTitles()).toEqual([{ id: pieceId, title: 'Lantern on the Quay', revision: 1 }]);
  });

  it('say so where there is no such piece', () => {
    for (const outcome of [findPiece('gone'), pieceFile('gone'), sourceScore('gone', 1)])
      expect(outcome).toMatchObject({ ok: false, code: 'not-found' });
  });
});
