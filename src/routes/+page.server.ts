import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { dayNumber } from '$lib/core/practice/day-number';
import { demoState, leaveDemo, lookRound, stopMaking } from '$lib/server/demo/demo-studio';
import { lessonDay } from '$lib/server/lesson-day';
import { addSlot, exceptSlot, removeSlot, startLesson } from '$lib/server/lessons';
import { practiceWays, studioNow } from '$lib/server/practice-ways';
import { today } from '$lib/server/today';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = () => {
  const nowMs = Date.now();
  const { day } = studioNow(nowMs, practiceWays().ways.timeZone);
  const now = today(day);
  return { ...now, nowMs, lessons: lessonDay(nowMs, now.inWork), demo: demoState() };
};

const whole = (least: number, most: number) => z.coerce.number().int().min(least).max(most);

const starting = z.object({
  learnerIds: z.array(z.string()).min(1).max(12),
  slotId: z.string().nullable(),
  lengthMinutes: whole(5, 240),
});

const CLOCK = /^([01]\d|2[0-3]):([0-5]\d)$/;

const slot = z.object({
  learnerIds: z.array(z.string()).min(1, 'Choose who comes.').max(12),
  weekday: whole(0, 6),
  time: z.string().regex(CLOCK, 'Give the time as 15:30.'),
  lengthMinutes: whole(5, 240),
});

const exception = z.object({
  slotId: z.string().min(1),
  day: whole(0, 60_000),
  do: z.enum(['cancel', 'restore', 'remove', 'move']),
  date: z.string().optional(),
  time: z.string().optional(),
});

/** A lesson is moved by so many days at most. */
const FARTHEST_DAYS = 60;

function movedTo(day: number, date = '', time = '') {
  const toDay = dayNumber(date);
  const clock = CLOCK.exec(time);
  if (toDay === null || !clock || Math.abs(toDay - day) > FARTHEST_DAYS) return null;
  return { toDay, toMinute: Number(clock[1]) * 60 + Number(clock[2]) };
}

export const actions: Actions = {
  lookRound: () => {
    const begun = lookRound();
    return begun.ok ? { message: null } : fail(409, { message: begun.message });
  },
  stopMaking: () => {
    stopMaking();
    return { message: null };
  },
  leaveDemo: () => {
    const left = leaveDemo();
    if (!left.ok) return fail(422, { message: left.message });
    redirect(303, '/');
  },
  start: async ({ request }) => {
    const form = await formOf(request);
    const parsed = starting.safeParse({
      learnerIds: form.getAll('learnerId').map(String),
      slotId: form.get('slotId')?.toString() || null,
      lengthMinutes: form.get('lengthMinutes') ?? practiceWays().ways.lessonMinutes,
    });
    if (!parsed.success) return fail(400, { message: 'Choose at least one learner for the lesson.' });
    const nowMs = Date.now();
    const { day } = studioNow(nowMs, practiceWays().ways.timeZone);
    const started = startLesson({ ...parsed.data, onDay: day }, nowMs);
    if (!started.ok) return fail(404, { message: started.message });
    redirect(303, `/lessons/${started.value}`);
  },
  slot: async ({ request }) => {
    const form = await formOf(request);
    const parsed = slot.safeParse({
      learnerIds: form.getAll('learnerId').map(String),
      weekday: form.get('weekday'),
      time: form.get('time')?.toString() ?? '',
      lengthMinutes: form.get('lengthMinutes'),
    });
    if (!parsed.success)
      return fail(400, { message: parsed.error.issues[0]?.message ?? 'Check the weekly lesson.' });
    const { time, ...rest } = parsed.data;
    const [hours, minutes] = time.split(':').map(Number) as [number, number];
    const { day } = studioNow(Date.now(), practiceWays().ways.timeZone);
    const added = addSlot({ ...rest, minuteOfDay: hours * 60 + minutes, fromDay: day, untilDay: null });
    return added.ok ? { message: null } : fail(404, { message: added.message });
  },
  except: async ({ request }) => {
    const parsed = exception.safeParse(Object.fromEntries(await formOf(request)));
    if (!parsed.success)
      return fail(400, { message: 'This lesson could not be changed. Load the page again.' });
    const { slotId, day, do: what, date, time } = parsed.data;
    const moved = what === 'move' ? movedTo(day, date, time) : null;
    if (what === 'move' && !moved)
      return fail(400, { message: `Give a day within ${FARTHEST_DAYS} days, and a time as 15:30.` });
    const done =
      what === 'remove'
        ? removeSlot(slotId)
        : exceptSlot(slotId, day, moved ?? (what === 'cancel' ? 'cancelled' : null));
    return done.ok ? { message: null } : fail(404, { message: done.message });
  },
};
