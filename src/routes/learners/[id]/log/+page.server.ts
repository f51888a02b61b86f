import { error, fail } from '@sveltejs/kit';
import { findLearner } from '$lib/server/learners';
import { readLogCsv } from '$lib/server/practice-csv';
import type { Actions, PageServerLoad } from './$types';

const MOST_BYTES = 4_000_000;

export const load: PageServerLoad = ({ params }) => {
  const learner = findLearner(params.id);
  if (!learner) error(404, 'There is no such learner in the studio.');
  return { learner: { id: learner.id, name: learner.name } };
};

export const actions: Actions = {
  default: async ({ request, params }) => {
    if (!findLearner(params.id)) error(404, 'There is no such learner in the studio.');
    const form = await request.formData();
    const file = form.get('file');
    const text = file instanceof File && file.size > 0 ? await file.text() : String(form.get('text') ?? '');
    if (text.trim() === '') return fail(400, { message: 'Choose a CSV file first.' });
    if (text.length > MOST_BYTES) return fail(413, { message: 'The file is larger than 4 MB.' });
    const isKept = form.get('do') === 'keep';
    const read = readLogCsv(params.id, text, isKept, Date.now());
    if ('message' in read) return fail(400, read);
    return { ...read, text: isKept ? '' : text, isKept };
  },
};
