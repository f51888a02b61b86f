import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync, strFromU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { found, given, newArrangement, newLearner, newPiece, NOW_MS, useStudio } from '../../testing/studio';
import { listArrangements, findArrangement } from '../arrangements';
import { database } from '../db/client';
import { editionsOf, findEdition } from '../editions';
import { addGoal, listGoals } from '../goals';
import { archivedLearners, findLearner, listLearners } from '../learners';
import { findLesson, lessonsOf, setTasks, startLesson } from '../lessons';
import { choicesFor } from '../handouts/sheet-choices';
import { printHandout } from '../handouts/print-handout';
import { addRequest, listRequests } from '../messages/requests';
import { listMessages } from '../messages/outbox';
import { writeWeek } from '../messages/week';
import { storeTake } from '../stand/takes';
import { findPiece, keepPiece, listPieces, listTitles, pieceOfFile, readUpload } from '../pieces';
import { assignmentsOf, logEntry, piecesOfLearners } from '../practice';
import { logAsCsv, readLogCsv } from '../practice-csv';
import { deleteRecord, listDeletions, takeBack } from './deletions';
import { erase, eraseOverdue } from './erase';
import { learnerRecord } from './learner-record';
import { importOfFile, logImportsOf } from './log-imports';
import { archiveRecord, duplicateRecord, renameRecord } from './records';
import { whatGoes } from './what-goes';

const studio = useStudio();
const DAY_MS = 86_400_000;
const TODAY = Math.floor(NOW_MS / DAY_MS);

/** A learner with a piece, a lesson, tasks, a date and an entry, all with words that can be found again. */
async function taught(name = 'Ida Marrow') {
  const learner = newLearner({ name, notes: `notes of ${name}` });
  const piece = await newPiece();
  const arrangement = await newArrangement(piece);
  const { editionId, assignmentId } = await given(arrangement, learner);
  const lesson = found(
    startLesson({ learnerIds: [learner], onDay: TODAY, slotId: null, lengthMinutes: 30 }, NOW_MS),
  );
  const section = assignmentsOf([learner])[0]!.sections[0]!.id;
  const who = findLearner(learner)!;
  const edition = found(findEdition(editionId)).frozen;
  found(await printHandout({ editionId, learner: who, choices: choicesFor(edition, who) }, NOW_MS));
  const keys = [{ key: 60, onMs: 0, offMs: 400, velocity: 70 }];
  const heard = [`What ${name} played`];
  const take = { editionId, sectionId: section, hand: null, take: { keys, pedal: [] }, heard };
  found(storeTake(take, learner, NOW_MS));
  addRequest({ learnerId: learner, title: `A wish of ${name}`, note: '' }, NOW_MS);
  found(
    setTasks(lesson, learner, [
      {
        ...{
          learnerId: learner,
          assignmentId,
          sectionId: section,
          what: 'new',
          stage: 'listen',
          tempoBpm: null,
        },
        ...{ minutes: 5, sentence: `A task for ${name}` },
      },
    ]),
  );
  found(
    addGoal(
      {
        learnerId: learner,
        assignmentId,
        onDay: TODAY + 20,
        targetBpm: 80,
        isFromMemory: false,
        event: 'Quay concert',
      },
      NOW_MS,
    ),
  );
  found(
    logEntry(
      {
        id: randomUUID(),
        assignmentId,
        sectionId: section,
        stage: 'listen',
        kind: 'passed',
        tempoBpm: null,
        onDay: TODAY,
        correctsId: null,
        lessonId: lesson,
      },
      NOW_MS,
    ),
  );
  found(
    await writeWeek(
      who,
      { to: 'family@example.org', words: `Of ${name}`, link: '', hasSheet: false, hasCalendar: true },
      NOW_MS,
    ),
  );
  return { learner, piece, arrangement, editionId, assignmentId, lesson, section };
}

/** Does a text stand anywhere in the studio's files, journal and all? */
function isAnywhere(text: string): boolean {
  return readdirSync(studio.folder(), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .some((entry) => readFileSync(join(entry.parentPath, entry.name)).includes(text));
}

describe('deleting', () => {
  it('says by count what goes, hides it with what belongs to it, and brings it all back', async () => {
    const { learner, piece, arrangement, editionId, lesson } = await taught();
    expect(whatGoes('piece', piece)?.what).toBe(
      '1 arrangement, 1 edition, 1 register, 1 practice entry, 1 date, 1 take',
    );
    expect(whatGoes('learner', learner)?.what).toBe(
      '1 register, 1 practice entry, 1 lesson, 1 date, 1 take, 1 message, 1 request',
    );
    expect(whatGoes('lesson', lesson)?.what).toBe('1 task');
    const deletion = found(deleteRecord('piece', piece, NOW_MS));
    expect([findPiece(piece).ok, findArrangement(arrangement).ok, findEdition(editionId).ok]).toEqual([
      false,
      false,
      false,
    ]);
    expect([listPieces(), listTitles(), assignmentsOf([learner]), listGoals()]).toEqual([[], [], [], []]);
    expect(piecesOfLearners().size).toBe(0);
    found(takeBack(deletion.id));
    expect(findEdition(editionId).ok).toBe(true);
    expect(assignmentsOf([learner])[0]!.entries).toHaveLength(1);
    expect(listDeletions()).toEqual([]);
  });

  it('hides each kind by itself', async () => {
    const { learner, piece, arrangement, editionId, lesson } = await taught();
    found(deleteRecord('lesson', lesson, NOW_MS));
    expect([findLesson(lesson), lessonsOf(learner)]).toEqual([null, []]);
    // What was practised in it was practised.
    expect(assignmentsOf([learner])[0]!.entries).toHaveLength(1);
    found(deleteRecord('edition', editionId, NOW_MS));
    expect([editionsOf(arrangement), assignmentsOf([learner])]).toEqual([[], []]);
    found(deleteRecord('arrangement', arrangement, NOW_MS));
    expect(listArrangements(piece)).toEqual([]);
    found(deleteRecord('learner', learner, NOW_MS));
    expect([findLearner(learner), listLearners()]).toEqual([null, []]);
    expect(listDeletions()).toHaveLength(4);
  });

  it('happens once, and never to what is not there', async () => {
    const piece = await newPiece();
    found(deleteRecord('piece', piece, NOW_MS));
    expect(deleteRecord('piece', piece, NOW_MS)).toMatchObject({ code: 'not-found' });
    expect(deleteRecord('learner', 'nobody', NOW_MS)).toMatchObject({ code: 'not-found' });
    expect(takeBack('nothing')).toMatchObject({ code: 'not-found' });
    expect(listDeletions()).toHaveLength(1);
  });

  it('brings back what it belongs to, where that was deleted later', async () => {
    const { piece, arrangement, editionId } = await taught();
    const edition = found(deleteRecord('edition', editionId, NOW_MS));
    found(deleteRecord('arrangement', arrangement, NOW_MS + 1));
    found(deleteRecord('piece', piece, NOW_MS + 2));
    found(takeBack(edition.id));
    expect(findEdition(editionId).ok).toBe(true);
    expect(listDeletions()).toEqual([]);
  });
});

describe('erasing', () => {
  it('leaves no byte of a learner anywhere in the folder', async () => {
    const { learner } = await taught('Quillon Marrowby');
    await taught('Ida Marrow');
    const deletion = found(deleteRecord('learner', learner, NOW_MS));
    expect(isAnywhere('Quillon Marrowby')).toBe(true);
    expect(found(erase([deletion.id])).copies).toEqual([]);
    expect(isAnywhere('Quillon Marrowby')).toBe(false);
    expect(takeBack(deletion.id)).toMatchObject({ code: 'not-found' });
    expect(database().$client.pragma('foreign_key_check')).toEqual([]);
    expect(listLearners().map(({ name }) => name)).toEqual(['Ida Marrow']);
    expect(listGoals()).toHaveLength(1);
    expect([listRequests(), listMessages()].map((all) => all.length)).toEqual([1, 1]);
  });

  it('takes out each kind with what belongs to it, and nothing else', async () => {
    const one = await taught('One');
    const two = await taught('Two');
    for (const [kind, id] of [
      ['lesson', one.lesson],
      ['edition', one.editionId],
      ['arrangement', one.arrangement],
      ['piece', one.piece],
      ['learner', one.learner],
    ] as const) {
      found(erase([found(deleteRecord(kind, id, NOW_MS)).id]));
      expect(database().$client.pragma('foreign_key_check')).toEqual([]);
      expect(assignmentsOf([two.learner])[0]!.entries).toHaveLength(1);
    }
    const rows = (table: string) => database().$client.prepare(`SELECT count(*) FROM ${table}`).pluck().get();
    for (const table of [
      'learners',
      'pieces',
      'arrangements',
      'editions',
      'assignments',
      'lessons',
      'tasks',
      'goals',
      'practice_entries',
    ])
      expect([table, rows(table)]).toEqual([table, 1]);
  });

  it('takes marks of its own parts along, and comes by itself after 30 days', async () => {
    const { piece, editionId } = await taught();
    found(deleteRecord('edition', editionId, NOW_MS));
    found(deleteRecord('piece', piece, NOW_MS + DAY_MS));
    eraseOverdue(NOW_MS + 29 * DAY_MS);
    expect(listDeletions()).toHaveLength(2);
    eraseOverdue(NOW_MS + 32 * DAY_MS);
    expect(listDeletions()).toEqual([]);
    expect(database().$client.pragma('foreign_key_check')).toEqual([]);
  });
});

describe('files of entries', () => {
  const csv = (section: string) =>
    `date,piece,section,stage\n2026-01-02,Lantern on the Quay,${section},listen\n`;

  it('are known again, can be taken out whole, and put back', async () => {
    const { learner } = await taught();
    const [{ sections, title }] = assignmentsOf([learner]) as [ReturnType<typeof assignmentsOf>[number]];
    const text = csv(sections[0]!.name).replace('Lantern on the Quay', title);
    expect(importOfFile(learner, text)).toBeNull();
    expect(readLogCsv(learner, text, 'autumn.csv', NOW_MS)).toMatchObject({ kept: 1 });
    expect(importOfFile(learner, text)?.fileName).toBe('autumn.csv');
    const [brought] = logImportsOf(learner);
    const entries = () => assignmentsOf([learner])[0]!.entries.length;
    expect(entries()).toBe(2);
    const deletion = found(deleteRecord('import', brought!.id, NOW_MS));
    expect(entries()).toBe(1);
    expect(logAsCsv(learner)).not.toContain('2026-01-02');
    found(takeBack(deletion.id));
    expect(entries()).toBe(2);
    found(erase([found(deleteRecord('import', brought!.id, NOW_MS)).id]));
    expect(entries()).toBe(1);
  });
});

describe('renaming, copying, putting away', () => {
  it('names each kind anew; a piece by a correction of its source', async () => {
    const { learner, piece, arrangement, editionId, lesson } = await taught();
    for (const [kind, id] of Object.entries({ piece, arrangement, edition: editionId, learner, lesson }) as [
      'piece' | 'arrangement' | 'edition' | 'learner' | 'lesson',
      string,
    ][])
      found(await renameRecord(kind, id, `New ${kind}`, NOW_MS));
    expect(found(findPiece(piece))).toMatchObject({ title: 'New piece', sourceRevision: 2 });
    expect(found(findArrangement(arrangement)).name).toBe('New arrangement');
    expect(editionsOf(arrangement)[0]!.name).toBe('New edition');
    expect([findLearner(learner)?.name, findLesson(lesson)?.name]).toEqual(['New learner', 'New lesson']);
    expect(await renameRecord('piece', 'none', 'x', NOW_MS)).toMatchObject({ code: 'not-found' });
  });

  it('copies a piece with its file, an arrangement with its pins, a learner without a past', async () => {
    const { learner, piece, arrangement } = await taught();
    const copy = found(duplicateRecord('piece', piece, NOW_MS));
    const [first, second] = [found(findPiece(piece)), found(findPiece(copy))];
    expect(second).toMatchObject({
      title: `${first.title} (copy)`,
      fileName: first.fileName,
      sourceRevision: 1,
    });
    expect(second.summary.title).toBe(second.title);
    const arranged = found(duplicateRecord('arrangement', arrangement, NOW_MS));
    expect(found(findArrangement(arranged)).document).toEqual(found(findArrangement(arrangement)).document);
    const twin = found(duplicateRecord('learner', learner, NOW_MS));
    expect(findLearner(twin)).toMatchObject({ name: 'Ida Marrow (copy)', spanLeftSemitones: 9 });
    expect([assignmentsOf([twin]), lessonsOf(twin)]).toEqual([[], []]);
  });

  it('puts away and back, with nothing changed', async () => {
    const { learner, piece } = await taught();
    found(archiveRecord('learner', learner, true, NOW_MS));
    expect([listLearners(), archivedLearners().map(({ id }) => id)]).toEqual([[], [learner]]);
    found(archiveRecord('piece', piece, true, NOW_MS));
    expect(listTitles()).toEqual([]);
    expect(findPiece(piece).ok).toBe(true);
    found(archiveRecord('learner', learner, false, NOW_MS));
    expect(assignmentsOf([learner])[0]!.entries).toHaveLength(1);
  });
});

describe('the same file again', () => {
  it('is known by its bytes, while its piece is there', async () => {
    const piece = await newPiece();
    const bytes = new Uint8Array(readFileSync('demo/sources/lantern-on-the-quay.musicxml'));
    expect(pieceOfFile(bytes)?.id).toBe(piece);
    expect(pieceOfFile(bytes.slice(1))).toBeNull();
    found(deleteRecord('piece', piece, NOW_MS));
    expect(pieceOfFile(bytes)).toBeNull();
    const read = await readUpload(bytes, 'again.musicxml');
    if (!read.ok) throw new Error(read.error.message);
    expect(pieceOfFile(bytes)).toBeNull();
    expect(keepPiece(bytes, 'again.musicxml', read, NOW_MS)).toBe(pieceOfFile(bytes)?.id);
  });
});

describe('a learner’s whole record', () => {
  it('is one archive of open formats, described, without the names of the database', async () => {
    const { learner } = await taught();
    const files = unzipSync(found(await learnerRecord(learner, NOW_MS)));
    const names = Object.keys(files).sort();
    expect(names.slice(0, 4)).toEqual([
      'README.txt',
      'calendar.ics',
      expect.stringMatching(/^editions\/.*\.musicxml$/),
      'log.csv',
    ]);
    const record = JSON.parse(strFromU8(files['record.json']!)) as Record<string, unknown>;
    expect(record).toMatchObject({
      learner: { name: 'Ida Marrow', notes: 'notes of Ida Marrow', spanLeftSemitones: 9 },
      goals: [{ event: 'Quay concert', targetBpm: 80 }],
      lessons: [{ tasks: [{ sentence: 'A task for Ida Marrow', minutes: 5 }] }],
    });
    expect(record).toMatchObject({
      takes: [{ file: 'takes/take-1.mid', heard: ['What Ida Marrow played'] }],
      requests: [{ title: 'A wish of Ida Marrow', state: 'asked' }],
      messages: [{ file: 'messages/message-1.eml', to: 'family@example.org', sentAt: null }],
    });
    expect(strFromU8(files['takes/take-1.mid']!, true)).toMatch(/^MThd/);
    expect(strFromU8(files['messages/message-1.eml']!)).toContain('Of Ida Marrow');
    expect(JSON.stringify(record)).not.toContain(learner);
    const schema = JSON.parse(strFromU8(files['record.schema.json']!)) as { required: string[] };
    expect(schema.required).toEqual(expect.arrayContaining(Object.keys(record)));
    expect(strFromU8(files['log.csv']!)).toBe(logAsCsv(learner));
    expect(strFromU8(files[names[2]!]!)).toContain('<score-partwise');
    expect(await learnerRecord('nobody', NOW_MS)).toMatchObject({ code: 'not-found' });
  });
});
