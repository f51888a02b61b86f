import { fail } from '@sveltejs/kit';
import { foundLearner } from '$lib/server/learner-found';
import { isSeen, MOST_NAME } from '$lib/core/text/names';
import { readLogCsv } from '$lib/server/practice-csv';
import { importOfFile } from '$lib/server/records/log-imports';
import { dayOf, longDay } from '$lib/ui/parts/dates';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

const MOST_BYTES = 4_000_000;

export const load: PageServerLoad = ({ params }) => {
  const learner = foundLearner(params.id);
  return { learner: { id: learner.id, name: learner.name } };
};

export const actions: Actions = {
  default: async ({ request, params }) => {
    foundLearner(params.id);
    const form = await formOf(request);
    const file = form.get('file');
    const isFile = file instanceof File && file.size > 0;
    const text = isFile ? await file.text() : String(form.get('text') ?? '');
    const fileName = (isFile ? file.name : String(form.get('fileName') ?? '')).slice(0, MOST_NAME);
    if (text.trim() === '') return fail(400, { message: 'Choose a CSV file first.' });
    if (text.length > MOST_BYTES) return fail(413, { message: 'The file is larger than 4 MB.' });
    const isKept = form.get('do') === 'keep';
    const before = importOfFile(params.id, text);
    const named = isSeen(fileName) ? fileName : 'entries';
    const read = readLogCsv(params.id, text, isKept ? named : null, Date.now());
    if ('message' in read) return fail(400, read);
    const note =
      before && !isKept
        ? `This very file was brought in on ${longDay(dayOf(before.atMs))}, as “${before.fileName}”: its entries would be in the log twice.`
        : null;
    return { ...read, note, fileName: named, text: isKept ? '' : text, isKept };
  },
};
