import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { PLAN_KINDS } from '$lib/core/practice/plan-state';
import { STAGE_IDS } from '$lib/core/practice/stages.data';
import { endLesson, findLesson, noteLesson, setTasks } from '$lib/server/lessons';
import { drawStandAhead } from '$lib/server/stand/stand-task';
import type { RequestHandler } from './$types';

const body = z.discriminatedUnion('do', [
  z.object({ do: z.literal('note'), note: z.string().max(2000) }),
  z.object({ do: z.literal('end') }),
  z.object({
    do: z.literal('set'),
    learnerId: z.string().max(64),
    tasks: z
      .array(
        z.object({
          assignmentId: z.string().max(64).nullable(),
          sectionId: z.string().max(64).nullable(),
          what: z.enum(PLAN_KINDS),
          stage: z.enum(STAGE_IDS),
          tempoBpm: z.int().min(20).max(320).nullable(),
          minutes: z.int().min(0).max(120),
          sentence: z.string().trim().min(1).max(400),
        }),
      )
      .max(20),
  }),
]);

/** What is written down in a lesson beside its marks: a note, what is set for the week, its end. */
export const PUT: RequestHandler = async ({ params, request }) => {
  const lesson = findLesson(params.id);
  if (!lesson) return json({ message: 'There is no such lesson.' }, { status: 404 });
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return json({ message: 'A task needs a sentence, and minutes from 0 to 120.' }, { status: 400 });
  const asked = parsed.data;
  if (asked.do === 'note') noteLesson(lesson.id, asked.note);
  else if (asked.do === 'end') endLesson(lesson.id, Date.now());
  else {
    if (!lesson.learnerIds.includes(asked.learnerId))
      return json({ message: 'This learner is not in the lesson.' }, { status: 404 });
    const set = setTasks(
      lesson.id,
      asked.learnerId,
      asked.tasks.map((task) => ({ ...task, learnerId: asked.learnerId })),
    );
    if (!set.ok) return json({ message: set.message }, { status: 404 });
    drawStandAhead(asked.learnerId, Date.now());
  }
  return json({});
};
