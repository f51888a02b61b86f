import { chromiumPath } from '../scripts/prepare.mjs';

/** Debian's Chromium, for tests and benches. */
export const BROWSER = {
  executablePath: chromiumPath(),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--autoplay-policy=no-user-gesture-required',
  ],
};
