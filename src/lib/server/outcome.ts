import { randomUUID } from 'node:crypto';

/** What a server module answers: a value, or a failure that a route turns into a status and plain words. */
export type Outcome<T, Code extends string = 'not-found'> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly code: Code; readonly message: string };

export function newId(): string {
  return randomUUID();
}
