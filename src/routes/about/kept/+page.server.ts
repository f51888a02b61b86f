import { readHousekeeping } from '$lib/server/housekeeping';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({ backupsKept: readHousekeeping().backupsKept });
