import { listArrangements } from './arrangements';
import { editionsOf } from './editions';
import { listLearners } from './learners';
import { assignmentsOf } from './practice';

/** Each learner's next step, and the arrangements that are not handed out as they now stand. */
export function today() {
  const learners = listLearners().map((learner) => {
    const assignments = assignmentsOf(learner.id);
    return {
      id: learner.id,
      name: learner.name,
      steps: assignments.map(({ id, edition, next, entries }) => ({
        assignmentId: id,
        title: edition.pieceTitle,
        section: next?.section.name ?? null,
        stage: next?.stage.label ?? null,
        lastDay: entries.reduce<number | null>((latest, entry) => Math.max(latest ?? 0, entry.onDay), null),
      })),
    };
  });
  const inWork = listArrangements().flatMap((arrangement) => {
    const [latest] = editionsOf(arrangement.id);
    if (latest && latest.revision === arrangement.revision) return [];
    return [
      {
        id: arrangement.id,
        title: arrangement.pieceTitle,
        name: arrangement.name,
        updatedAtMs: arrangement.updatedAtMs,
        state: latest ? `changed since edition ${latest.number} was handed out` : 'not handed out yet',
      },
    ];
  });
  return { learners, inWork };
}
