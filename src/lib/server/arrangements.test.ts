import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { fingerPin } from '../core/document/pins/finger';
import { texturePin } from '../core/document/pins/texture';
import { pinStep, recipeStep, type ArrangementStep } from '../core/document/steps';
import { choose, found, newArrangement, newPiece, NOW_MS, useStudio } from '../testing/studio';
import {
  copyArrangement,
  copyPins,
  createArrangement,
  findArrangement,
  listArrangements,
  makeRung,
  saveStep,
  siblingsOf,
  takeKey,
} from './arrangements';
import { closeDatabase, database } from './db/client';
import { arrangementHistory } from './db/schema';

const { folder } = useStudio();

function save(id: string, step: ArrangementStep | null) {
  const { revision } = found(findArrangement(id));
  return saveStep(id, { baseRevision: revision, idempotencyKey: randomUUID(), step: step! }, NOW_MS);
}

describe('saving an arrangement', () => {
  it('appends each step to the history with its revision', async () => {
    const id = await newArrangement();
    expect(choose(id, { key: 'D' })).toEqual({ ok: true, revision: 1 });
    expect(choose(id, { key: 'F' })).toEqual({ ok: true, revision: 2 });
    expect(found(findArrangement(id))).toMatchObject({ revision: 2, document: { recipe: { key: 'F' } } });
    const rows = database().select().from(arrangementHistory).all();
    expect(rows.map((row) => row.revision)).toEqual([1, 2]);
    expect(rows[1]!.step).toEqual({
      ok: true,
      value: { kind: 'recipe', from: { key: 'D' }, to: { key: 'F' } },
    });
  });

  it('makes a repeated request once', async () => {
    const id = await newArrangement();
    const step = recipeStep(found(findArrangement(id)).document, { key: 'D' })!;
    const request = { baseRevision: 0, idempotencyKey: randomUUID(), step };
    expect(saveStep(id, request, NOW_MS)).toEqual({ ok: true, revision: 1 });
    expect(saveStep(id, request, NOW_MS)).toEqual({ ok: true, revision: 1 });
    expect(found(findArrangement(id)).revision).toBe(1);
  });

  it('refuses a step on an older revision and shows what is there now', async () => {
    const id = await newArrangement();
    choose(id, { key: 'D' });
    const stale = pinStep(found(findArrangement(id)).document, [fingerPin('n1', 3)])!;
    expect(
      saveStep(id, { baseRevision: 0, idempotencyKey: randomUUID(), step: stale }, NOW_MS),
    ).toMatchObject({
      ok: false,
      code: 'conflict',
      current: { revision: 1, document: { recipe: { key: 'D' }, pins: [] } },
    });
  });

  it('refuses a step that was made for another state of the document', async () => {
    const id = await newArrangement();
    const step = { kind: 'recipe', from: { key: 'Bb' }, to: { key: 'C' } } as const;
    expect(save(id, step)).toMatchObject({ ok: false, code: 'bad-step' });
    expect(found(findArrangement(id)).revision).toBe(0);
  });

  it('finds everything again after the database was closed', async () => {
    const id = await newArrangement();
    choose(id, { key: 'D' });
    closeDatabase();
    expect(folder()).not.toBe('');
    expect(found(findArrangement(id))).toMatchObject({ revision: 1, document: { recipe: { key: 'D' } } });
  });
});

describe('arrangements of one piece', () => {
  it('are listed, the one touched last first', async () => {
    const pieceId = await newPiece();
    const first = await newArrangement(pieceId);
    const second = found(await createArrangement(pieceId, NOW_MS + 1, { rung: 5 }));
    expect(listArrangements(pieceId).map(({ id }) => id)).toEqual([second, first]);
    expect(listArrangements(pieceId).map(({ name }) => name)).toEqual(['Rung 5, 2', 'Rung 3']);
    expect(siblingsOf(found(findArrangement(first)))).toEqual([
      { id: second, name: 'Rung 5, 2', rung: 5, pins: 0 },
    ]);
  });

  it('keep a copy beside the original', async () => {
    const id = await newArrangement();
    const copy = found(copyArrangement(id, found(findArrangement(id)).document, NOW_MS));
    expect(found(findArrangement(copy)).name).toBe(`${found(findArrangement(id)).name} (copy)`);
  });

  it('are made on another rung, with the pins or without', async () => {
    const id = await newArrangement();
    save(id, pinStep(found(findArrangement(id)).document, [texturePin(2, 'held-root')]));
    const plain = found(findArrangement(found(makeRung(id, 5, false, NOW_MS))));
    const pinned = found(findArrangement(found(makeRung(id, 2, true, NOW_MS))));
    expect([plain.document.recipe.rung, plain.document.pins]).toEqual([5, []]);
    expect([pinned.document.recipe.rung, pinned.document.pins.length]).toEqual([2, 1]);
    expect(plain.name).toBe('Rung 3, rung 5');
  });

  it('take over one another’s pins, but where they have their own', async () => {
    const pieceId = await newPiece();
    const [from, to] = [await newArrangement(pieceId), await newArrangement(pieceId)];
    const two = [texturePin(2, 'held-root'), texturePin(3, 'held-root')];
    save(from, pinStep(found(findArrangement(from)).document, two));
    save(to, pinStep(found(findArrangement(to)).document, [texturePin(3, 'open-fifth')]));
    expect(copyPins(to, from, NOW_MS)).toEqual({ ok: true, value: { taken: 1, kept: 1 } });
    expect(found(findArrangement(to)).document.pins).toEqual([two[0], texturePin(3, 'open-fifth')]);
    expect(copyPins(to, await newArrangement(), NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
  });

  it('move to a key in one step, and stay where they are when they are there', async () => {
    const id = await newArrangement();
    expect(takeKey(id, 'Eb', 0, NOW_MS)).toEqual({ ok: true, value: null });
    expect(takeKey(id, 'Eb', 0, NOW_MS)).toEqual({ ok: true, value: null });
    expect(found(findArrangement(id))).toMatchObject({ revision: 1, document: { recipe: { key: 'Eb' } } });
    expect(takeKey('gone', 'Eb', 0, NOW_MS)).toMatchObject({ ok: false, code: 'not-taken' });
  });

  it('are not found where there are none', async () => {
    expect(findArrangement('gone')).toMatchObject({ ok: false, code: 'not-found' });
    expect(await createArrangement('gone', NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
    expect(makeRung('gone', 2, true, NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
  });
});
