import { z } from 'zod';
import { summarySchema } from '$lib/core/analyse/summary';
import { api } from '../api/api';

export interface UploadFault {
  readonly message: string;
  /** The place in the file, in words; empty when the fault concerns the whole file. */
  readonly where: string;
}

export type UploadResult<T> =
  | { readonly kind: 'done'; readonly value: T }
  | { readonly kind: 'fault'; readonly fault: UploadFault }
  | { readonly kind: 'cancelled' };

const refusal = z.object({
  place: z
    .object({ line: z.number().optional(), column: z.number().optional(), measure: z.string().optional() })
    .optional(),
});

const sound = z.object({
  at: z.number(),
  lasts: z.number(),
  key: z.number(),
  loudness: z.number(),
  noteIds: z.array(z.string()),
});

/** What is in a file, how each of its staves begins, and the piece that was made from the very same file, if there is one. */
export const READ_PIECE = summarySchema.extend({
  tastes: z.array(
    z.object({
      part: z.number(),
      staff: z.number(),
      timeline: z.object({
        sounds: z.array(sound),
        clicks: z.tuple([]),
        measures: z.tuple([]),
        seconds: z.number(),
        loopAt: z.number(),
      }),
    }),
  ),
  there: z.object({ id: z.string(), title: z.string() }).nullable(),
});
export type ReadPiece = z.infer<typeof READ_PIECE>;

/** `isThere`: the very file was in the studio already, and is not kept twice. */
export const KEPT_PIECE = z.object({ id: z.string(), isThere: z.boolean().default(false) });

/** Sends a score file to be read or kept, and puts what went wrong into words. */
export async function upload<T>(
  file: File,
  fields: Readonly<Record<string, string>>,
  schema: z.ZodType<T>,
  signal?: AbortSignal,
): Promise<UploadResult<T>> {
  const form = new FormData();
  form.set('file', file);
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  const answer = await api.importScore(form, schema, signal);
  if (signal?.aborted) return { kind: 'cancelled' };
  if (answer.ok) return { kind: 'done', value: answer.value };
  if (answer.code === 'unreachable')
    return { kind: 'fault', fault: { message: `${answer.message} Nothing was imported.`, where: '' } };
  const message =
    answer.status === 413 ? 'The file is larger than 10 MB, which no score needs.' : answer.message;
  const place = refusal.safeParse(answer.body).data?.place;
  const where = [
    place?.measure === undefined ? '' : `measure ${place.measure}`,
    place?.line === undefined ? '' : `line ${place.line}`,
  ].filter(Boolean);
  return { kind: 'fault', fault: { message, where: where.join(', ') } };
}
