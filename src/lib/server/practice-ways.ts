import { eq } from 'drizzle-orm';
import { DEFAULT_WAYS, type PracticeWays } from '../core/practice/ways';
import { database } from './db/client';
import { practiceSettings } from './db/schema';
import { read } from './kept/kept';

const ONLY = 1;

/** How the studio teaches; as the program comes where nothing was changed or what is kept cannot be read. */
export function practiceWays(): { readonly ways: PracticeWays; readonly problem: string | null } {
  const row = database().select().from(practiceSettings).where(eq(practiceSettings.id, ONLY)).get();
  if (!row) return { ways: DEFAULT_WAYS, problem: null };
  if (row.value.ok) return { ways: row.value.value, problem: null };
  return { ways: DEFAULT_WAYS, problem: `${row.value.message} Until then the usual way is in use.` };
}

export function keepPracticeWays(ways: PracticeWays, nowMs: number): void {
  const row = { id: ONLY, value: read(ways), updatedAtMs: nowMs };
  database()
    .insert(practiceSettings)
    .values(row)
    .onConflictDoUpdate({ target: practiceSettings.id, set: row })
    .run();
}

export function resetPracticeWays(): void {
  database().delete(practiceSettings).where(eq(practiceSettings.id, ONLY)).run();
}

/** The day and minute in the studio's own time zone. */
export function studioNow(
  nowMs: number,
  timeZone: string,
): { readonly day: number; readonly minute: number } {
  const parts = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(nowMs);
  const of = (type: Intl.DateTimeFormatPartTypes) => Number(parts.find((part) => part.type === type)!.value);
  return {
    day: Math.round(Date.UTC(of('year'), of('month') - 1, of('day')) / 86_400_000),
    minute: of('hour') * 60 + of('minute'),
  };
}

/** The instant of a day's minute in the studio's time zone, in milliseconds since 1970. */
export function instantOf(day: number, minute: number, timeZone: string): number {
  const plain = day * 86_400_000 + minute * 60_000;
  // What the zone shows at the plain instant tells how far it is off; once more for the hours at which clocks change.
  const shiftAt = (instant: number) => {
    const shown = studioNow(instant, timeZone);
    return shown.day * 86_400_000 + shown.minute * 60_000 - Math.floor(instant / 60_000) * 60_000;
  };
  return plain - shiftAt(plain - shiftAt(plain));
}
