import { hostname, networkInterfaces } from 'node:os';

/** What the program that started the application does for it; absent while it is developed. */
interface Listener {
  readonly port: number;
  readonly httpsPort: number;
  /** An address by which the studio is reached through something in between. */
  readonly extraOrigin: string | null;
  readonly isOpen: boolean;
  readonly isSecure: boolean;
  listen(isOpen: boolean): Promise<void>;
  /** What the studio says of itself while it is opened, before anything listens. */
  hasPassphrase?: boolean;
  wantsNetwork?: boolean;
}

function listener(): Listener | null {
  return (globalThis as Record<symbol, unknown>)[Symbol.for('key-path.network')] as Listener | null;
}

/** Tells the starting program what it may do. */
export function tellNetwork(hasPassphrase: boolean, wantsNetwork: boolean): void {
  const own = listener();
  if (!own) return;
  own.hasPassphrase = hasPassphrase;
  own.wantsNetwork = wantsNetwork;
}

export interface NetworkState {
  readonly isOpen: boolean;
  readonly isSecure: boolean;
  /** Where other machines of the home network find the studio, the best first. */
  readonly addresses: readonly string[];
  /** Where they find how to trust it, by plain HTTP. */
  readonly plainAddresses: readonly string[];
}

export function networkState(): NetworkState {
  const own = listener();
  if (!own?.isOpen) return { isOpen: false, isSecure: false, addresses: [], plainAddresses: [] };
  const names = homeAddresses();
  const plain = names.map((name) => `http://${name}:${own.port}`);
  const secure = names.map((name) => `https://${name}:${own.httpsPort}`);
  return {
    isOpen: true,
    isSecure: own.isSecure,
    addresses: own.isSecure ? secure : plain,
    plainAddresses: plain,
  };
}

/** Opens the studio to the home network, or closes it again. */
export async function openNetwork(isOpen: boolean): Promise<void> {
  await listener()?.listen(isOpen);
}

/** This machine's addresses in its networks, IPv4. */
export function homeAddresses(): readonly string[] {
  return Object.values(networkInterfaces()).flatMap((all) =>
    (all ?? [])
      .filter(({ family, internal }) => family === 'IPv4' && !internal)
      .map(({ address }) => address),
  );
}

const THIS_COMPUTER = /^(localhost|127(\.\d{1,3}){3}|\[::1\])$/;

/**
 * Is this a name by which the studio answers? Others are refused: a page elsewhere could point a name of its own at this
 * machine. Names of this computer hold always, those of the network while it is open; KEY_PATH_HOSTS adds more, parted by commas.
 */
export function isOwnHost(host: string): boolean {
  const { hostname: name, port } = partsOf(host);
  const own = listener();
  const more = (process.env.KEY_PATH_HOSTS ?? '')
    .split(',')
    .map((each) => each.trim().toLowerCase())
    .filter((each) => each !== '');
  if (own?.extraOrigin) more.push(new URL(own.extraOrigin).host);
  if (more.includes(host.toLowerCase()) || more.includes(name)) return true;
  // Only the ports at which it listens: another program of this computer is another site.
  if (own && ![own.port, own.httpsPort].includes(port)) return false;
  if (THIS_COMPUTER.test(name)) return true;
  if (!own?.isOpen) return false;
  const machine = hostname().toLowerCase();
  return [...homeAddresses(), machine, `${machine}.local`].includes(name);
}

function partsOf(host: string): { readonly hostname: string; readonly port: number } {
  const at = /^(.*?)(?::(\d+))?$/.exec(host.toLowerCase());
  return { hostname: at?.[1] ?? '', port: Number(at?.[2] ?? 80) };
}

/** Did a request come from this computer itself? */
export function isThisComputer(address: string): boolean {
  return /^(::ffff:)?127\.|^::1$/.test(address);
}
