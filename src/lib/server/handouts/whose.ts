import { error } from '@sveltejs/kit';
import { findLearner, type Learner } from '../learners';

/** The learner a handout is for; null: for nobody in particular. */
export function learnerAsked(id: string | null): Learner | null {
  if (!id) return null;
  return findLearner(id) ?? error(404, 'This learner is no longer in the studio.');
}
