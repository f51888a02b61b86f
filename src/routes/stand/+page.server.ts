import type { PracticeEntry } from '$lib/core/practice/register';
import { nextStepOf } from '$lib/core/practice/learner-practice';
import { linkedLearner } from '$lib/server/access/linked';
import { learnersInPractice } from '$lib/server/learner-practice';
import { tasksOf } from '$lib/server/lessons';
import { practiceWays, studioNow } from '$lib/server/practice-ways';
import type { PageServerLoad } from './$types';

/** What is the learner's own: the tasks of the week, the music, what was stamped. A nickname, and nothing else about the person. */
export const load: PageServerLoad = ({ locals }) => {
  const { link, learner } = linkedLearner(locals.who);
  const { ways } = practiceWays();
  const { day } = studioNow(Date.now(), ways.timeZone);
  const [who] = learnersInPractice([learner], day);
  return {
    nickname: link.nickname,
    set: (tasksOf(learner.id)?.tasks ?? []).map(({ id, sentence, minutes }) => ({ id, sentence, minutes })),
    doneToday: doneToday(
      who!.pieces.flatMap(({ assignment }) => assignment.entries),
      day,
    ),
    pieces: who!.pieces.map((piece) => {
      const { assignment } = piece;
      const next = nextStepOf(piece, who!.limits, ways);
      return {
        assignmentId: assignment.id,
        editionId: assignment.editionId,
        title: assignment.title,
        editionNumber: assignment.editionNumber,
        next: next && `${next.section.name}, ${next.stage.label.toLowerCase()}`,
        sections: assignment.sections.map(({ id, name }) => ({
          id,
          name,
          passed: assignment.entries.filter(({ sectionId, kind }) => sectionId === id && kind === 'passed')
            .length,
        })),
      };
    }),
  };
};

/** What the learner noted down today, in one sentence; empty where nothing was. */
function doneToday(entries: readonly PracticeEntry[], day: number): string {
  const own = entries.filter(({ onDay, markedBy }) => onDay === day && markedBy === 'learner');
  if (own.length === 0) return '';
  const [well, notYet] = (['clean', 'again'] as const).map(
    (kind) => own.filter((entry) => entry.kind === kind).length,
  );
  const sections = new Set(own.map(({ sectionId }) => sectionId)).size;
  const times = (count = 0) => (count === 1 ? 'once' : `${count} times`);
  return `Today: ${sections} ${sections === 1 ? 'section' : 'sections'} practised; it went well ${times(well)}, not yet ${times(notYet)}.`;
}
