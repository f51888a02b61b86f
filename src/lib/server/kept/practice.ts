import { practiceWaysSchema, type PracticeWays } from '../../core/practice/ways';
import { editionMakeupSchema, type EditionMakeup } from '../../core/practice/edition-makeup';
import { defineKept } from './kept';

export const KEPT_PRACTICE = defineKept<PracticeWays>({
  subject: 'studio’s own way of practising',
  version: 1,
  schema: practiceWaysSchema,
  waysUp: [(old) => old],
});

export const KEPT_MAKEUP = defineKept<EditionMakeup>({
  subject: 'makeup of this edition',
  version: 2,
  schema: editionMakeupSchema,
  waysUp: [
    (old) => old,
    (old) => ({ ...(old as object), key: null, numbers: [], patterns: {}, sameExcept: {} }),
  ],
});
