import { download } from '$lib/server/download';
import { found } from '$lib/server/found';
import { findLearner } from '$lib/server/learners';
import { learnerRecord } from '$lib/server/records/learner-record';
import type { RequestHandler } from './$types';

/** All that is kept of a learner, in open formats. */
export const GET: RequestHandler = async ({ params }) => {
  const record = found(await learnerRecord(params.id, Date.now()));
  return download(record, `${findLearner(params.id)?.name ?? 'learner'}, record.zip`, 'application/zip');
};
