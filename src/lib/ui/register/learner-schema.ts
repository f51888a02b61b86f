import { z } from 'zod';

/** A learner's form. Spans are semitones from thumb to little finger, the largest that is comfortable. */
export const learnerSchema = z.object({
  name: z.string().trim().min(1, 'Give a name or nickname.').max(60, 'Use at most 60 letters.'),
  birthYear: z
    .number()
    .int()
    .min(1900, 'Give a year such as 2017, or leave it out.')
    .max(2100, 'Give a year such as 2017, or leave it out.')
    .nullable()
    .default(null),
  spanLeftSemitones: z
    .number()
    .int()
    .min(5, 'A reach is at least a fourth.')
    .max(19, 'A reach is at most a twelfth.')
    .default(12),
  spanRightSemitones: z
    .number()
    .int()
    .min(5, 'A reach is at least a fourth.')
    .max(19, 'A reach is at most a twelfth.')
    .default(12),
  rung: z.number().int().min(1, 'Rungs go from 1 to 6.').max(6, 'Rungs go from 1 to 6.').default(1),
  countingStyle: z.enum(['numbers']).default('numbers'),
  notes: z.string().trim().max(2000, 'Use at most 2000 letters.').default(''),
});

/** Spans by the name a pianist gives them. */
export const SPAN_CHOICES = [
  { semitones: 7, label: 'a fifth' },
  { semitones: 9, label: 'a sixth' },
  { semitones: 10, label: 'a small seventh' },
  { semitones: 11, label: 'a seventh' },
  { semitones: 12, label: 'an octave' },
  { semitones: 14, label: 'a ninth' },
  { semitones: 16, label: 'a tenth' },
] as const;

export function spanLabel(semitones: number): string {
  return SPAN_CHOICES.findLast((choice) => choice.semitones <= semitones)?.label ?? `${semitones} semitones`;
}
