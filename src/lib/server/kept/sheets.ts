import { sheetChoicesSchema, type SheetChoices } from '../../core/handout/sheet-choices';
import { defineKept } from './kept';

export const KEPT_SHEETS = defineKept<SheetChoices>({
  subject: 'choice of sheets for this learner',
  version: 1,
  schema: sheetChoicesSchema,
  waysUp: [(old) => old],
});
