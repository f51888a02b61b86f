import { createEmptyCard, fsrs, generatorParameters, Rating, type Card, type Grade } from 'ts-fsrs';

/** How a revisit went: failed, passed below the secured tempo, passed at it, passed at first try from memory. */
export type RevisitRating = 'again' | 'hard' | 'good' | 'easy';

export interface Revisited {
  /** Days since 1970-01-01. */
  readonly onDay: number;
  readonly rating: RevisitRating;
}

export interface RevisitCard {
  readonly dueDay: number;
  /** Days in which the chance of knowing it falls to nine in ten. */
  readonly stabilityDays: number;
  readonly lastDay: number;
}

const RETENTION = 0.9;
/** In the weeks before a date more is kept. */
const RETENTION_NEAR_DATE = 0.95;
export const NEAR_DATE_DAYS = 21;

const GRADES: Readonly<Record<RevisitRating, Grade>> = {
  again: Rating.Again,
  hard: Rating.Hard,
  good: Rating.Good,
  easy: Rating.Easy,
};

const DAY_MS = 86_400_000;

/**
 * The card of a learned section, replayed from what was marked: by FSRS (ts-fsrs, default weights), whole days, no fuzz, no
 * short steps. Several marks of a day count by their last. Null before the first. O(marks).
 */
export function replayCard(marks: readonly Revisited[], goalDay: number | null = null): RevisitCard | null {
  const byDay = new Map<number, RevisitRating>();
  for (const { onDay, rating } of [...marks].sort((a, b) => a.onDay - b.onDay)) byDay.set(onDay, rating);
  let card: Card | null = null;
  for (const [day, rating] of byDay) {
    const isNear = goalDay !== null && day >= goalDay - NEAR_DATE_DAYS && day <= goalDay;
    const scheduler = isNear ? NEAR : USUAL;
    card = scheduler.next(card ?? createEmptyCard(day * DAY_MS), day * DAY_MS, GRADES[rating]).card;
  }
  if (!card) return null;
  const lastDay = Math.round(card.last_review!.getTime() / DAY_MS);
  return {
    dueDay: Math.max(lastDay + 1, Math.round(card.due.getTime() / DAY_MS)),
    stabilityDays: card.stability,
    lastDay,
  };
}

const scheduler = (retention: number) =>
  fsrs(generatorParameters({ request_retention: retention, enable_fuzz: false, enable_short_term: false }));
const USUAL = scheduler(RETENTION);
const NEAR = scheduler(RETENTION_NEAR_DATE);

/** The chance that it is still known on a day, in hundredths: the power curve of FSRS, nine in ten after its stability. */
export function chanceKept({ stabilityDays, lastDay }: RevisitCard, onDay: number): number {
  const days = Math.max(0, onDay - lastDay);
  return Math.round(100 * Math.pow(1 + (19 / 81) * (days / stabilityDays), -0.5));
}
