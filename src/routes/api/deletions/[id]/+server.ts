import { json } from '@sveltejs/kit';
import { takeBack } from '$lib/server/records/deletions';
import { erase } from '$lib/server/records/erase';
import type { RequestHandler } from './$types';

/** Takes a deletion back. */
export const POST: RequestHandler = ({ params }) => {
  const taken = takeBack(params.id);
  return taken.ok
    ? json({ kind: taken.value.kind, subjectId: taken.value.subjectId })
    : json({ message: taken.message }, { status: 404 });
};

/** Erases what was deleted, for good; answers with the copies that may still hold it. */
export const DELETE: RequestHandler = ({ params }) => {
  const erased = erase([params.id]);
  return erased.ok
    ? json({ copies: erased.value.copies })
    : json({ message: erased.message }, { status: 404 });
};
