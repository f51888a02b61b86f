import { listPieces } from '$lib/server/pieces';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({ pieces: listPieces() });
