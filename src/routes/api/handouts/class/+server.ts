import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import { handoutFile, type HandoutRequest } from '$lib/server/handouts/print-handout';
import { choicesFor } from '$lib/server/handouts/sheet-choices';
import { foundLearner } from '$lib/server/learner-found';
import type { RequestHandler } from './$types';

const MOST = 60;
const body = z.strictObject({
  handouts: z
    .array(z.strictObject({ editionId: z.string().max(64), learnerId: z.string().max(64) }))
    .min(1)
    .max(MOST),
});

/**
 * Several learners' handouts in one file, each with the sheets chosen for that learner. Told as it goes on: a line of JSON after each
 * handout, and at last the file in base64. Closing the connection stops it.
 */
export const POST: RequestHandler = async ({ request }) => {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success) error(400, `Choose from one to ${MOST} handouts.`);
  const requests = parsed.data.handouts.map(({ editionId, learnerId }): HandoutRequest => {
    const learner = foundLearner(learnerId);
    return { editionId, learner, choices: choicesFor(found(findEdition(editionId)).frozen, learner) };
  });
  const abort = new AbortController();
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const tell = (line: unknown) =>
        controller.enqueue(new TextEncoder().encode(`${JSON.stringify(line)}\n`));
      const file = await handoutFile(
        requests,
        Date.now(),
        (done) => tell({ done, of: requests.length }),
        abort.signal,
      );
      if (abort.signal.aborted) return;
      tell(file.ok ? { file: Buffer.from(file.value).toString('base64') } : { problem: file.message });
      controller.close();
    },
    cancel: () => abort.abort(),
  });
  return new Response(stream, { headers: { 'content-type': 'application/x-ndjson' } });
};
