/** A source of chance that is the same for the same seed (mulberry32). */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const SURPRISES = [
  '\0',
  '<',
  '>',
  '&',
  '"',
  '{',
  '}',
  '[',
  ']',
  '|',
  ':',
  '/',
  '(',
  '9999999999',
  '-1',
  '1e400',
  'NaN',
  '\n',
  '\u{1d11e}',
];

/** One to six small damages: bytes changed, cut, doubled, moved, or something unexpected put in. */
export function mutate(bytes: Uint8Array, random: () => number): Uint8Array {
  let current = bytes;
  const times = 1 + Math.floor(random() * 6);
  for (let index = 0; index < times; index += 1) current = damage(current, random);
  return current;
}

function damage(bytes: Uint8Array, random: () => number): Uint8Array {
  const place = () => Math.floor(random() * (bytes.length + 1));
  const [from, to] = [place(), place()].sort((a, b) => a - b) as [number, number];
  const end = Math.min(to, from + 200);
  switch (Math.floor(random() * 7)) {
    case 0: {
      const copy = bytes.slice();
      for (let index = 0; index < 1 + random() * 8; index += 1) copy[place()] = Math.floor(random() * 256);
      return copy;
    }
    case 1:
      return join(bytes.subarray(0, from), bytes.subarray(end));
    case 2:
      return bytes.slice(0, to);
    case 3:
      return join(bytes.subarray(0, end), bytes.subarray(from));
    case 4:
      return join(bytes.subarray(0, from), bytes.subarray(end), bytes.subarray(from, end));
    case 5: {
      const surprise = SURPRISES[Math.floor(random() * SURPRISES.length)]!;
      return join(bytes.subarray(0, from), Buffer.from(surprise), bytes.subarray(from));
    }
    default: {
      const part = bytes.subarray(from, end);
      const again = Array.from({ length: 1 + Math.floor(random() * 30) }, () => part);
      return join(bytes.subarray(0, from), ...again, bytes.subarray(from));
    }
  }
}

function join(...parts: readonly Uint8Array[]): Uint8Array {
  return new Uint8Array(Buffer.concat(parts.map((part) => Buffer.from(part))));
}
