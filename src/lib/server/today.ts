import { and, desc, eq, isNull } from 'drizzle-orm';
import { database } from './db/client';
import { arrangements, assignments, editions, learners, pieces } from './db/schema';
import { standing } from './db/standing';
import { listLearners, type Learner } from './learners';
import { nextStepOf } from '../core/practice/learner-practice';
import { learnersInPractice } from './learner-practice';
import { practiceWays } from './practice-ways';
import { askedOf, knownPrints } from './prints';
import { comparePrints } from './print-queue';
import { studioRules, whomFor } from './settings';

/** Arrangements that were touched last; older ones are found by their piece. */
const MOST_IN_WORK = 60;

/** Each learner's next step, and the arrangements that are not handed out as they now stand. A handful of statements. */
export function today(day: number) {
  const everyone = listLearners();
  const { ways } = practiceWays();
  const work = inWork(everyone);
  return {
    learners: learnersInPractice(everyone, day).map((who) => ({
      id: who.learner.id,
      name: who.learner.name,
      steps: who.pieces.map((piece) => {
        const next = nextStepOf(piece, who.limits, ways);
        return {
          assignmentId: piece.assignmentId,
          title: piece.title,
          problem: piece.assignment.problem,
          section: next?.section.name ?? null,
          stage: next?.stage.label ?? null,
          lastDay: piece.entries.reduce<number | null>(
            (latest, entry) => Math.max(latest ?? 0, entry.onDay),
            null,
          ),
        };
      }),
    })),
    inWork: work,
  };
}

function inWork(everyone: readonly Learner[]) {
  const db = database();
  const rows = db
    .select({
      id: arrangements.id,
      pieceId: arrangements.pieceId,
      title: pieces.title,
      name: arrangements.name,
      document: arrangements.document,
      sourceRevision: arrangements.sourceRevision,
      updatedAtMs: arrangements.updatedAtMs,
    })
    .from(arrangements)
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(
      and(
        standing.arrangement,
        standing.piece,
        isNull(arrangements.archivedAtMs),
        isNull(pieces.archivedAtMs),
      ),
    )
    .orderBy(desc(arrangements.updatedAtMs))
    .limit(MOST_IN_WORK)
    .all();
  const held = heldEditions();
  const { rules } = studioRules();
  const requests = rows.map(({ document, pieceId, sourceRevision }) => {
    if (!document.ok) return null;
    const { learnerId } = document.value.recipe;
    const learner = everyone.find(({ id }) => id === learnerId) ?? null;
    const request = { pieceId, sourceRevision, document: document.value, whom: whomFor(learner, rules) };
    return { asked: askedOf(request), request };
  });
  const known = knownPrints(requests.flatMap((each) => each?.asked ?? []));
  const unknown = requests.filter(
    (each, index) => each && held.has(rows[index]!.id) && !known.has(each.asked),
  );
  comparePrints(unknown.flatMap((each) => each?.request ?? []));
  return rows.flatMap(({ id, title, name, document, updatedAtMs }, index) => {
    /** Learners whose newest edition is other than what stands now. */
    const about = { id, title, name, updatedAtMs, changedFor: [] as readonly string[] };
    if (!document.ok) return [{ ...about, state: document.message }];
    const edition = held.get(id);
    if (!edition) return [{ ...about, state: 'not handed out yet' }];
    const print = known.get(requests[index]!.asked);
    const whose = `edition ${edition.number}${edition.learners.length > 0 ? `, which ${edition.learners.join(' and ')} ${edition.learners.length === 1 ? 'has' : 'have'}` : ''}`;
    if (print === undefined) return [{ ...about, state: `being compared with ${whose}` }];
    return print === edition.fingerprint
      ? []
      : [{ ...about, state: `other than ${whose}`, changedFor: edition.learnerIds }];
  });
}

/** The newest edition of each arrangement that was handed out, with who plays from it. */
function heldEditions() {
  const rows = database()
    .select({
      arrangementId: editions.arrangementId,
      number: editions.number,
      fingerprint: editions.fingerprint,
      learner: learners.name,
      learnerId: learners.id,
      retiredAtMs: assignments.retiredAtMs,
    })
    .from(editions)
    .leftJoin(assignments, eq(assignments.editionId, editions.id))
    .leftJoin(learners, and(eq(learners.id, assignments.learnerId), standing.learner))
    .where(standing.edition)
    .orderBy(desc(editions.number))
    .all();
  const held = new Map<
    string,
    { number: number; fingerprint: string | null; learners: string[]; learnerIds: string[] }
  >();
  for (const { arrangementId, number, fingerprint, learner, learnerId, retiredAtMs } of rows) {
    const newest = held.get(arrangementId) ?? { number, fingerprint, learners: [], learnerIds: [] };
    held.set(arrangementId, newest);
    if (newest.number !== number || !learner || !learnerId || retiredAtMs !== null) continue;
    newest.learners.push(learner);
    newest.learnerIds.push(learnerId);
  }
  return held;
}
