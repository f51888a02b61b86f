import { randomUUID } from 'node:crypto';

/** What a server module answers: a value, or a failure that a route turns into a status and plain words. */
export type Outcome<T, Code extends string = 'not-found'> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly code: Code; readonly message: string };

/** What looking up something that is kept can come to: it may be gone, or what is stored cannot be read. */
export type Found<T> = Outcome<T, 'not-found' | 'not-readable'>;

export function newId(): string {
  return randomUUID();
}

export function notFound(message: string): {
  readonly ok: false;
  readonly code: 'not-found';
  readonly message: string;
} {
  return { ok: false, code: 'not-found', message };
}
