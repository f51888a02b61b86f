import { z } from 'zod';
import { FIELDS, type Rung } from './registry';

const rungName = z.string().trim().min(1, 'Give the rung a name.').max(40);

/** One rung: a name, and every figure of every limit. */
export const rungSchema: z.ZodType<Rung> = z.object({
  name: rungName,
  ...Object.fromEntries(FIELDS.map(([name, { schema }]) => [name, schema])),
}) as unknown as z.ZodType<Rung>;

/** A ladder from the plainest rung up; 1 is the first. Later rungs may not allow less load than earlier ones. */
export const rungsSchema = z
  .array(rungSchema)
  .min(1)
  .max(12)
  .superRefine((rungs, context) => {
    for (const [index, rung] of rungs.entries())
      if (index > 0 && rung.load < rungs[index - 1]!.load)
        context.addIssue({
          code: 'custom',
          path: [index, 'load'],
          message: `The load ceiling of “${rung.name}” is below that of “${rungs[index - 1]!.name}”; a higher rung must allow at least as much.`,
        });
  });

const NAMES = [
  'First steps',
  'Pairs',
  'Held chords',
  'Moving chords',
  'Swing and sixteenths',
  'As the source',
] as const;

/** The graded ladder as it comes; a studio may edit every figure and add rungs of its own. */
export const DEFAULT_RUNGS: readonly Rung[] = NAMES.map((name, place) => ({
  name,
  ...defaultsAt(place),
})) as unknown as readonly Rung[];

function defaultsAt(place: number): Readonly<Record<string, unknown>> {
  return Object.fromEntries(
    FIELDS.map(([name, { defaults }]) => [name, defaults[Math.min(place, defaults.length - 1)]]),
  );
}

/**
 * A ladder that was kept before a limit was added: every figure it has stays, and those that it lacks take the default of
 * their place. What is no rung at all is handed on for the schema to refuse.
 */
export function fillRungs(kept: unknown): unknown {
  if (!Array.isArray(kept)) return kept;
  return kept.map((rung: unknown, place) =>
    typeof rung === 'object' && rung !== null ? { ...defaultsAt(place), ...rung } : rung,
  );
}

/** The rung at a place, or the nearest there is. @throws RangeError when the ladder has no rungs. */
export function rungAt(rungs: readonly Rung[], place: number): Rung {
  const rung = rungs[Math.min(rungs.length, Math.max(1, place)) - 1];
  if (!rung) throw new RangeError('A ladder has at least one rung.');
  return rung;
}
