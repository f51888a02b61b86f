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
    mayMark: link.mayMark,
    today: day,
    set: (tasksOf(learner.id)?.tasks ?? []).map(
      ({ id, sentence, minutes, assignmentId, sectionId, stage, tempoBpm }) => ({
        ...{ id, sentence, minutes, assignmentId, sectionId, stage, tempoBpm },
      }),
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
