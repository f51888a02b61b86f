import { error } from '@sveltejs/kit';
import { findLearner, type Learner } from './learners';

/** The learner that an address names. */
export function foundLearner(id: string): Learner {
  return findLearner(id) ?? error(404, 'There is no such learner in the studio.');
}
