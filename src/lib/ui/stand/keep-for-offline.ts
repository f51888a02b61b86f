import { browser } from '$app/environment';

/** A worker's script is looked for by its own address, wherever the page is that starts it. */
const SCOPES = ['/stand', '/_app/immutable/workers/'] as const;

/**
 * Has the browser keep the stand for when there is no network: the application, these pages, the sounds. Where it cannot (a
 * page that came over plain HTTP from another address), the stand works with a network only. Tells whether it is kept.
 */
export async function keepForOffline(
  link: { readonly id: string; readonly expiresAtMs: number },
  pages: readonly string[],
): Promise<boolean> {
  if (!browser || !('serviceWorker' in navigator)) return false;
  try {
    const [registration] = await Promise.all(
      SCOPES.map((scope) =>
        navigator.serviceWorker.register('/service-worker.js', { scope, type: 'module' }),
      ),
    );
    const worker = await active(registration!);
    const channel = new MessageChannel();
    const answered = new Promise<boolean>((resolve) => {
      channel.port1.onmessage = ({ data }) => resolve(data === 'kept');
    });
    const request = { kind: 'keep', linkId: link.id, expiresAtMs: link.expiresAtMs, pages };
    worker.postMessage(request, [channel.port2]);
    return await answered;
  } catch {
    return false;
  }
}

function active(registration: ServiceWorkerRegistration): Promise<ServiceWorker> {
  const coming = registration.installing ?? registration.waiting;
  if (!coming) return Promise.resolve(registration.active!);
  return new Promise((resolve, reject) => {
    coming.addEventListener('statechange', () => {
      if (coming.state === 'activated') resolve(coming);
      if (coming.state === 'redundant') reject(new Error('The service worker did not start.'));
    });
  });
}
