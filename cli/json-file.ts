import { readFileSync } from 'node:fs';
import { z } from 'zod';
import { dayNumber } from '../src/lib/core/practice/day-number';

/** A date as `2026-11-27`, as days since 1970-01-01. */
export const dateSchema = z.string().transform((text, context) => {
  const day = dayNumber(text);
  if (day === null) context.addIssue({ code: 'custom', message: `“${text}” is no date like 2026-11-27` });
  return day ?? 0;
});

/** Reads a file of JSON by a schema; a string says what is wrong with it, and where. */
export function readJsonFile<T>(file: string, schema: z.ZodType<T>): { readonly value: T } | string {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    return `${file}: there is no such file, or it cannot be read.`;
  }
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (fault) {
    return `${file}: this is no JSON (${fault instanceof Error ? fault.message : 'it cannot be read'}).`;
  }
  const parsed = schema.safeParse(json);
  if (parsed.success) return { value: parsed.data };
  const [issue] = parsed.error.issues;
  return `${file}: ${issue?.path.join('.') || 'the whole'}: ${issue?.message ?? 'not understood'}.`;
}
