import { error, fail, type ActionFailure } from '@sveltejs/kit';
import type { z } from 'zod';

type Sent<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly failure: ActionFailure<{ message: string }> };

/** The form that was sent; what is no form, or was cut short, is refused. */
export async function formOf(request: Request): Promise<FormData> {
  return request.formData().catch(() => error(400, 'The form did not arrive whole. Try again.'));
}

/**
 * What the form of a single button sent, read by its schema; otherwise the page is given `message`, with status 400.
 * A form with fields to fill in, and messages beside them, goes by superforms instead.
 */
export async function sentForm<S extends z.ZodType>(
  request: Request,
  schema: S,
  message: string,
): Promise<Sent<z.output<S>>> {
  const form = await request.formData().catch(() => null);
  const read = form && schema.safeParse(Object.fromEntries(form));
  return read?.success ? { ok: true, value: read.data } : { ok: false, failure: fail(400, { message }) };
}
