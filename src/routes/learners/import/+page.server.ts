import { fail } from '@sveltejs/kit';
import { readLearnersCsv } from '$lib/server/learners-csv';
import { formOf } from '$lib/server/sent-form';
import type { Actions } from './$types';

const MOST_BYTES = 1_000_000;

export const actions: Actions = {
  default: async ({ request }) => {
    const form = await formOf(request);
    const file = form.get('file');
    const text = file instanceof File && file.size > 0 ? await file.text() : String(form.get('text') ?? '');
    if (text.trim() === '') return fail(400, { message: 'Choose a CSV file first.' });
    if (text.length > MOST_BYTES) return fail(413, { message: 'The file is larger than 1 MB.' });
    const isKept = form.get('do') === 'keep';
    const read = readLearnersCsv(text, isKept, Date.now());
    if ('message' in read) return fail(400, read);
    return { ...read, text: isKept ? '' : text, isKept };
  },
};
