import type { Input } from 'webmidi';

/** What a digital keyboard tells: keys as MIDI numbers, and its pedal. */
export interface KeyboardListener {
  /** Velocity from 1 to 127. */
  press(key: number, velocity: number): void;
  release(key: number): void;
  pedal?(isDown: boolean): void;
}

export interface ConnectedKeyboard {
  readonly name: string;
  readonly disconnect: () => void;
}

export type ConnectOutcome =
  | { readonly ok: true; readonly keyboard: ConnectedKeyboard }
  | { readonly ok: false; readonly message: string };

/** MIDI 1.0: the controller of the damper pedal, which is down from half on. */
const DAMPER = 64;
const DOWN_FROM = 64;

/** Listens to every connected keyboard through Web MIDI. The keys drawn on the screen stand in where there is none. */
export async function connectKeyboard(listener: KeyboardListener): Promise<ConnectOutcome> {
  if (!('requestMIDIAccess' in navigator))
    return {
      ok: false,
      message: 'This browser cannot hear a digital keyboard. Click the keys on the screen instead.',
    };
  try {
    // Only who listens loads it.
    const { WebMidi } = await import('webmidi');
    await WebMidi.enable();
    const inputs = [...WebMidi.inputs];
    if (inputs.length === 0)
      return {
        ok: false,
        message:
          'No digital keyboard is connected. Plug one in and try again, or click the keys on the screen.',
      };
    const stops = inputs.map((input) => hear(input, listener));
    return {
      ok: true,
      keyboard: {
        name: inputs.map(({ name }) => name || 'keyboard').join(', '),
        disconnect: () => stops.forEach((stop) => stop()),
      },
    };
  } catch {
    return {
      ok: false,
      message: 'The browser was not allowed to hear the keyboard. Allow it, or click the keys on the screen.',
    };
  }
}

function hear(input: Input, listener: KeyboardListener): () => void {
  const listening = [
    input.addListener('noteon', ({ note }) => listener.press(note.number, note.rawAttack)),
    input.addListener('noteoff', ({ note }) => listener.release(note.number)),
    input.addListener('controlchange', ({ controller, rawValue = 0 }) => {
      if (controller.number === DAMPER) listener.pedal?.(rawValue >= DOWN_FROM);
    }),
  ].flat();
  return () => listening.forEach((each) => each.remove());
}
