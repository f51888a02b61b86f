import { randomUUID } from 'node:crypto';
import { describe, expect, it, vi } from 'vitest';
import { given, newArrangement, newLearner, NOW_MS, useStudio } from '../testing/studio';
import { database } from './db/client';
import { practiceEntries } from './db/schema';
import { assignmentsOf, logEntry } from './practice';
import { practiceLog } from './practice-log';

useStudio();

async function handed() {
  const learner = newLearner();
  const { assignmentId } = await given(await newArrangement(), learner);
  const [assignment] = assignmentsOf([learner]);
  const sectionId = assignment!.sections[0]!.id;
  const stamp = (atMs: number) => {
    const entry = { id: randomUUID(), assignmentId, sectionId, stage: 'listen', kind: 'passed' } as const;
    logEntry({ ...entry, tempoBpm: 60, onDay: 20_000, correctsId: null }, atMs);
    return entry.id;
  };
  return { assignmentId, stamp };
}

describe('the log kept in memory', () => {
  it('is what the database holds, in order, whenever it has grown', async () => {
    const { assignmentId, stamp } = await handed();
    expect(practiceLog().get(assignmentId)).toBeUndefined();
    const [second, first] = [stamp(NOW_MS + 2), stamp(NOW_MS + 1)];
    const ids = () =>
      practiceLog()
        .get(assignmentId)!
        .map(({ id }) => id);
    expect(ids()).toEqual([first, second]);
    const third = stamp(NOW_MS + 3);
    expect(ids()).toEqual([first, second, third]);
  });

  it('reads nothing again while nothing was added', async () => {
    const { stamp } = await handed();
    stamp(NOW_MS);
    practiceLog();
    const prepare = vi.spyOn(database().$client, 'prepare');
    practiceLog();
    expect(prepare).toHaveBeenCalledTimes(1);
    prepare.mockRestore();
  });

  it('forgets entries that were erased', async () => {
    const { assignmentId, stamp } = await handed();
    stamp(NOW_MS);
    expect(practiceLog().get(assignmentId)).toHaveLength(1);
    database().delete(practiceEntries).run();
    expect(practiceLog().size).toBe(0);
  });
});
