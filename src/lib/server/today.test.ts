import { eq } from 'drizzle-orm';
import { describe, expect, it, vi } from 'vitest';
import { choose, given, newArrangement, newLearner, newPiece, NOW_MS, useStudio } from '../testing/studio';
import { closeDatabase, database } from './db/client';
import { learners } from './db/schema';
import { listPieces } from './pieces';
import { today } from './today';

useStudio();

const states = () => today(20_000).inWork.map(({ state }) => state);

describe('Today', () => {
  it('leads each learner to the next step, one row a piece', async () => {
    const learner = newLearner();
    const id = await newArrangement();
    await given(id, learner);
    choose(id, { key: 'D' });
    await given(id, learner, NOW_MS + 1);
    expect(today(20_000).learners).toMatchObject([
      {
        name: 'Ida',
        steps: [{ title: 'Lantern on the Quay', section: 'A', stage: 'Listen', lastDay: null }],
      },
    ]);
  });

  it('says which arrangements are other than what the learner has', async () => {
    const learner = newLearner({ spanLeftSemitones: 14, spanRightSemitones: 14 });
    const id = await newArrangement();
    choose(id, { learnerId: learner, leftTexture: 'close-triads' });
    expect(states()).toEqual(['not handed out yet']);
    await given(id, learner);
    expect(states()).toEqual([]);
    choose(id, { key: 'D' });
    expect(states()).toEqual(['being compared with edition 1, which Ida has']);
    await vi.waitFor(() => expect(states()).toEqual(['other than edition 1, which Ida has']));
    choose(id, { key: null });
    expect(states()).toEqual([]);
    // No step was made, but the hand is another.
    database().update(learners).set({ spanLeftSemitones: 6 }).where(eq(learners.id, learner)).run();
    await vi.waitFor(() => expect(states()).toEqual(['other than edition 1, which Ida has']));
  });

  it('and the lists take a handful of statements, however many learners and pieces there are', async () => {
    const pieceId = await newPiece();
    for (let index = 0; index < 5; index += 1) {
      const id = await newArrangement(index === 0 ? pieceId : await newPiece('slow-tide.musicxml'));
      await given(id, newLearner({ name: `Learner ${index}` }));
    }
    expect(statementsOf(() => today(20_000))).toBeLessThanOrEqual(10);
    expect(statementsOf(listPieces)).toBeLessThanOrEqual(3);
  });
});

/** How many statements are prepared while something is worked out; none of them twice. */
function statementsOf(work: () => unknown): number {
  const { $client } = database();
  const prepare = vi.spyOn($client, 'prepare');
  work();
  const asked = prepare.mock.calls.map(([sql]) => sql);
  prepare.mockRestore();
  expect(asked.some((sql) => /frozen_json|score_json|file_bytes/.test(sql))).toBe(false);
  closeDatabase();
  return asked.length;
}
