import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { choose, found, given, newArrangement, newLearner, NOW_MS, useStudio } from '../testing/studio';
import { standingStamps } from '../core/practice/register';
import { assignmentsOf, logEntry, piecesOfLearners, type NewEntry } from './practice';

useStudio();

function firstEntry(learner: string, change: Partial<NewEntry> = {}): NewEntry {
  const [assignment] = assignmentsOf([learner]);
  return {
    id: randomUUID(),
    assignmentId: assignment!.id,
    sectionId: assignment!.sections[0]!.id,
    stage: 'listen',
    kind: 'passed',
    tempoBpm: null,
    onDay: 20_000,
    correctsId: null,
    ...change,
  };
}

/** Stages that stand stamped. */
function stamped(learner: string): readonly string[] {
  return [...standingStamps(assignmentsOf([learner])[0]!.entries).values()].map(({ stage }) => stage);
}

describe('the practice log', () => {
  it('takes the same entry once, and a correction as a new entry', async () => {
    const learner = newLearner();
    await given(await newArrangement(), learner);
    const entry = firstEntry(learner);
    found(logEntry(entry, NOW_MS));
    found(logEntry(entry, NOW_MS));
    expect(assignmentsOf([learner])[0]!.entries).toHaveLength(1);
    expect(stamped(learner)).toEqual(['listen']);
    found(logEntry(firstEntry(learner, { kind: 'withdrawn', correctsId: entry.id }), NOW_MS + 1));
    expect(assignmentsOf([learner])[0]!.entries).toHaveLength(2);
    expect(stamped(learner)).toEqual([]);
  });

  it('refuses a section that the edition has not, and a piece that is not with the learner', async () => {
    const learner = newLearner();
    await given(await newArrangement(), learner);
    for (const change of [{ sectionId: 'none' }, { assignmentId: 'gone' }])
      expect(logEntry(firstEntry(learner, change), NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
    expect(assignmentsOf([learner])[0]!.entries).toEqual([]);
  });

  it('withdraws a stamp that was taken over from the edition before', async () => {
    const learner = newLearner();
    const id = await newArrangement();
    await given(id, learner);
    const earned = firstEntry(learner, { stage: 'right', tempoBpm: 60 });
    found(logEntry(earned, NOW_MS));
    // Counts are printed, and so a new edition; the music stays.
    choose(id, { counts: 'shown' });
    await given(id, learner, NOW_MS + 1);
    expect(assignmentsOf([learner])[0]!.entries).toMatchObject([{ id: earned.id, earnedOn: 1 }]);
    found(logEntry(firstEntry(learner, { kind: 'withdrawn', correctsId: earned.id }), NOW_MS + 2));
    expect(stamped(learner)).toEqual([]);
  });
});

describe('registers of several learners', () => {
  it('are found together, each with its own entries', async () => {
    const id = await newArrangement();
    const [ida, bram] = [newLearner(), newLearner({ name: 'Bram' })];
    await given(id, ida);
    await given(id, bram);
    found(logEntry(firstEntry(ida), NOW_MS));
    const registers = assignmentsOf([ida, bram]);
    expect(new Map(registers.map(({ learnerId, entries }) => [learnerId, entries.length]))).toEqual(
      new Map([
        [ida, 1],
        [bram, 0],
      ]),
    );
    expect(piecesOfLearners().get(bram)).toEqual(['Lantern on the Quay']);
    expect(assignmentsOf([])).toEqual([]);
  });
});
