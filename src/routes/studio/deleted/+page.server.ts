import { listDeletions } from '$lib/server/records/deletions';
import { copiesKept } from '$lib/server/records/erase';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({ deletions: listDeletions(), copies: copiesKept() });
