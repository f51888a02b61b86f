import { z } from 'zod';
import { planDay } from '../src/lib/core/practice/plan-day';
import type { PlanState } from '../src/lib/core/practice/plan-state';
import { dayNumber, yearOf } from '../src/lib/core/practice/day-number';
import { STAGE_IDS } from '../src/lib/core/practice/stages.data';
import { TROUBLE_KIND_NAMES } from '../src/lib/core/practice/trouble';
import { readArguments } from './arguments';
import { print } from './files';
import { dateSchema, readJsonFile } from './json-file';

const tempo = z.number().positive().max(1000);
const count = z.int().min(0).default(0);

const troubleSchema = z
  .object({
    measure: z.int(),
    kind: z.enum(TROUBLE_KIND_NAMES),
    hand: z.enum(['right', 'left']).nullish(),
    passedOn: z.array(dateSchema).default([]),
  })
  .transform(({ hand, ...trouble }) => ({ ...trouble, hand: hand ?? null }));

const sectionSchema = z
  .object({
    section: z.string().min(1),
    measures: z.int().min(1),
    repeats: z.string().nullish(),
    stage: z.enum(STAGE_IDS),
    tempoBpm: tempo.nullish(),
    cleanRuns: count,
    failedRuns: count,
    lastOn: dateSchema.nullish(),
    dueOn: dateSchema.nullish(),
    learned: z.boolean().default(false),
    trouble: z.array(troubleSchema).default([]),
    strain: z.union([z.boolean(), z.number(), z.string()]).nullish(),
    joinsWith: z.string().nullish(),
  })
  .transform(({ repeats, tempoBpm, lastOn, dueOn, learned, strain, joinsWith, ...section }) => ({
    ...section,
    repeats: repeats ?? null,
    tempoBpm: tempoBpm ?? null,
    lastOnDay: lastOn ?? null,
    dueOnDay: dueOn ?? null,
    isLearned: learned,
    isStraining: Boolean(strain),
    joinsWith: joinsWith ?? null,
  }));

const stateSchema: z.ZodType<PlanState> = z.object({
  learner: z
    .object({
      birthYear: z.int().nullish(),
      minutesADay: z.number().min(0).max(600),
      daysAWeek: z.int().min(0).max(7),
      hasPedal: z.boolean().default(true),
      maxBpm: tempo.nullish(),
    })
    .transform(({ birthYear, maxBpm, ...learner }) => ({
      ...learner,
      birthYear: birthYear ?? null,
      maxBpm: maxBpm ?? null,
    })),
  pieces: z.array(
    z
      .object({
        piece: z.string().min(1),
        targetBpm: tempo,
        goalDate: dateSchema.nullish(),
        sections: z.array(sectionSchema),
      })
      .transform(({ goalDate, ...piece }) => ({ ...piece, goalDay: goalDate ?? null })),
  ),
});

/** `plan STATE.json --date DATE`: a day's practice, what waits, and when to rest. */
export function planFile(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, ['date']);
  const day = dayNumber(options['date'] ?? '');
  if (files.length !== 1)
    return refuse('Give one file with the learner’s state: plan STATE.json --date 2026-11-27.');
  if (day === null) return refuse('Give the day as --date 2026-11-27.');
  const state = readJsonFile(files[0]!, stateSchema);
  if (typeof state === 'string') return refuse(state);
  const { items, waits, restAfterMinutes, totalMinutes } = planDay(state.value, day, yearOf(day));
  print({
    items: items.map(({ trouble, ...item }) => ({
      ...item,
      ...(trouble ? { measure: trouble.measure, kind: trouble.kind } : {}),
    })),
    waits: waits.map(({ trouble, ...waiting }) => ({
      ...waiting,
      ...(trouble ? { measure: trouble.measure, kind: trouble.kind } : {}),
    })),
    restAfterMinutes,
    totalMinutes,
  });
  return true;
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}
