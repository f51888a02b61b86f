import { strFromU8 } from 'fflate';

/**
 * Decodes a text file. A byte-order mark beats the declared encoding; without one, UTF-16 is known by its zero bytes,
 * and a declared Latin-1 is obeyed. Returns null when the bytes are not text.
 */
export function decodeText(bytes: Uint8Array): string | null {
  const [a, b, c] = bytes;
  if (a === 0xfe && b === 0xff) return decodeUtf16(bytes.subarray(2), 'big');
  if (a === 0xff && b === 0xfe) return decodeUtf16(bytes.subarray(2), 'little');
  if (a === 0xef && b === 0xbb && c === 0xbf) return strFromU8(bytes.subarray(3));
  if (a === 0 && b === 0x3c) return decodeUtf16(bytes, 'big');
  if (a === 0x3c && b === 0) return decodeUtf16(bytes, 'little');
  if (bytes.subarray(0, 4096).includes(0)) return null;
  const head = strFromU8(bytes.subarray(0, 200), true);
  return strFromU8(bytes, /encoding=["'](iso-8859-1|latin1|windows-1252)["']/i.test(head));
}

function decodeUtf16(bytes: Uint8Array, order: 'big' | 'little'): string | null {
  if (bytes.length % 2 !== 0) return null;
  const chunks: string[] = [];
  const high = order === 'big' ? 0 : 1;
  for (let from = 0; from < bytes.length; from += 16_384) {
    const units: number[] = [];
    for (let at = from; at < Math.min(from + 16_384, bytes.length); at += 2) {
      units.push((bytes[at + high]! << 8) | bytes[at + 1 - high]!);
    }
    chunks.push(String.fromCharCode(...units));
  }
  return chunks.join('');
}
