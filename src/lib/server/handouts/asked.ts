import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { sheetChoicesSchema } from '../../core/handout/sheet-choices';
import type { HandoutRequest } from './print-handout';
import { keepChoices } from './sheet-choices';
import { foundLearner } from '../learner-found';

const body = z.strictObject({ learnerId: z.string().max(64).nullable(), choices: sheetChoicesSchema });

/** What a page asks to have printed; what was chosen for a learner is remembered. */
export async function handoutAsked(request: Request, editionId: string): Promise<HandoutRequest> {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success) error(400, parsed.error.issues[0]?.message ?? 'These choices were not understood.');
  const { learnerId, choices } = parsed.data;
  const learner = learnerId ? foundLearner(learnerId) : null;
  if (learner) keepChoices(learner.id, choices);
  return { editionId, learner, choices };
}
