import { hostname, networkInterfaces } from 'node:os';
import { afterEach, describe, expect, it } from 'vitest';
import { homeAddresses, isOwnHost, isThisComputer } from './network';

const NAME = Symbol.for('key-path.network');
const listening = (state: object) => {
  (globalThis as Record<symbol, unknown>)[NAME] = {
    ...{ port: 4173, httpsPort: 4174, extraOrigin: null, isOpen: false, isSecure: false },
    ...state,
  };
};

afterEach(() => {
  delete (globalThis as Record<symbol, unknown>)[NAME];
  delete process.env.KEY_PATH_HOSTS;
});

describe('names by which the studio answers', () => {
  it('are this computer’s own at its own ports, while the network is closed', () => {
    listening({});
    for (const host of ['127.0.0.1:4173', 'localhost:4173', '[::1]:4173', '127.0.0.2:4174'])
      expect([host, isOwnHost(host)]).toEqual([host, true]);
    for (const host of ['127.0.0.1:80', 'evil.example:4173', '127.0.0.1.evil.example:4173', '', hostname()])
      expect([host, isOwnHost(host)]).toEqual([host, false]);
    for (const address of homeAddresses()) expect(isOwnHost(`${address}:4173`)).toBe(false);
  });

  it('are those of the network, too, while it is open', () => {
    listening({ isOpen: true });
    for (const name of [...homeAddresses(), hostname(), `${hostname()}.local`])
      expect([name, isOwnHost(`${name}:4173`)]).toEqual([name, true]);
    expect(isOwnHost('192.0.2.200:4173')).toBe(
      Object.values(networkInterfaces())
        .flat()
        .some((each) => each?.address === '192.0.2.200'),
    );
  });

  it('are those that were added to the list', () => {
    listening({ extraOrigin: 'https://studio.example' });
    process.env.KEY_PATH_HOSTS = 'Room.example:8080, other.example';
    for (const host of ['studio.example', 'room.example:8080', 'other.example:4173'])
      expect([host, isOwnHost(host)]).toEqual([host, true]);
    expect(isOwnHost('room.example:1')).toBe(false);
  });

  it('tells this computer from others', () => {
    for (const address of ['127.0.0.1', '::1', '::ffff:127.0.0.1', '127.4.5.6'])
      expect(isThisComputer(address)).toBe(true);
    for (const address of ['192.0.2.2', '::ffff:10.0.0.1', '10.127.0.1', ''])
      expect(isThisComputer(address)).toBe(false);
  });
});
