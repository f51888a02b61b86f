import { json } from '@sveltejs/kit';
import { rulesSchema } from '$lib/core/ladder/rules';
import { keepArrangingRules, resetArrangingRules, studioRules } from '$lib/server/settings';
import type { RequestHandler } from './$types';

/** Keeps the studio's ladder, textures and windows as a whole. */
export const PUT: RequestHandler = async ({ request }) => {
  const body: unknown = await request.json().catch(() => null);
  const rules = rulesSchema.safeParse(body);
  if (!rules.success)
    return json(
      {
        code: 'bad-rules',
        message: rules.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' '),
      },
      { status: 400 },
    );
  keepArrangingRules(rules.data, Date.now());
  return json(studioRules().rules);
};

/** Back to the ladder as it comes. */
export const DELETE: RequestHandler = () => {
  resetArrangingRules();
  return json(studioRules().rules);
};
