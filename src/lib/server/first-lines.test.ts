import { describe, expect, it } from 'vitest';
import { choose, found, given, newArrangement, newLearner, newPiece, useStudio } from '../testing/studio';
import { findArrangement } from './arrangements';
import { database } from './db/client';
import { engravedLines } from './db/schema';
import { findEdition } from './editions';
import { arrangementLines, pieceLines } from './first-lines';
import { keptHandout, printHandout } from './handouts/print-handout';
import { usualChoices } from './handouts/sheet-choices';

useStudio();

const WIDTH = 2150;
const kept = () => database().select().from(engravedLines).all();
const linesOf = (id: string) => arrangementLines(found(findArrangement(id)), WIDTH);

describe('the first lines', () => {
  it('are drawn once and kept, with what is known of the source', async () => {
    const id = await newArrangement();
    const first = await linesOf(id);
    expect(first.kept).toBeNull();
    const drawn = await first.coming!;
    expect(drawn.lines).toHaveLength(3);
    expect(drawn.lines[0]!.plan.range.from).toBe(0);
    expect(drawn.lines[0]!.system.heads.size).toBeGreaterThan(0);
    expect(drawn.source?.key).toMatchObject({ fifths: 1 });
    expect((await linesOf(id)).kept).toEqual(drawn);
    expect(kept()).toHaveLength(1);
  });

  it('asked for twice at once are drawn once', async () => {
    const id = await newArrangement();
    const [one, other] = await Promise.all([linesOf(id), linesOf(id)]);
    expect((await one.coming)!.lines[0]).toBe((await other.coming)!.lines[0]);
  });

  it('of what has changed are never sent', async () => {
    const id = await newArrangement();
    const before = await (await linesOf(id)).coming!;
    choose(id, { key: 'D' });
    const changed = await linesOf(id);
    expect(changed.kept).toBeNull();
    expect((await changed.coming!).lines[0]!.plan.mei).not.toBe(before.lines[0]!.plan.mei);
    choose(id, { key: null });
    expect((await (await linesOf(id)).coming!).lines[0]!.plan.mei).toBe(before.lines[0]!.plan.mei);
  });

  it('that are damaged where they are kept are drawn anew', async () => {
    const id = await newArrangement();
    await (
      await linesOf(id)
    ).coming;
    database()
      .update(engravedLines)
      .set({ lines: Buffer.from('not deflated') })
      .run();
    expect((await (await linesOf(id)).coming!).lines).toHaveLength(3);
    expect((await linesOf(id)).kept?.lines).toHaveLength(3);
  });

  it('of a piece and the pages of an edition are kept each for itself', async () => {
    const pieceId = await newPiece();
    const { editionId } = await given(await newArrangement(pieceId), newLearner());
    const piece = await pieceLines({ id: pieceId, sourceRevision: 1 }, 1720);
    const request = {
      editionId,
      learner: null,
      choices: usualChoices(found(findEdition(editionId)).frozen, null),
    };
    expect(await keptHandout(request, 0)).toBeNull();
    const printed = found(await printHandout(request, 0));
    expect((await piece.coming!).source).toBeNull();
    expect(printed.pages[0]!.items.filter(({ kind }) => kind === 'music').length).toBeGreaterThanOrEqual(3);
    expect(await keptHandout(request, 0)).toEqual(printed);
    expect(await keptHandout({ ...request, choices: { ...request.choices, paper: 'letter' } }, 0)).toBeNull();
    expect(
      kept()
        .map(({ subject }) => subject.split('/')[0])
        .sort(),
    ).toEqual(['edition', 'piece']);
  });

  it('of a piece that is gone are none, and the page draws its own', async () => {
    const none = await pieceLines({ id: 'gone', sourceRevision: 1 }, 1720);
    expect((await none.coming!).lines).toEqual([]);
    expect(kept()).toEqual([]);
  });
});
