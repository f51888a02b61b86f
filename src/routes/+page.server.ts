import { today } from '$lib/server/today';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({ ...today(), nowMs: Date.now() });
