import { z } from 'zod';
import { PAPERS, type PaperName } from './papers.data';
import { NOTE_SIZES, SHEET_IDS, type NoteSize } from './sheets.data';

const keysOf = <T extends string>(record: Readonly<Record<T, unknown>>) =>
  z.enum(Object.keys(record) as [T, ...T[]]);

/** Which sheets make up a handout, in their order, and how they are printed. */
export const sheetChoicesSchema = z.object({
  sheets: z
    .array(z.enum(SHEET_IDS))
    .min(1, 'Choose at least one sheet.')
    .refine((all) => new Set(all).size === all.length, 'A sheet is printed once.'),
  paper: keysOf<PaperName>(PAPERS),
  noteSize: keysOf<NoteSize>(NOTE_SIZES),
  /** So many measures on a line at most; null: as many as fit. */
  measuresALine: z.int().min(1).max(8).nullable(),
  fingers: z.boolean(),
  counts: z.boolean(),
  chordSymbols: z.boolean(),
  pedal: z.boolean(),
  noteNames: z.boolean(),
  /** Of the scale sheet. */
  octaves: z.union([z.literal(1), z.literal(2)]),
  /** Each hand on a page of its own, or large with the other small beside it. */
  handsApart: z.enum(['alone', 'other-small']).default('alone'),
  /** Of words and chords. */
  largeWords: z.boolean(),
});

export type SheetChoices = Readonly<z.infer<typeof sheetChoicesSchema>>;
