import { error } from '@sveltejs/kit';
import { findLearner, type Learner } from '../learners';
import type { LearnerLink } from './share-links';
import type { Who } from './who';

/** The learner who came by a link; anybody else has no business here. */
export function linkedLearner(who: Who): { readonly link: LearnerLink; readonly learner: Learner } {
  const learner = who.kind === 'learner' ? findLearner(who.link.learnerId) : null;
  if (who.kind !== 'learner' || !learner)
    error(401, 'This link does not hold any more. Ask your teacher for a new one.');
  return { link: who.link, learner };
}
