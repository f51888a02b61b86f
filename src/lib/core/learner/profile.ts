import { z } from 'zod';
import { COUNTING_STYLES, type CountingStyle } from '../document/choices/counting-styles.data';
import { FINGERING_STYLES, type FingeringStyle } from '../document/choices/fingering-styles.data';
import { PEDAL_USES, type PedalUse } from './pedal-use';
import { readChord } from '../pitch/chord';
import { readKey } from '../pitch/key';
import { MOST_NAME, nameSchema } from '../text/names';
import { FINGER_NAMES, READING, tokensOf, type FingerNames, type Reading } from './reading';

const YEAR = 'Give a year such as 2017, or leave it out.';
const LEAST_SPAN = 5;
const MOST_SPAN = 19;

const span = z
  .number()
  .int()
  .min(LEAST_SPAN, 'A reach is at least a fourth.')
  .max(MOST_SPAN, 'A reach is at most a twelfth.');
const pianoKey = z.number().int().min(21, 'The lowest key is A0.').max(108, 'The highest key is C8.');
const keysOf = <T extends string>(record: Readonly<Record<T, unknown>>) =>
  z.enum(Object.keys(record) as [T, ...T[]]);

const listOf = (read: (text: string) => boolean, message: string) =>
  z
    .string()
    .trim()
    .max(300, 'Use at most 300 letters.')
    .refine((text) => tokensOf(text).every(read), message)
    .default('');

/** Ladders have twelve rungs at the most; which of them a studio has is told by its own. */
const MOST_RUNGS = 12;

const ladderRung = (rungs: number) =>
  z
    .number()
    .int()
    .min(1, `Rungs go from 1 to ${rungs}.`)
    .max(rungs, `This studio’s ladder has ${rungs} ${rungs === 1 ? 'rung' : 'rungs'}: choose one of them.`)
    .default(1);

/** What is asked when a learner is added. Spans are semitones from thumb to little finger, the largest that is comfortable. */
const learnerFields = z.object({
  name: nameSchema(MOST_NAME, 'Give a name or nickname.'),
  birthYear: z.number().int().min(1900, YEAR).max(2100, YEAR).nullable().default(null),
  spanLeftSemitones: span.default(12),
  spanRightSemitones: span.default(12),
  rung: ladderRung(MOST_RUNGS),
  countingStyle: keysOf<CountingStyle>(COUNTING_STYLES).default('numbers'),
  notes: z.string().trim().max(2000, 'Use at most 2000 letters.').default(''),
});

/** `rungs` is how many the studio's ladder has. */
export function learnerSchema(rungs: number) {
  return learnerFields.extend({ rung: ladderRung(rungs) });
}

export type NewLearnerForm = z.infer<typeof learnerFields>;

/** Everything about a learner's hands, keyboard, voice and ways. */
export function profileSchema(rungs: number) {
  return profileFields.extend({ rung: ladderRung(rungs) }).superRefine(refineProfile);
}

const profileFields = learnerFields.extend({
  largestLeftSemitones: span.nullable().default(null),
  largestRightSemitones: span.nullable().default(null),
  keyboardLowest: pianoKey.default(21),
  keyboardHighest: pianoKey.default(108),
  keyboardTransposeSemitones: z.number().int().min(-12).max(12).default(0),
  pedal: keysOf<PedalUse>(PEDAL_USES).default('yes'),
  voiceLowest: pianoKey.nullable().default(null),
  voiceHighest: pianoKey.nullable().default(null),
  voiceComfortLowest: pianoKey.nullable().default(null),
  voiceComfortHighest: pianoKey.nullable().default(null),
  fingeringStyle: keysOf<FingeringStyle>(FINGERING_STYLES).default('smooth'),
  fingerNames: keysOf<FingerNames>(FINGER_NAMES).default('numbers'),
  reads: z.array(keysOf<Reading>(READING)).default(['treble', 'bass']),
  minutesADay: z
    .number()
    .int()
    .min(5, 'Give at least 5 minutes.')
    .max(240, 'More than four hours a day is not planned.')
    .default(20),
  daysAWeek: z.number().int().min(1, 'At least one day.').max(7, 'A week has seven days.').default(5),
  firstHand: z.enum(['right', 'left']).default('right'),
  maxBpm: z
    .number()
    .int()
    .min(30, 'From 30 beats a minute.')
    .max(320, 'At most 320.')
    .nullable()
    .default(null),
  showsNoteNames: z.boolean().default(false),
  readsLarge: z.boolean().default(false),
  knownKeys: listOf((text) => readKey(text) !== null, 'Write keys such as C, G, Am, parted by commas.'),
  knownChords: listOf((text) => readChord(text).ok, 'Write chords such as C, F, G7, parted by commas.'),
});

function refineProfile(learner: Profile, context: z.RefinementCtx): void {
  const fault = (path: string, message: string) =>
    context.addIssue({ code: 'custom', path: [path], message });
  if (learner.keyboardHighest - learner.keyboardLowest < 24)
    fault('keyboardHighest', 'A keyboard has at least two octaves: choose a higher key.');
  for (const hand of ['Left', 'Right'] as const) {
    const largest = learner[`largest${hand}Semitones`];
    if (largest !== null && largest < learner[`span${hand}Semitones`])
      fault(`largest${hand}Semitones`, 'The largest reach cannot be under the comfortable one.');
  }
  const { voiceLowest: low, voiceHighest: high } = learner;
  if ((low === null) !== (high === null) || (low !== null && high !== null && high - low < 5))
    fault('voiceHighest', 'Give both ends of the voice, at least a fourth apart, or neither.');
  const { voiceComfortLowest: from, voiceComfortHighest: to } = learner;
  const isInside =
    from === null && to === null
      ? true
      : from !== null &&
        to !== null &&
        low !== null &&
        high !== null &&
        from >= low &&
        to <= high &&
        from < to;
  if (!isInside)
    fault('voiceComfortHighest', 'The comfortable middle lies inside the range: give both ends, or neither.');
}

export type Profile = z.infer<typeof profileFields>;
