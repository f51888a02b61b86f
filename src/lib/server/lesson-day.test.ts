import { describe, expect, it } from 'vitest';
import { weekdayOf } from '../core/practice/slots';
import { found, given, newArrangement, newLearner, useStudio } from '../testing/studio';
import { lessonDay } from './lesson-day';
import { addSlot, endLesson, exceptSlot, setTasks, startLesson } from './lessons';

useStudio();

const DAY = 20_600;
const HOUR_MS = 3_600_000;
const NOON_MS = DAY * 24 * HOUR_MS + 12 * HOUR_MS;
const on = (day: number) => lessonDay(day * 24 * HOUR_MS + 12 * HOUR_MS, []);

function weekly(learnerIds: readonly string[], minuteOfDay: number): string {
  return found(
    addSlot({
      ...{ learnerIds, minuteOfDay, weekday: weekdayOf(DAY), lengthMinutes: 30 },
      ...{ fromDay: DAY, untilDay: null },
    }),
  );
}

describe('the lessons of a day', () => {
  it('come in order of time, every week on their day', () => {
    const [ida, bram] = [newLearner(), newLearner({ name: 'Bram' })];
    weekly([bram], 960);
    weekly([ida, bram], 870);
    for (const day of [DAY, DAY + 7])
      expect(on(day).lessons.map(({ learners }) => learners.map(({ name }) => name))).toEqual([
        ['Ida', 'Bram'],
        ['Bram'],
      ]);
    expect(on(DAY + 1).lessons).toEqual([]);
  });

  it('fall out, move to another day and time, and come back', () => {
    const slot = weekly([newLearner()], 870);
    exceptSlot(slot, DAY, 'cancelled');
    expect(on(DAY).lessons).toEqual([]);
    expect(on(DAY).fallen).toMatchObject([{ names: ['Ida'], minuteOfDay: 870, movedToDay: null }]);
    exceptSlot(slot, DAY, { toDay: DAY + 2, toMinute: 600 });
    expect(on(DAY).fallen).toMatchObject([{ movedToDay: DAY + 2, movedToMinute: 600 }]);
    expect(on(DAY + 2).lessons).toMatchObject([{ minuteOfDay: 600, movedFromDay: DAY }]);
    expect(on(DAY + 7).lessons).toMatchObject([{ minuteOfDay: 870, movedFromDay: null }]);
    exceptSlot(slot, DAY, null);
    expect(on(DAY).lessons).toHaveLength(1);
    expect(on(DAY + 2).lessons).toEqual([]);
  });

  it('say what to bring: sheets handed out since the last lesson, arrangements that were changed', async () => {
    const learner = newLearner();
    weekly([learner], 870);
    const id = await newArrangement();
    await given(id, learner, NOON_MS - HOUR_MS);
    expect(on(DAY).lessons[0]!.learners[0]!.bring).toMatchObject([
      { what: 'print Lantern on the Quay, edition 1' },
    ]);
    const lesson = found(
      startLesson({ learnerIds: [learner], onDay: DAY, slotId: null, lengthMinutes: 30 }, NOON_MS),
    );
    setTasks(lesson, learner, [
      {
        ...{ learnerId: learner, assignmentId: null, sectionId: null, tempoBpm: null },
        ...{ what: 'new', stage: 'listen', minutes: 5, sentence: 'Listen.' },
      },
    ]);
    endLesson(lesson, NOON_MS + HOUR_MS);
    expect(on(DAY).lessons[0]!.learners[0]!.bring).toEqual([]);
    const changed = [{ id, title: 'Lantern on the Quay', changedFor: [learner] }];
    expect(lessonDay(NOON_MS, changed).lessons[0]!.learners[0]!.bring).toEqual([
      { href: `/bench/${id}`, what: 'Lantern on the Quay was changed since it was handed out' },
    ]);
  });
});
