import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import {
  backupFile,
  backupName,
  letOldestGo,
  listBackups,
  makeBackup,
  removeBackup,
} from '$lib/server/backup/backups';
import { contentsNow, lookInto, restore } from '$lib/server/backup/restore';
import { isDemo } from '$lib/server/demo/demo-studio';
import { keepHousekeeping, readHousekeeping } from '$lib/server/housekeeping';
import { sentForm } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  backups: listBackups(),
  kept: readHousekeeping().backupsKept,
  now: contentsNow(),
});

const MOST_KEPT = 400;
const named = z.object({ name: z.string().max(120) });
const GONE = 'This backup is not there any more.';

export const actions: Actions = {
  make: async () => {
    const made = await makeBackup(backupName(Date.now()));
    return made.ok
      ? { message: null, done: `${made.value} was made.` }
      : fail(500, { message: made.message });
  },
  keep: async ({ request }) => {
    const form = await sentForm(
      request,
      z.object({ kept: z.coerce.number().int().min(1).max(MOST_KEPT) }),
      `Keep from 1 to ${MOST_KEPT} daily backups.`,
    );
    if (!form.ok) return form.failure;
    keepHousekeeping({ backupsKept: form.value.kept });
    letOldestGo();
    return { message: null, done: `The last ${form.value.kept} daily backups are kept.` };
  },
  remove: async ({ request }) => {
    const form = await sentForm(request, named, GONE);
    if (!form.ok) return form.failure;
    const removed = removeBackup(form.value.name);
    return removed.ok
      ? { message: null, done: `${form.value.name} was removed.` }
      : fail(404, { message: removed.message });
  },
  look: async ({ request }) => {
    const form = await sentForm(request, named, GONE);
    if (!form.ok) return form.failure;
    const file = backupFile(form.value.name);
    if (!file) return fail(404, { message: GONE });
    const looked = lookInto(file);
    return looked.ok
      ? { message: null, looked: { name: form.value.name, contents: looked.value } }
      : fail(422, { message: looked.message });
  },
  restore: async ({ request }) => {
    // Leaving the demo studio would put the empty studio in place of what was restored.
    if (isDemo())
      return fail(409, {
        message: 'Go back from the demo studio to your own first, then put the backup in place.',
      });
    const form = await sentForm(request, named, GONE);
    if (!form.ok) return form.failure;
    const file = backupFile(form.value.name);
    if (!file) return fail(404, { message: GONE });
    const restored = restore(file, Date.now());
    return restored.ok
      ? {
          message: null,
          done: `${form.value.name} is in place. The studio as it was before is kept as ${restored.value.copy}. Links of learners were withdrawn: make those that you still want anew.`,
        }
      : fail(422, { message: restored.message });
  },
};
