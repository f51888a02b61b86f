import { studioAuthority } from '$lib/server/access/authority';
import { networkState } from '$lib/server/access/network';
import { qrPicture } from '$lib/server/access/qr';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
  const { isSecure, addresses } = networkState();
  return {
    fingerprint: studioAuthority()?.fingerprint ?? null,
    places: isSecure
      ? await Promise.all(addresses.map(async (address) => ({ address, picture: await qrPicture(address) })))
      : [],
  };
};
