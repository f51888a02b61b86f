import { error } from '@sveltejs/kit';
import { weekTasks } from '$lib/core/practice/week-tasks';
import { findLearner } from '$lib/server/learners';
import { learnersInPractice, weekOf } from '$lib/server/learner-practice';
import { findLesson, tasksOf, tasksOfLesson } from '$lib/server/lessons';
import { practiceWays } from '$lib/server/practice-ways';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const lesson = findLesson(params.id);
  if (!lesson) error(404, 'There is no such lesson. It may have been started in another studio.');
  const { ways } = practiceWays();
  // In the order in which they stand everywhere; one who was put away meanwhile is still in the lesson.
  const who = lesson.learnerIds
    .flatMap((id) => findLearner(id) ?? [])
    .sort((a, b) => a.name.localeCompare(b.name));
  const learners = learnersInPractice(who, lesson.onDay);
  return {
    lesson,
    ways,
    learners,
    weeks: learners.map((each) => {
      const titles = new Map(each.pieces.map((piece) => [piece.assignmentId, piece]));
      const nameOf = (assignmentId: string, sectionId: string) => {
        const piece = titles.get(assignmentId);
        return `${piece?.title ?? ''}, ${piece?.sections.find(({ id }) => id === sectionId)?.name ?? ''}`;
      };
      const last = tasksOf(each.learner.id);
      return {
        learnerId: each.learner.id,
        set: tasksOfLesson(lesson.id, each.learner.id),
        before: last && last.lessonId !== lesson.id ? last : null,
        proposed: weekTasks(weekOf(each, ways, lesson.onDay + 1), nameOf),
      };
    }),
  };
};
