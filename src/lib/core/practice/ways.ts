import { z } from 'zod';
import { DEFAULT_PLAN_RULES } from './plan-day';
import { STAGE_IDS } from './stages.data';

const share = z.int().min(1).max(100);
const minutes = z.int().min(1).max(120);

/** How a studio teaches: which stages it uses, how tempos climb, when hands rest, how long lessons are, and where its days begin. */
export const practiceWaysSchema = z.object({
  stages: z.array(z.enum(STAGE_IDS)).min(1).nullable(),
  ladder: z.object({
    startShare: share,
    stepShare: z.int().min(2).max(20),
    cleanRuns: z.int().min(1).max(9),
    failedTries: z.int().min(1).max(9),
  }),
  rests: z.object({
    steps: z.array(z.object({ underAge: z.int().min(1).max(99), afterMinutes: minutes })).max(8),
    adultAfterMinutes: minutes,
    strainedAfterMinutes: minutes,
    restMinutes: z.int().min(1).max(30),
  }),
  lessonMinutes: z.int().min(10).max(180),
  timeZone: z.string().min(1).max(60),
});

export type PracticeWays = Readonly<z.infer<typeof practiceWaysSchema>>;

export const DEFAULT_WAYS: PracticeWays = {
  stages: null,
  ladder: DEFAULT_PLAN_RULES.ladder,
  rests: { ...DEFAULT_PLAN_RULES.rests, steps: [...DEFAULT_PLAN_RULES.rests.steps] },
  lessonMinutes: 30,
  timeZone: 'UTC',
};
