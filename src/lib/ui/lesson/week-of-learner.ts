import type { WeekTask } from '$lib/core/practice/week-tasks';
import type { Task } from '$lib/server/lessons';

/** What is set for one learner in this lesson, what was set before, and what the plan proposes. */
export interface WeekOfLearner {
  readonly learnerId: string;
  readonly set: readonly Task[];
  readonly before: { readonly onDay: number; readonly tasks: readonly Task[] } | null;
  readonly proposed: readonly WeekTask[];
}
