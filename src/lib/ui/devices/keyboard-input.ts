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

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const CONTROLLER = 0xb0;
const SUSTAIN = 64;

/** Listens to every connected keyboard through Web MIDI. The keys drawn on the screen stand in where there is none. */
export async function connectKeyboard(listener: KeyboardListener): Promise<ConnectOutcome> {
  if (!('requestMIDIAccess' in navigator))
    return {
      ok: false,
      message: 'This browser cannot hear a digital keyboard. Click the keys on the screen instead.',
    };
  try {
    const access = await navigator.requestMIDIAccess();
    const inputs = [...access.inputs.values()];
    if (inputs.length === 0)
      return {
        ok: false,
        message:
          'No digital keyboard is connected. Plug one in and try again, or click the keys on the screen.',
      };
    const hear = (event: MIDIMessageEvent) => readMessage(event.data ?? new Uint8Array(), listener);
    for (const input of inputs) input.addEventListener('midimessage', hear);
    return {
      ok: true,
      keyboard: {
        name: inputs.map((input) => input.name ?? 'keyboard').join(', '),
        disconnect: () => {
          for (const input of inputs) input.removeEventListener('midimessage', hear);
        },
      },
    };
  } catch {
    return {
      ok: false,
      message: 'The browser was not allowed to hear the keyboard. Allow it, or click the keys on the screen.',
    };
  }
}

/** A key pressed with no force is a key let go (MIDI 1.0). */
export function readMessage(data: Uint8Array, listener: KeyboardListener): void {
  const [status = 0, first = 0, second = 0] = data;
  switch (status & 0xf0) {
    case NOTE_ON:
      if (second > 0) listener.press(first, second);
      else listener.release(first);
      break;
    case NOTE_OFF:
      listener.release(first);
      break;
    case CONTROLLER:
      if (first === SUSTAIN) listener.pedal?.(second >= 64);
      break;
  }
}
