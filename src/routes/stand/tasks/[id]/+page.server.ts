import { error } from '@sveltejs/kit';
import { yearOf } from '$lib/core/practice/day-number';
import { restAfterMinutes } from '$lib/core/practice/rests';
import { targetOf } from '$lib/core/practice/learner-practice';
import { linkedLearner } from '$lib/server/access/linked';
import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import { learnersInPractice } from '$lib/server/learner-practice';
import { tasksOf } from '$lib/server/lessons';
import { practiceWays, studioNow } from '$lib/server/practice-ways';
import type { PageServerLoad } from './$types';

/** One task of the week with the passage that it is about: what a learner puts on the music desk. */
export const load: PageServerLoad = ({ params, locals }) => {
  const { link, learner } = linkedLearner(locals.who);
  const set = tasksOf(learner.id)?.tasks ?? [];
  const at = set.findIndex(({ id }) => id === params.id);
  const task = set[at];
  if (!task) error(404, 'This task is not set any more. Look at what is set now.');
  const { ways } = practiceWays();
  const { day } = studioNow(Date.now(), ways.timeZone);
  const [who] = learnersInPractice([learner], day);
  const piece = who!.pieces.find(({ assignmentId }) => assignmentId === task.assignmentId);
  const section = piece?.sections.find(({ id }) => id === task.sectionId);
  const { sentence, minutes, stage, tempoBpm, assignmentId, sectionId } = task;
  return {
    mayMark: link.mayMark && piece !== undefined && section !== undefined,
    linkId: link.id,
    task: { id: task.id, sentence, minutes, stage, tempoBpm, assignmentId, sectionId },
    title: piece?.title ?? null,
    span: section ? { from: section.from, to: section.to } : null,
    score: piece ? found(findEdition(piece.assignment.editionId)).frozen.score : null,
    targetBpm: piece ? targetOf(piece) : null,
    countingStyle: learner.countingStyle,
    transpose: learner.keyboardTransposeSemitones,
    before: set[at - 1]?.id ?? null,
    after: set[at + 1]?.id ?? null,
    place: { number: at + 1, of: set.length },
    restAfterMinutes: restAfterMinutes(learner.birthYear, yearOf(day), false, ways.rests),
    restMinutes: ways.rests.restMinutes,
  };
};
