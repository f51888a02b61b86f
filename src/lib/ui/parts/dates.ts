import { MS_PER_DAY } from '$lib/core/practice/day-number';
/** Whole days since 1970-01-01 for the date where the teacher is. */
export function localEpochDay(nowMs: number): number {
  const now = new Date(nowMs);
  return Date.UTC(now.getFullYear(), now.getMonth(), now.getDate()) / MS_PER_DAY;
}

/** The value of a date field for a day, and back; null when the field holds no date. */
export function dayToField(day: number): string {
  return new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
}

export function fieldToDay(field: string): number | null {
  const ms = Date.parse(`${field}T00:00:00Z`);
  return Number.isNaN(ms) ? null : ms / MS_PER_DAY;
}

const SHORT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const LONG = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});

/** "24 Nov". */
export function shortDay(day: number): string {
  return SHORT.format(new Date(day * MS_PER_DAY));
}

/** "24 November 2026". */
export function longDay(day: number): string {
  return LONG.format(new Date(day * MS_PER_DAY));
}

export function dayOf(ms: number): number {
  return Math.floor(ms / MS_PER_DAY);
}
