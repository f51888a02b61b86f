import { inflateSync } from 'node:zlib';

const WOFF_HEADER = 44;
const WOFF_ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;

/**
 * A font file of the web (WOFF 1.0) as the plain one that it was packed from (OpenType's sfnt). A program that reads tables from
 * the packed file would unpack them anew with every look.
 */
export function plainFont(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') throw new RangeError('This is no font of the web.');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, index) => {
    const at = WOFF_HEADER + index * WOFF_ENTRY;
    const [offset, packed, length, checksum] = [4, 8, 12, 16].map((place) =>
      woff.readUInt32BE(at + place),
    ) as [number, number, number, number];
    const bytes = woff.subarray(offset, offset + packed);
    return { tag: woff.subarray(at, at + 4), checksum, bytes: packed < length ? inflateSync(bytes) : bytes };
  });
  const head = Buffer.alloc(SFNT_HEADER + count * SFNT_ENTRY);
  woff.copy(head, 0, 4, 8);
  head.writeUInt16BE(count, 4);
  // How a reader searches the directory by halves (OpenType, the table directory).
  const power = Math.floor(Math.log2(count));
  head.writeUInt16BE(2 ** power * 16, 6);
  head.writeUInt16BE(power, 8);
  head.writeUInt16BE(count * 16 - 2 ** power * 16, 10);
  let offset = head.length;
  const parts: Buffer[] = [head];
  for (const [index, { tag, checksum, bytes }] of tables.entries()) {
    const at = SFNT_HEADER + index * SFNT_ENTRY;
    tag.copy(head, at);
    head.writeUInt32BE(checksum, at + 4);
    head.writeUInt32BE(offset, at + 8);
    head.writeUInt32BE(bytes.length, at + 12);
    const padding = (4 - (bytes.length % 4)) % 4;
    parts.push(bytes, Buffer.alloc(padding));
    offset += bytes.length + padding;
  }
  return Buffer.concat(parts);
}
