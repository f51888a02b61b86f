// Makes the studio's own authority, once, and a certificate signed by it for this machine's names and addresses.
import { X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { installPackages } from './prepare.mjs';

installPackages({ isQuiet: true });
const { generate } = await import('selfsigned');

const AUTHORITY_DAYS = 3650;
/** Browsers take no certificate of a server that holds longer. */
const SERVER_DAYS = 397;
const folder = join(process.env.KEY_PATH_DATA ?? 'data', 'certificate');
mkdirSync(folder, { recursive: true, mode: 0o700 });
chmodSync(folder, 0o700);

const path = (name) => join(folder, name);

/** Written under another name first, so that a file is whole or not there. */
function keep(name, pem) {
  writeFileSync(path(`${name}.unfinished`), pem, { mode: 0o600 });
  renameSync(path(`${name}.unfinished`), path(name));
}

function until(days) {
  return new Date(Date.now() + days * 86_400_000);
}

async function authority() {
  if (existsSync(path('authority.key')) && existsSync(path('authority.pem')))
    return {
      key: readFileSync(path('authority.key'), 'utf8'),
      cert: readFileSync(path('authority.pem'), 'utf8'),
    };
  const made = await generate([{ name: 'commonName', value: `Key Path studio on ${hostname()}` }], {
    ...{ keyType: 'ec', curve: 'P-256', algorithm: 'sha256', notAfterDate: until(AUTHORITY_DAYS) },
    extensions: [
      { name: 'basicConstraints', cA: true, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
  keep('authority.key', made.private);
  keep('authority.pem', made.cert);
  return { key: made.private, cert: made.cert };
}

const addresses = Object.values(networkInterfaces())
  .flat()
  .filter(({ family }) => family === 'IPv4')
  .map(({ address }) => address);
const names = [...new Set(['localhost', hostname(), `${hostname()}.local`])];
const ca = await authority();
const server = await generate([{ name: 'commonName', value: hostname() }], {
  ...{ keyType: 'ec', curve: 'P-256', algorithm: 'sha256', notAfterDate: until(SERVER_DAYS), ca },
  extensions: [
    { name: 'basicConstraints', cA: false, critical: true },
    { name: 'keyUsage', digitalSignature: true, critical: true },
    { name: 'extKeyUsage', serverAuth: true },
    {
      name: 'subjectAltName',
      altNames: [
        ...names.map((value) => ({ type: 2, value })),
        ...[...new Set(['127.0.0.1', ...addresses])].map((ip) => ({ type: 7, ip })),
      ],
    },
  ],
});
keep('server.key', server.private);
keep('server.pem', server.cert);
console.log(
  `The certificate holds for ${[...names, ...addresses].join(', ')}, until ${until(SERVER_DAYS).toDateString()}.`,
);
console.log(
  `It is signed by the studio's own authority, whose SHA-256 fingerprint is\n${new X509Certificate(ca.cert).fingerprint256}`,
);
console.log(
  'Let the home network in again under Studio, “Who may come in” (or start the program anew): it then speaks HTTPS, and the page with the QR code leads each device through trusting it.',
);
