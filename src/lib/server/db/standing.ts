import { isNull } from 'drizzle-orm';
import { arrangements, editions, learners, lessons, logImports, pieces } from './schema';

/** Conditions by which deleted records are left out. What belongs to a deleted record hides with it, through its joins. */
export const standing = {
  piece: isNull(pieces.deletionId),
  arrangement: isNull(arrangements.deletionId),
  edition: isNull(editions.deletionId),
  learner: isNull(learners.deletionId),
  lesson: isNull(lessons.deletionId),
  import: isNull(logImports.deletionId),
} as const;
