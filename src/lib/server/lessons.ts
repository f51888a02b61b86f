import { and, asc, desc, eq, gte, inArray, isNull, lte } from 'drizzle-orm';
import { addSlotDays, type HeldLesson, type SlotPlan } from '../core/practice/slots';
import { database } from './db/client';
import {
  assignments,
  editions,
  learners,
  lessonExceptions,
  lessonLearners,
  lessons,
  lessonSlotLearners,
  lessonSlots,
  tasks,
} from './db/schema';
import { standing } from './db/standing';
import { newId, notFound, type Outcome } from './outcome';

export type Lesson = typeof lessons.$inferSelect & { readonly learnerIds: readonly string[] };
export type Task = typeof tasks.$inferSelect;
export type NewTask = Omit<typeof tasks.$inferInsert, 'id' | 'lessonId' | 'position'>;
export type NewSlot = Omit<typeof lessonSlots.$inferInsert, 'id'> & {
  readonly learnerIds: readonly string[];
};

/** Every weekly time with those who come and the days on which it is otherwise. Three statements. */
export function listSlots(): readonly SlotPlan[] {
  const db = database();
  const learnersOf = db
    .select({ slotId: lessonSlotLearners.slotId, learnerId: lessonSlotLearners.learnerId })
    .from(lessonSlotLearners)
    .innerJoin(learners, eq(learners.id, lessonSlotLearners.learnerId))
    .where(and(standing.learner, isNull(learners.archivedAtMs)))
    .all();
  const exceptions = db.select().from(lessonExceptions).all();
  return db
    .select()
    .from(lessonSlots)
    .orderBy(asc(lessonSlots.weekday), asc(lessonSlots.minuteOfDay))
    .all()
    .map((slot) => ({
      ...slot,
      learnerIds: learnersOf.filter(({ slotId }) => slotId === slot.id).map(({ learnerId }) => learnerId),
      exceptions: exceptions.filter(({ slotId }) => slotId === slot.id),
    }))
    .filter(({ learnerIds }) => learnerIds.length > 0);
}

export function addSlot({ learnerIds, ...slot }: NewSlot): Outcome<string> {
  return database().transaction((tx): Outcome<string> => {
    const known = tx
      .select({ id: learners.id })
      .from(learners)
      .where(and(inArray(learners.id, [...learnerIds]), standing.learner))
      .all();
    if (known.length !== learnerIds.length)
      return notFound('One of these learners is no longer in the studio.');
    const id = newId();
    tx.insert(lessonSlots)
      .values({ ...slot, id })
      .run();
    tx.insert(lessonSlotLearners)
      .values(learnerIds.map((learnerId) => ({ slotId: id, learnerId })))
      .run();
    return { ok: true, value: id };
  });
}

const NO_SLOT = notFound('This weekly lesson is no longer in the studio.');

function hasSlot(id: string): boolean {
  return (
    database().select({ id: lessonSlots.id }).from(lessonSlots).where(eq(lessonSlots.id, id)).get() !==
    undefined
  );
}

/** A weekly time that is held no more; lessons given stay. */
export function removeSlot(id: string): Outcome<null> {
  const { changes } = database().delete(lessonSlots).where(eq(lessonSlots.id, id)).run();
  return changes === 1 ? { ok: true, value: null } : NO_SLOT;
}

/** On one day a weekly lesson falls out, or is held at another time; with null it is as every week. */
export function exceptSlot(
  slotId: string,
  day: number,
  moved: { readonly toDay: number; readonly toMinute: number } | 'cancelled' | null,
): Outcome<null> {
  if (!hasSlot(slotId)) return NO_SLOT;
  const db = database();
  db.delete(lessonExceptions)
    .where(and(eq(lessonExceptions.slotId, slotId), eq(lessonExceptions.day, day)))
    .run();
  if (moved === null) return { ok: true, value: null };
  const to = moved === 'cancelled' ? null : moved;
  db.insert(lessonExceptions)
    .values({ slotId, day, movedToDay: to?.toDay ?? null, movedToMinute: to?.toMinute ?? null })
    .run();
  return { ok: true, value: null };
}

/** Weekly lessons of a day that fall out or are held at another time. */
export function slotsExcepted(day: number) {
  return listSlots().flatMap(({ id, minuteOfDay, learnerIds, exceptions }) =>
    exceptions
      .filter((each) => each.day === day)
      .map(({ movedToDay, movedToMinute }) => ({
        ...{ slotId: id, minuteOfDay, learnerIds, movedToDay },
        movedToMinute: movedToDay === null ? null : (movedToMinute ?? minuteOfDay),
      })),
  );
}

/** The lessons of some days in order of time, from the weekly times. */
export function heldLessons(fromDay: number, toDay: number): readonly HeldLesson[] {
  return addSlotDays(listSlots(), fromDay, toDay);
}

/** Starts a lesson; one of the same time and day that is not ended goes on. */
export function startLesson(
  {
    learnerIds,
    onDay,
    slotId,
    lengthMinutes,
  }: {
    readonly learnerIds: readonly string[];
    readonly onDay: number;
    readonly slotId: string | null;
    readonly lengthMinutes: number;
  },
  nowMs: number,
): Outcome<string> {
  return database().transaction((tx): Outcome<string> => {
    if (slotId !== null && !hasSlot(slotId)) return NO_SLOT;
    const asked = [...new Set(learnerIds)].sort();
    const known = tx
      .select({ id: learners.id })
      .from(learners)
      .where(and(inArray(learners.id, asked), standing.learner))
      .all();
    if (asked.length === 0 || known.length !== asked.length)
      return notFound('One of these learners is no longer in the studio.');
    const open = lessonsOn(onDay).find(
      (lesson) => lesson.endedAtMs === null && [...lesson.learnerIds].sort().join() === asked.join(),
    );
    if (open) return { ok: true, value: open.id };
    const id = newId();
    tx.insert(lessons).values({ id, slotId, onDay, lengthMinutes, startedAtMs: nowMs }).run();
    tx.insert(lessonLearners)
      .values(asked.map((learnerId) => ({ lessonId: id, learnerId })))
      .run();
    return { ok: true, value: id };
  });
}

function withLearners(rows: readonly (typeof lessons.$inferSelect)[]): readonly Lesson[] {
  if (rows.length === 0) return [];
  const who = database()
    .select()
    .from(lessonLearners)
    .where(
      inArray(
        lessonLearners.lessonId,
        rows.map(({ id }) => id),
      ),
    )
    .all();
  return rows.map((row) => ({
    ...row,
    learnerIds: who.filter(({ lessonId }) => lessonId === row.id).map(({ learnerId }) => learnerId),
  }));
}

export function lessonsOn(day: number): readonly Lesson[] {
  return withLearners(
    database()
      .select()
      .from(lessons)
      .where(and(eq(lessons.onDay, day), standing.lesson))
      .all(),
  );
}

export function findLesson(id: string): Lesson | null {
  return (
    withLearners(
      database()
        .select()
        .from(lessons)
        .where(and(eq(lessons.id, id), standing.lesson))
        .all(),
    )[0] ?? null
  );
}

/** A learner's lessons, the newest first. */
export function lessonsOf(learnerId: string, most = 40): readonly Lesson[] {
  const rows = database()
    .select({ lesson: lessons })
    .from(lessonLearners)
    .innerJoin(lessons, eq(lessons.id, lessonLearners.lessonId))
    .where(and(eq(lessonLearners.learnerId, learnerId), standing.lesson))
    .orderBy(desc(lessons.startedAtMs))
    .limit(most)
    .all();
  return withLearners(rows.map(({ lesson }) => lesson));
}

export function noteLesson(id: string, note: string): void {
  database().update(lessons).set({ note }).where(eq(lessons.id, id)).run();
}

export function endLesson(id: string, nowMs: number): void {
  database().update(lessons).set({ endedAtMs: nowMs }).where(eq(lessons.id, id)).run();
}

/** What a lesson sets a learner, in order; in place of what it set before. Each task is of a piece that the learner plays, or of none. */
export function setTasks(lessonId: string, learnerId: string, wanted: readonly NewTask[]): Outcome<null> {
  return database().transaction((tx): Outcome<null> => {
    const sectionsOf = new Map(
      tx
        .select({ id: assignments.id, sections: editions.sections })
        .from(assignments)
        .innerJoin(editions, eq(editions.id, assignments.editionId))
        .where(eq(assignments.learnerId, learnerId))
        .all()
        .map(({ id, sections }) => [id, sections?.ok ? sections.value.map((section) => section.id) : []]),
    );
    for (const { assignmentId, sectionId } of wanted) {
      const sections = assignmentId ? sectionsOf.get(assignmentId) : [];
      if (!sections) return notFound('The learner does not play one of these pieces.');
      if (sectionId && !sections.includes(sectionId))
        return notFound('One of these pieces has no such section.');
    }
    tx.delete(tasks)
      .where(and(eq(tasks.lessonId, lessonId), eq(tasks.learnerId, learnerId)))
      .run();
    if (wanted.length > 0)
      tx.insert(tasks)
        .values(wanted.map((task, position) => ({ ...task, id: newId(), lessonId, learnerId, position })))
        .run();
    return { ok: true, value: null };
  });
}

/** What was set for a learner last, in its order, with the day of the lesson and when it began. */
export function tasksOf(learnerId: string): {
  readonly onDay: number;
  readonly setAtMs: number;
  readonly lessonId: string;
  readonly tasks: readonly Task[];
} | null {
  const db = database();
  const latest = db
    .select({ lessonId: tasks.lessonId, onDay: lessons.onDay, setAtMs: lessons.startedAtMs })
    .from(tasks)
    .innerJoin(lessons, eq(lessons.id, tasks.lessonId))
    .where(and(eq(tasks.learnerId, learnerId), standing.lesson))
    .orderBy(desc(lessons.startedAtMs))
    .limit(1)
    .get();
  if (!latest) return null;
  return { ...latest, tasks: tasksOfLesson(latest.lessonId, learnerId) };
}

export function tasksOfLesson(lessonId: string, learnerId: string): readonly Task[] {
  return database()
    .select()
    .from(tasks)
    .where(and(eq(tasks.lessonId, lessonId), eq(tasks.learnerId, learnerId)))
    .orderBy(asc(tasks.position))
    .all();
}

/** Lessons given in a stretch of days, for lists and the calendar. */
export function lessonsBetween(fromDay: number, toDay: number): readonly Lesson[] {
  return withLearners(
    database()
      .select()
      .from(lessons)
      .where(and(gte(lessons.onDay, fromDay), lte(lessons.onDay, toDay), standing.lesson))
      .orderBy(asc(lessons.startedAtMs))
      .all(),
  );
}
