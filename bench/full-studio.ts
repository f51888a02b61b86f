import { randomUUID } from 'node:crypto';
import { ANYONE } from '../src/lib/core/arrange/arrange-for';
import { makeupOf, studySource } from '../src/lib/core/analyse/study-source';
import { summarise } from '../src/lib/core/analyse/summary';
import { newDocument } from '../src/lib/core/document/document';
import { freezeEdition } from '../src/lib/core/handout/edition';
import { fingerprintOf, sectionPrints } from '../src/lib/core/handout/fingerprint';
import { STAGE_IDS } from '../src/lib/core/practice/stages.data';
import { closeDatabase, database } from '../src/lib/server/db/client';
import {
  arrangements,
  assignments,
  editions,
  learners,
  pieces,
  practiceEntries,
  sourceRevisions,
} from '../src/lib/server/db/schema';
import { read } from '../src/lib/server/kept/kept';
import { demoTunes } from '../src/lib/testing/demo-tunes';

const SIZE = { pieces: 300, learners: 100, editions: 800, entries: 20_000 } as const;
const NOW_MS = Date.now();
const MS_PER_DAY = 86_400_000;

/** Some of what is in a full studio, by which its pages are asked for. */
export interface FullStudio {
  readonly pieceId: string;
  readonly learnerId: string;
  readonly arrangementId: string;
  readonly editionId: string;
}

/** Fills the folder that KEY_PATH_DATA names as a teacher of many years would: 300 pieces, 100 learners, 800 editions, 20,000 entries. */
export function fillStudio(): FullStudio {
  const prepared = demoTunes().map(({ file, score }) => {
    const facts = studySource(score);
    const document = newDocument(makeupOf(facts), 3);
    const edition = freezeEdition(facts, document, ANYONE);
    return { file, score, summary: summarise(score, [], 'MusicXML'), document, edition };
  });
  const of = (index: number) => prepared[index % prepared.length]!;
  const learnerIds = Array.from({ length: SIZE.learners }, () => randomUUID());
  const pieceIds = Array.from({ length: SIZE.pieces }, () => randomUUID());
  const arrangementIds = pieceIds.map(() => randomUUID());
  const editionIds = Array.from({ length: SIZE.editions }, () => randomUUID());
  const assignmentIds = editionIds.map(() => randomUUID());
  database().transaction((tx) => {
    for (const [index, id] of learnerIds.entries())
      tx.insert(learners)
        .values({
          id,
          name: `Learner ${index + 1}`,
          spanLeftSemitones: 12,
          spanRightSemitones: 12,
          rung: 1 + (index % 6),
          countingStyle: 'numbers',
          notes: '',
          createdAtMs: NOW_MS,
        })
        .run();
    for (const [index, pieceId] of pieceIds.entries()) {
      const { file, score, summary, document } = of(index);
      const [title, atMs] = [`${score.title} ${index + 1}`, NOW_MS - index * MS_PER_DAY];
      tx.insert(pieces)
        .values({
          id: pieceId,
          title,
          composer: score.composer,
          rightsNote: '',
          fileName: file,
          fileBytes: Buffer.alloc(20_000),
          sourceRevision: 1,
          importedAtMs: atMs,
        })
        .run();
      tx.insert(sourceRevisions)
        .values({
          pieceId,
          revision: 1,
          step: null,
          score: read(score),
          warnings: read([]),
          summary: read(summary),
          createdAtMs: atMs,
        })
        .run();
      tx.insert(arrangements)
        .values({
          id: arrangementIds[index]!,
          pieceId,
          sourceRevision: 1,
          name: 'Rung 3',
          document: read(document),
          revision: 1,
          createdAtMs: atMs,
          updatedAtMs: atMs,
        })
        .run();
    }
    for (const [index, id] of editionIds.entries()) {
      const { edition } = of(index % SIZE.pieces);
      tx.insert(editions)
        .values({
          id,
          arrangementId: arrangementIds[index % SIZE.pieces]!,
          number: 1 + Math.floor(index / SIZE.pieces),
          arrangementRevision: 1,
          frozen: read(edition),
          fingerprint: fingerprintOf(edition),
          sections: read(sectionPrints(edition)),
          createdAtMs: NOW_MS - index * MS_PER_DAY,
        })
        .run();
      tx.insert(assignments)
        .values({
          id: assignmentIds[index]!,
          editionId: id,
          learnerId: learnerIds[index % SIZE.learners]!,
          assignedAtMs: NOW_MS - index * MS_PER_DAY,
        })
        .run();
    }
    for (let index = 0; index < SIZE.entries; index += 1) {
      const place = index % SIZE.editions;
      const { sections } = of(place % SIZE.pieces).edition;
      tx.insert(practiceEntries)
        .values({
          id: randomUUID(),
          assignmentId: assignmentIds[place]!,
          sectionId: sections[index % sections.length]!.id,
          stage: STAGE_IDS[Math.floor(index / SIZE.editions) % STAGE_IDS.length]!,
          kind: 'passed',
          tempoBpm: 60,
          onDay: Math.floor(NOW_MS / MS_PER_DAY) - (index % 300),
          createdAtMs: NOW_MS - index,
        })
        .run();
    }
  });
  closeDatabase();
  return {
    pieceId: pieceIds[0]!,
    learnerId: learnerIds[0]!,
    arrangementId: arrangementIds[0]!,
    editionId: editionIds[0]!,
  };
}
