/** A weekly time with those who come. Days count from 1970-01-01, weekdays from Monday. */
export interface SlotPlan {
  readonly id: string;
  readonly weekday: number;
  readonly minuteOfDay: number;
  readonly lengthMinutes: number;
  readonly fromDay: number;
  readonly untilDay: number | null;
  readonly learnerIds: readonly string[];
  readonly exceptions: readonly {
    readonly day: number;
    readonly movedToDay: number | null;
    readonly movedToMinute: number | null;
  }[];
}

/** A lesson as it is held on a day. */
export interface HeldLesson {
  readonly slotId: string;
  readonly day: number;
  readonly minuteOfDay: number;
  readonly lengthMinutes: number;
  readonly learnerIds: readonly string[];
  /** The day it would have been on, where it was moved. */
  readonly movedFromDay: number | null;
}

export const WEEKDAYS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

/** 0 Monday … 6 Sunday: day 0, 1970-01-01, was a Thursday. */
export function weekdayOf(day: number): number {
  return (((day + 3) % 7) + 7) % 7;
}

/** The lessons of some days, both ends included, in order of time: weekly ones, without those that fall out, with those that were moved here. */
export function addSlotDays(
  slots: readonly SlotPlan[],
  fromDay: number,
  toDay: number,
): readonly HeldLesson[] {
  const held: HeldLesson[] = [];
  for (const { id, weekday, minuteOfDay, lengthMinutes, learnerIds, exceptions, ...slot } of slots) {
    const plain = { slotId: id, lengthMinutes, learnerIds };
    const isOther = new Set(exceptions.map(({ day }) => day));
    const first = Math.max(fromDay, slot.fromDay);
    const last = Math.min(toDay, slot.untilDay ?? toDay);
    for (let day = first + ((weekday - weekdayOf(first) + 7) % 7); day <= last; day += 7)
      if (!isOther.has(day)) held.push({ ...plain, day, minuteOfDay, movedFromDay: null });
    for (const { day, movedToDay, movedToMinute } of exceptions)
      if (movedToDay !== null && movedToDay >= fromDay && movedToDay <= toDay)
        held.push({
          ...plain,
          day: movedToDay,
          minuteOfDay: movedToMinute ?? minuteOfDay,
          movedFromDay: day,
        });
  }
  return held.sort((a, b) => a.day - b.day || a.minuteOfDay - b.minuteOfDay);
}

/** `14:05`. */
export function clockOf(minuteOfDay: number): string {
  return `${String(Math.floor(minuteOfDay / 60)).padStart(2, '0')}:${String(minuteOfDay % 60).padStart(2, '0')}`;
}
