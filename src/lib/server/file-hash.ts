import { createHash } from 'node:crypto';

/** SHA-256 of a file, by which the very same one is known again. */
export function fileHash(contents: Uint8Array | string): string {
  return createHash('sha256').update(contents).digest('hex');
}
