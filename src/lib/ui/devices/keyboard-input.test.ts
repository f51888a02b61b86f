import { expect, it } from 'vitest';
import { readMessage } from './keyboard-input';

it('reads keys and the pedal, a key without force being let go, and nothing else', () => {
  const heard: string[] = [];
  const listener = {
    press: (key: number) => heard.push(`press ${key}`),
    release: (key: number) => heard.push(`release ${key}`),
    pedal: (isDown: boolean) => heard.push(isDown ? 'pedal down' : 'pedal up'),
  };
  const messages = [
    [0x90, 60, 80],
    [0x93, 64, 1],
    [0x90, 60, 0],
    [0x83, 64, 40],
    [0xb0, 64, 127],
    [0xb0, 64, 0],
    [0xb0, 7, 100],
    [0xe0, 0, 64],
    [],
  ];
  for (const message of messages) readMessage(Uint8Array.from(message), listener);
  expect(heard).toEqual(['press 60', 'press 64', 'release 60', 'release 64', 'pedal down', 'pedal up']);
});
