/** Days are counted without hours, so each has as many. */
export const MS_PER_DAY = 86_400_000;

const DAYS_BEFORE_MONTH = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334] as const;
const EPOCH_YEAR = 1970;

/** Days since 1970-01-01 of a date `2026-11-27`; null where there is no such day. Gregorian, without a clock or time zone. */
export function dayNumber(date: string): number | null {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(date)?.map(Number) ?? [];
  if (year === undefined || month === undefined || day === undefined) return null;
  if (month < 1 || month > 12 || day < 1 || day > daysInMonth(year, month)) return null;
  const leapDay = month > 2 && isLeap(year) ? 1 : 0;
  return yearStart(year) + DAYS_BEFORE_MONTH[month - 1]! + leapDay + day - 1;
}

/** The date of a day, as `2026-11-27`. */
export function dateOf(day: number): string {
  let year = EPOCH_YEAR + Math.floor(day / 365.2425);
  while (yearStart(year) > day) year -= 1;
  while (yearStart(year + 1) <= day) year += 1;
  let month = 12;
  const firstOf = (each: number) =>
    yearStart(year) + DAYS_BEFORE_MONTH[each - 1]! + (each > 2 && isLeap(year) ? 1 : 0);
  while (firstOf(month) > day) month -= 1;
  const two = (value: number) => String(value).padStart(2, '0');
  return `${year}-${two(month)}-${two(day - firstOf(month) + 1)}`;
}

export function yearOf(day: number): number {
  return Number(dateOf(day).slice(0, 4));
}

function yearStart(year: number): number {
  const before = year - 1;
  const leaps = (until: number) => Math.floor(until / 4) - Math.floor(until / 100) + Math.floor(until / 400);
  return (year - EPOCH_YEAR) * 365 + leaps(before) - leaps(EPOCH_YEAR - 1);
}

function isLeap(year: number): boolean {
  return (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
}

function daysInMonth(year: number, month: number): number {
  return month === 2 ? (isLeap(year) ? 29 : 28) : [4, 6, 9, 11].includes(month) ? 30 : 31;
}
