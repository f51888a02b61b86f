import { error } from '@sveltejs/kit';
import type { Found } from './outcome';

export const FOUND_STATUS = { 'not-found': 404, 'not-readable': 500 } as const;

/** What was found, or the page that says in plain words why it is not there. */
export function found<T>(outcome: Found<T>): T {
  if (!outcome.ok) error(FOUND_STATUS[outcome.code], outcome.message);
  return outcome.value;
}
