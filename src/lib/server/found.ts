import { error } from '@sveltejs/kit';
import type { Outcome } from './outcome';
import { WORK_STATUS } from './work/pool';

export const FOUND_STATUS = { 'not-found': 404, 'not-readable': 500, ...WORK_STATUS } as const;

/** What was found, or the page that says in plain words why it is not there. */
export function found<T>(outcome: Outcome<T, keyof typeof FOUND_STATUS>): T {
  if (!outcome.ok) error(FOUND_STATUS[outcome.code], outcome.message);
  return outcome.value;
}
