import { error } from '@sveltejs/kit';
import { studioAuthority } from '$lib/server/access/authority';
import type { RequestHandler } from './$types';

/** The studio's authority, for a device to trust. */
export const GET: RequestHandler = () => {
  const authority = studioAuthority();
  if (!authority) error(404, 'This studio has no certificate yet. Make one with “npm run certificate”.');
  return new Response(authority.pem, {
    headers: {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': 'attachment; filename="key-path-authority.crt"',
    },
  });
};
