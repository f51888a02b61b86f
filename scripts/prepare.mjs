// What a fresh clone lacks is installed here, before anything that needs a package is imported.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';

/** Debian's Chromium without a window, or else the whole of it, which does the same and works twice as long. */
const CHROMIUMS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

export const chromiumPath = () => CHROMIUMS.find((path) => existsSync(path)) ?? CHROMIUMS[0];

/** Runs a command with its output shown, or kept back unless it fails; ends this process when it does. */
export function run(command, args, { isQuiet = false, ...options } = {}) {
  const stdio = isQuiet ? ['ignore', 'pipe', 'pipe'] : 'inherit';
  const result = spawnSync(command, args, { stdio, maxBuffer: 2 ** 26, ...options });
  if (result.status !== 0) {
    if (isQuiet) process.stderr.write(`${result.stdout ?? ''}${result.stderr ?? ''}`);
    console.error(`${command} ${args.join(' ')} failed (${result.status ?? result.signal ?? result.error}).`);
    process.exit(1);
  }
}

function packagesAreCurrent() {
  const marker = 'node_modules/.package-lock.json';
  return existsSync(marker) && statSync(marker).mtimeMs >= statSync('package-lock.json').mtimeMs;
}

/** Versions of Node.js that Key Path was tried on: 20 from its 20th on, 22 and 24. */
function isTriedNode(version) {
  const [major, minor] = version.split('.').map(Number);
  return (major === 20 && minor >= 20) || major === 22 || major === 24;
}

/** Are the headers in a folder those of the Node.js that runs? What is compiled against others does not load. */
function hasOwnHeaders(folder) {
  const header = `${folder}/include/node/node_version.h`;
  if (!existsSync(header)) return false;
  const major = /NODE_MAJOR_VERSION (\d+)/.exec(readFileSync(header, 'utf8'))?.[1];
  return major === process.versions.node.split('.')[0];
}

/** Installs the packages of package-lock.json when node_modules is missing or older than it. */
export function installPackages({ isQuiet = false } = {}) {
  if (!isTriedNode(process.versions.node)) {
    const wanted = JSON.parse(readFileSync('package.json', 'utf8')).engines.node;
    console.error(`Key Path needs Node.js ${wanted}; this is ${process.versions.node}.`);
    process.exit(1);
  }
  if (packagesAreCurrent()) return;
  const env = { ...process.env };
  // better-sqlite3 compiles when its prebuilt file cannot be fetched; this Node's own headers make that possible offline.
  if (hasOwnHeaders('/usr')) env.npm_package_config_node_gyp_nodedir = '/usr';
  if (isQuiet) console.error('Installing packages…');
  run('npm', ['ci', '--no-progress'], { env, isQuiet });
}

/** Makes sure Debian's Chromium is there; installs it when root, otherwise says what to do. */
export function installChromium() {
  const isRoot = process.getuid?.() === 0;
  if (existsSync(isRoot ? CHROMIUMS[0] : chromiumPath())) return;
  if (!isRoot) {
    console.error(
      'The browser tests need Chromium: run "sudo apt-get install chromium-headless-shell" once.',
    );
    process.exit(1);
  }
  run('apt-get', ['update']);
  run('apt-get', ['install', '-y', '--no-install-recommends', 'chromium-headless-shell']);
}
