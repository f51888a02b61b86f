import ical from 'ical-generator';
import { practiceDays } from '../core/practice/plan-week';
import { listGoals } from './goals';
import type { Learner } from './learners';
import { heldLessons } from './lessons';
import { instantOf, practiceWays, studioNow } from './practice-ways';

/** Weeks that a calendar looks ahead. */
const WEEKS = 26;
const PRACTICE_WEEKS = 4;

/**
 * Lessons and dates of the studio, or of one learner with the days for practising, as iCalendar (RFC 5545). Times are written
 * in UTC, so that no calendar shifts them.
 */
export function studioCalendar(
  nowMs: number,
  names: ReadonlyMap<string, string>,
  learner: Learner | null,
): string {
  const { ways } = practiceWays();
  const { day } = studioNow(nowMs, ways.timeZone);
  const calendar = ical({
    name: learner ? `Piano: ${learner.name}` : 'Music room',
    prodId: '//key-path//studio//EN',
  });
  const stamp = new Date(nowMs);
  for (const lesson of heldLessons(day, day + 7 * WEEKS)) {
    if (learner && !lesson.learnerIds.includes(learner.id)) continue;
    const start = instantOf(lesson.day, lesson.minuteOfDay, ways.timeZone);
    const who = lesson.learnerIds.map((id) => names.get(id) ?? '').join(', ');
    calendar.createEvent({
      id: `lesson-${lesson.slotId}-${lesson.day}`,
      stamp,
      start: new Date(start),
      end: new Date(start + lesson.lengthMinutes * 60_000),
      summary: learner ? 'Piano lesson' : `Lesson: ${who}`,
    });
  }
  for (const goal of listGoals(learner?.id ?? null)) {
    if (goal.onDay < day) continue;
    calendar.createEvent({
      id: `goal-${goal.id}`,
      stamp,
      start: new Date(goal.onDay * 86_400_000),
      allDay: true,
      summary: `${learner ? '' : `${goal.learner}: `}${goal.title}${goal.event ? `, ${goal.event}` : ''}`,
    });
  }
  if (learner)
    for (let week = 0; week < PRACTICE_WEEKS; week += 1)
      for (const each of practiceDays(day + 7 * week, learner.daysAWeek))
        calendar.createEvent({
          id: `practice-${learner.id}-${each}`,
          stamp,
          start: new Date(each * 86_400_000),
          allDay: true,
          summary: `Practise, ${learner.minutesADay} minutes`,
        });
  return calendar.toString();
}
