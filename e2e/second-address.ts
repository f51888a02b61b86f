import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { freePort, type StudioServer } from './studio';

export const PASSPHRASE = 'harbour lantern seven';

/** An address of this machine that is not loopback, as other machines call it. */
export const secondAddress = (): string | undefined =>
  Object.values(networkInterfaces())
    .flat()
    .find((each) => each?.family === 'IPv4' && !each.internal)?.address;

export async function restartWithPassphrase(
  studio: StudioServer,
  more: Record<string, string> = {},
): Promise<void> {
  await studio.stop('SIGTERM');
  await studio.start({ KEY_PATH_PASSPHRASE: PASSPHRASE, ...more });
}

/** Opens the studio to the network, as its README says: a passphrase, and a certificate of its own beside plain HTTP. */
export async function openToNetwork(studio: StudioServer, address: string) {
  execFileSync(process.execPath, ['scripts/certificate.mjs'], {
    env: { ...process.env, KEY_PATH_DATA: studio.folder },
    stdio: 'ignore',
  });
  const httpsPort = await freePort();
  await restartWithPassphrase(studio, { HOST: '0.0.0.0', KEY_PATH_HTTPS_PORT: String(httpsPort) });
  return {
    plain: `http://${address}:${studio.port}`,
    secure: `https://${address}:${httpsPort}`,
    ca: readFileSync(`${studio.folder}/certificate/authority.pem`, 'utf8'),
  };
}
