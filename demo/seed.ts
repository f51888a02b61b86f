import { fingerPin } from '../src/lib/core/document/pins/finger';
import { texturePin } from '../src/lib/core/document/pins/texture';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { arrange } from '../src/lib/core/arrange/arrange';
import { studySource } from '../src/lib/core/analyse/study-source';
import { pinStep, recipeStep, type ArrangementStep } from '../src/lib/core/document/steps';
import { createArrangement, findArrangement, saveStep } from '../src/lib/server/arrangements';
import { closeDatabase } from '../src/lib/server/db/client';
import { handOut } from '../src/lib/server/editions';
import { addLearner } from '../src/lib/server/learners';
import type { Found } from '../src/lib/server/outcome';
import { keepPiece, readUpload, sourceScore } from '../src/lib/server/pieces';
import { stopWork } from '../src/lib/server/work/pool';
import { makeHistory } from './history';
import { LESSONS } from './lessons';
import { ARRANGEMENTS, LEARNERS, SOURCES, type DemoArrangement } from './studio';

function found<T>(outcome: Found<T>): T {
  if (!outcome.ok) throw new Error(outcome.message);
  return outcome.value;
}

const MS_PER_DAY = 86_400_000;
const nowMs = Date.now();

async function importTune(name: string): Promise<string> {
  const bytes = new Uint8Array(readFileSync(`demo/sources/${name}`));
  const read = await readUpload(bytes, name);
  if (!read.ok) throw new Error(`${name}: ${read.error.message}`);
  return keepPiece(bytes, name, read, nowMs);
}

function save(arrangementId: string, step: ArrangementStep | null): void {
  const current = found(findArrangement(arrangementId));
  if (!step) return;
  const saved = saveStep(
    arrangementId,
    { baseRevision: current.revision, idempotencyKey: randomUUID(), step },
    nowMs,
  );
  if (!saved.ok) throw new Error(saved.message);
}

async function makeArrangement(
  pieceId: string,
  plan: DemoArrangement,
  learnerId: string | null,
): Promise<string> {
  const made = await createArrangement(pieceId, nowMs, { name: plan.name, rung: plan.rung });
  if (!made.ok) throw new Error(made.message);
  const id = made.value;
  const document = () => found(findArrangement(id)).document;
  save(
    id,
    recipeStep(document(), {
      setting: plan.setting ?? document().recipe.setting,
      key: plan.key,
      leftTexture: plan.leftTexture ?? 'by-rung',
      counts: plan.counts ? 'shown' : 'hidden',
      learnerId,
    }),
  );
  for (const { from, to, texture } of plan.painted ?? []) {
    const measures = Array.from({ length: to - from + 1 }, (_, index) => from + index);
    save(
      id,
      pinStep(
        document(),
        measures.map((measure) => texturePin(measure, texture)),
      ),
    );
  }
  const { notes } = arrange(studySource(found(sourceScore(pieceId, 1))), document()).score;
  const pins = (plan.fingers ?? []).flatMap(([measure, place, finger]) => {
    const note = notes.filter((each) => each.measure === measure && each.staff === 0)[place];
    return note ? [fingerPin(note.id, finger)] : [];
  });
  save(id, pinStep(document(), pins));
  return id;
}

async function give(arrangementId: string, learnerId: string): Promise<void> {
  const given = await handOut(arrangementId, learnerId, nowMs - 60 * MS_PER_DAY);
  if (!given.ok) throw new Error(given.message);
}

let done = 0;
/** Tells the server that waits for the demo studio, if one does, how far it is. */
function tellProgress(): void {
  process.send?.({ done: (done += 1), of: SOURCES.length + ARRANGEMENTS.length + LESSONS.length });
}

const learnerIds = new Map(
  LEARNERS.map(({ name, birthYear, span, rung, notes, more }) => [
    name,
    addLearner(
      {
        name,
        birthYear,
        spanLeftSemitones: span,
        spanRightSemitones: span,
        rung,
        countingStyle: 'numbers',
        notes,
        ...more,
      },
      nowMs,
    ),
  ]),
);
const pieceIds = new Map<string, string>();
for (const file of SOURCES) {
  pieceIds.set(file.replace(/\.\w+$/, ''), await importTune(file));
  tellProgress();
}
for (const plan of ARRANGEMENTS) {
  const learnerId = plan.learner === null ? null : learnerIds.get(plan.learner)!;
  const id = await makeArrangement(pieceIds.get(plan.file)!, plan, learnerId);
  if (learnerId) await give(id, learnerId);
  if (plan.partner) await give(id, learnerIds.get(plan.partner)!);
  tellProgress();
}
const today = Math.floor(nowMs / MS_PER_DAY);
for (const [index, plan] of LESSONS.entries()) {
  makeHistory(plan, learnerIds, today, index + 1);
  tellProgress();
}
closeDatabase();
await stopWork();
process.disconnect?.();
console.log(
  `The demo studio has ${learnerIds.size} learners, ${pieceIds.size} pieces and ${ARRANGEMENTS.length} arrangements.`,
);
