import { createHash, randomBytes } from 'node:crypto';

/** A random name that cannot be guessed, of so many bits, for a cookie or an address. */
export function newToken(bits: 128 | 256): string {
  return randomBytes(bits / 8).toString('base64url');
}

/** What is kept of a token: whoever reads the database cannot come in by it. */
export function hashOfToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
