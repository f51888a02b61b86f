import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { X509Certificate } from 'node:crypto';
import { dataFolder } from '../db/client';

export interface Authority {
  readonly pem: string;
  /** Its SHA-256, by which a person can tell that it is the studio's own. */
  readonly fingerprint: string;
}

/** The studio's own authority, where one was made; its key is never told. */
export function studioAuthority(): Authority | null {
  const file = join(dataFolder(), 'certificate', 'authority.pem');
  if (!existsSync(file)) return null;
  const pem = readFileSync(file, 'utf8');
  return { pem, fingerprint: new X509Certificate(pem).fingerprint256 };
}
