import { z } from 'zod';
import { READING, type Reading } from '../../core/learner/reading';
import { defineKept } from './kept';

export const KEPT_READS = defineKept<readonly Reading[]>({
  subject: 'list of what this learner reads',
  version: 1,
  schema: z.array(z.enum(Object.keys(READING) as [Reading, ...Reading[]])),
  waysUp: [(old) => old],
});
