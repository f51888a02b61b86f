import { z } from 'zod';
import { dateOf, dayNumber } from '../src/lib/core/practice/day-number';
import { forecastPiece } from '../src/lib/core/practice/forecast';
import { STAGE_IDS } from '../src/lib/core/practice/stages.data';
import { readArguments } from './arguments';
import { print } from './files';
import { dateSchema, readJsonFile } from './json-file';

const logSchema = z.array(
  z
    .object({
      date: dateSchema,
      section: z.string().min(1),
      stage: z.enum(STAGE_IDS),
      tempoBpm: z.number().positive().max(1000).nullish(),
      cleanRuns: z.int().min(0).default(0),
      failedRuns: z.int().min(0).default(0),
      minutes: z.number().min(0).nullish(),
    })
    .transform(({ date, tempoBpm, minutes, ...entry }) => ({
      ...entry,
      onDay: date,
      tempoBpm: tempoBpm ?? null,
      minutes: minutes ?? null,
    })),
);

const sectionsSchema = z.array(
  z.object({
    section: z.string().min(1),
    measures: z.int().min(1).default(8),
    load: z.number().min(0).max(100).default(30),
    worth: z.number().min(0).default(1),
  }),
);

/** `forecast LOG.json --goal DATE --today DATE --target BPM [--sections S.json]`: each section's tempo on the day of the goal. */
export function forecastFile(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, ['goal', 'today', 'target', 'sections']);
  const [goalDay, today] = [dayNumber(options['goal'] ?? ''), dayNumber(options['today'] ?? '')];
  const targetBpm = Number(options['target']);
  if (files.length !== 1)
    return refuse('Give one file with the log: forecast LOG.json --goal … --today … --target ….');
  if (goalDay === null || today === null)
    return refuse('Give the days as --goal 2027-01-30 --today 2026-11-27.');
  if (!(targetBpm >= 10 && targetBpm <= 1000))
    return refuse('Give the target as --target BPM, from 10 to 1000.');
  const log = readJsonFile(files[0]!, logSchema);
  if (typeof log === 'string') return refuse(log);
  const file = options['sections'];
  const sections = file === undefined ? { value: [] } : readJsonFile(file, sectionsSchema);
  if (typeof sections === 'string') return refuse(sections);
  const forecast = forecastPiece({ played: log.value, toLearn: sections.value, targetBpm, goalDay, today });
  print({
    sections: forecast.sections.map(({ readyOnDay, ...section }) => ({
      ...section,
      readyOn: readyOnDay === null ? null : dateOf(readyOnDay),
    })),
    state: forecast.state,
  });
  return true;
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}
