import { documentSchema, type ArrangementDocument } from '../../core/document/document';
import { stepSchema, type ArrangementStep } from '../../core/document/steps';
import { defineKept } from './kept';

/** Choices that came after a document was written take their defaults from the recipe's own schema. */
export const KEPT_DOCUMENT = defineKept<ArrangementDocument>({
  subject: 'arrangement',
  version: 1,
  schema: documentSchema,
  waysUp: [(old) => old],
});

export const KEPT_STEP = defineKept<ArrangementStep>({
  subject: 'step of this arrangement',
  version: 1,
  schema: stepSchema,
  waysUp: [(old) => old],
});
