import type { Page } from '@playwright/test';

/** What a keyboard sends: MIDI messages of three bytes. */
type Message = readonly [status: number, data1: number, data2: number];

interface WithKeyboard {
  sendMidi: (messages: readonly Message[]) => void;
}

/** A stand-in for a keyboard with a cable, for the pages that are opened from now on. */
export async function plugInKeyboard(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const input = {
      ...{ id: '1', name: 'Stand-in keyboard', manufacturer: '', type: 'input' },
      ...{ state: 'connected', connection: 'open', onmidimessage: null, onstatechange: null },
      open: async () => undefined,
      close: async () => undefined,
    } as { onmidimessage: ((event: { data: Uint8Array; timeStamp: number }) => void) | null };
    Object.defineProperty(navigator, 'requestMIDIAccess', {
      value: async () => ({ inputs: new Map([['1', input]]), outputs: new Map(), onstatechange: null }),
    });
    (window as unknown as WithKeyboard).sendMidi = (messages) => {
      for (const message of messages)
        input.onmidimessage?.({ data: Uint8Array.from(message), timeStamp: performance.now() });
    };
  });
}

export function sendMidi(page: Page, ...messages: readonly Message[]): Promise<void> {
  return page.evaluate((sent) => (window as unknown as WithKeyboard).sendMidi(sent), messages);
}
