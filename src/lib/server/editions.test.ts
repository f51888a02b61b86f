import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { fingerPin } from '../core/document/pins/finger';
import { pinStep } from '../core/document/steps';
import { DEFAULT_RULES } from '../core/ladder/rules';
import {
  choose,
  found,
  given,
  newArrangement,
  newLearner,
  newPiece,
  NOW_MS,
  useStudio,
} from '../testing/studio';
import { findArrangement, saveStep } from './arrangements';
import { database } from './db/client';
import { learners } from './db/schema';
import { editionsOf, findEdition, handOut } from './editions';
import { spansOf as spansOfHandout } from './handouts/print-handout';
import { assignmentsOf, logEntry } from './practice';
import { keepArrangingRules } from './settings';

useStudio();

const measureReach = (id: string, semitones: number) =>
  database()
    .update(learners)
    .set({ spanLeftSemitones: semitones, spanRightSemitones: semitones })
    .where(eq(learners.id, id))
    .run();

function pinFinger(id: string, measure: number, finger: number) {
  const { document, revision } = found(findArrangement(id));
  const note = `p0m${measure}v1t0c0`;
  const step = pinStep(document, [fingerPin(note, finger)])!;
  return found(saveAs(id, revision, step));
}

function saveAs(id: string, baseRevision: number, step: Parameters<typeof saveStep>[1]['step']) {
  const saved = saveStep(id, { baseRevision, idempotencyKey: randomUUID(), step }, NOW_MS);
  return saved.ok ? ({ ok: true, value: saved.revision } as const) : saved;
}

describe('an edition', () => {
  it('is frozen: later changes do not touch it', async () => {
    const [id, learner] = [await newArrangement(), newLearner()];
    const first = await given(id, learner);
    const printed = JSON.stringify(found(findEdition(first.editionId)).frozen);
    choose(id, { key: 'D' });
    expect(JSON.stringify(found(findEdition(first.editionId)).frozen)).toBe(printed);
    expect(await given(id, learner)).toMatchObject({ number: 2, isNew: true });
  });

  it('is the same while the paper would be: unchanged, or changed and changed back', async () => {
    const [id, learner] = [await newArrangement(), newLearner()];
    const first = await given(id, learner);
    expect(await given(id, learner)).toEqual({ ...first, isNew: false });
    choose(id, { key: 'D' });
    choose(id, { key: null });
    expect(found(findArrangement(id)).revision).toBe(2);
    expect(await given(id, learner)).toEqual({ ...first, isNew: false });
  });

  it('is a new one when a reach that was measured again, or another ladder, changes the paper', async () => {
    const learner = newLearner({ spanLeftSemitones: 14, spanRightSemitones: 14 });
    const id = await newArrangement();
    choose(id, { learnerId: learner, leftTexture: 'root-fifth-octave' });
    expect((await given(id, learner)).number).toBe(1);
    measureReach(learner, 9);
    expect(await given(id, learner)).toMatchObject({ number: 2, isNew: true });
    measureReach(learner, 14);
    expect(await given(id, learner)).toMatchObject({ number: 1, isNew: false });
    const plainer = DEFAULT_RULES.rungs.map((rung) => ({ ...rung, rhythmSimple: 'downbeats' as const }));
    keepArrangingRules({ ...DEFAULT_RULES, rungs: plainer }, NOW_MS);
    expect(await given(id, learner)).toMatchObject({ number: 3, isNew: true });
  });

  it('stays the same when what changed is not on the paper', async () => {
    const [id, learner] = [await newArrangement(), newLearner()];
    const first = await given(id, learner);
    // Counts that are not shown may be counted in another style.
    choose(id, { countStyle: 'ta-ti' });
    expect(await given(id, learner)).toEqual({ ...first, isNew: false });
    choose(id, { counts: 'shown' });
    expect(await given(id, learner)).toMatchObject({ number: 2, isNew: true });
  });

  it('says what is missing', async () => {
    expect(await handOut('gone', newLearner(), NOW_MS)).toMatchObject({ ok: false, code: 'not-found' });
    expect(await handOut(await newArrangement(), 'gone', NOW_MS)).toMatchObject({
      ok: false,
      code: 'not-found',
    });
    expect(findEdition('gone')).toMatchObject({ ok: false, code: 'not-found' });
  });

  it('is listed with those who play from it now', async () => {
    const id = await newArrangement();
    const [ida, bram] = [newLearner(), newLearner({ name: 'Bram' })];
    await given(id, ida);
    await given(id, bram);
    choose(id, { key: 'D' });
    await given(id, ida);
    expect(editionsOf(id).map(({ number, learners }) => [number, learners])).toEqual([
      [2, ['Ida']],
      [1, ['Bram']],
    ]);
  });
});

describe('a new edition', () => {
  const stampAll = (learner: string) => {
    const [assignment] = assignmentsOf([learner]);
    for (const { id } of assignment!.sections)
      found(
        logEntry(
          {
            id: randomUUID(),
            assignmentId: assignment!.id,
            sectionId: id,
            stage: 'right',
            kind: 'passed',
            tempoBpm: 60,
            onDay: 20_000,
            correctsId: null,
          },
          NOW_MS,
        ),
      );
    return assignment!;
  };

  it('takes over the stamps of sections whose music and fingers are the same, and says what changed in the others', async () => {
    const [id, learner] = [await newArrangement(), newLearner()];
    choose(id, { fingers: 'pinned' });
    await given(id, learner);
    const before = stampAll(learner);
    expect(before.sections.length).toBeGreaterThan(2);
    const [changed, ...same] = before.sections;
    pinFinger(id, changed!.from + 1, 2);
    expect(await given(id, learner, NOW_MS + 1)).toMatchObject({ number: 2, isNew: true });

    const [now, ...others] = assignmentsOf([learner]);
    expect(others).toEqual([]);
    expect(now!.changes.map(({ sectionId }) => sectionId)).toEqual([changed!.id]);
    expect(now!.changes[0]!.sentence).toContain('1 finger changed');
    expect(now!.entries.map(({ sectionId, earnedOn }) => [sectionId, earnedOn])).toEqual(
      same.map((section) => [section.id, 1]),
    );
    // What changed is to be learned anew, and so it comes next.
    expect(now!.entries.map(({ sectionId }) => sectionId)).not.toContain(changed!.id);
    expect(now!.before.map(({ number, entries }) => [number, entries.length])).toEqual([
      [1, before.sections.length],
    ]);
  });

  it('brings the stamps back with the edition on which they were earned', async () => {
    const [id, learner] = [await newArrangement(), newLearner()];
    await given(id, learner);
    const before = stampAll(learner);
    choose(id, { key: 'D' });
    await given(id, learner, NOW_MS + 1);
    expect(assignmentsOf([learner])[0]!.entries).toEqual([]);
    choose(id, { key: null });
    await given(id, learner, NOW_MS + 2);
    const [now] = assignmentsOf([learner]);
    expect(now!.entries).toHaveLength(before.sections.length);
    expect(now!.before.map(({ number }) => number)).toEqual([2, 1]);
  });

  it('of another arrangement of the piece stands in its place, too: one row a piece', async () => {
    const pieceId = await newPiece();
    const learner = newLearner();
    await given(await newArrangement(pieceId), learner);
    const other = await newArrangement(pieceId);
    choose(other, { rung: 1 });
    await given(other, learner, NOW_MS + 1);
    expect(assignmentsOf([learner]).map(({ arrangementId }) => arrangementId)).toEqual([other]);
  });
});

describe('some sections', () => {
  const namesOf = (learner: string) => assignmentsOf([learner])[0]!.sections.map(({ name }) => name);
  const spansOf = (editionId: string, learner: string) =>
    spansOfHandout(editionId, { id: learner }, found(findEdition(editionId)).frozen);

  it('are what the learner has of the piece, until more are handed out', async () => {
    const [id, learner] = [await newArrangement(), newLearner()];
    const { sections } = found(findEdition((await given(id, newLearner())).editionId)).frozen;
    const [first, second, ...others] = sections;
    const handed = found(await handOut(id, learner, NOW_MS, [first!.id]));
    expect(namesOf(learner)).toEqual([first!.name]);
    expect(spansOf(handed.editionId, learner)).toEqual([{ from: first!.from, to: first!.to }]);
    expect(await handOut(id, learner, NOW_MS + 1, [second!.id])).toMatchObject({
      value: { assignmentId: handed.assignmentId, isNew: false },
    });
    expect(namesOf(learner)).toEqual([first!.name, second!.name]);
    // Sections that touch are printed as one passage.
    expect(spansOf(handed.editionId, learner)).toEqual([{ from: first!.from, to: second!.to }]);
    await given(id, learner);
    expect(namesOf(learner)).toHaveLength(2 + others.length);
    expect(spansOf(handed.editionId, learner)).toBeNull();
  });

  it('that were practised stay, whatever a new edition is handed out of', async () => {
    const [id, learner] = [await newArrangement(), newLearner()];
    const handed = await given(id, learner);
    const { sections } = found(findEdition(handed.editionId)).frozen;
    const [first, second] = sections;
    logEntry(
      {
        ...{ id: randomUUID(), assignmentId: handed.assignmentId, sectionId: second!.id, stage: 'listen' },
        ...{ kind: 'passed', onDay: 20_000, tempoBpm: null, cleanRuns: 1, failedRuns: 0, correctsId: null },
        markedBy: 'teacher',
      },
      NOW_MS,
    );
    choose(id, { counts: 'shown' });
    const again = found(await handOut(id, learner, NOW_MS + 1, [first!.id]));
    expect(namesOf(learner)).toEqual([first!.name, second!.name]);
    // What stays in the register stays on paper.
    expect(spansOf(again.editionId, learner)).toEqual([{ from: first!.from, to: second!.to }]);
  });
});
