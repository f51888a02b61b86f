export interface UploadFault {
  readonly message: string;
  /** The place in the file, in words; empty when the fault concerns the whole file. */
  readonly where: string;
}

export type UploadResult<T> =
  | { readonly kind: 'done'; readonly value: T }
  | { readonly kind: 'fault'; readonly fault: UploadFault }
  | { readonly kind: 'cancelled' };

interface Answer {
  readonly message?: string;
  readonly place?: { readonly line?: number; readonly column?: number; readonly measure?: string };
}

/** Sends a score file to be read or kept, and puts what went wrong into words. */
export async function upload<T>(
  file: File,
  fields: Readonly<Record<string, string>>,
  signal?: AbortSignal,
): Promise<UploadResult<T>> {
  const form = new FormData();
  form.set('file', file);
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  try {
    const response = await fetch('/api/imports', {
      method: 'POST',
      body: form,
      ...(signal ? { signal } : {}),
    });
    if (response.ok) return { kind: 'done', value: (await response.json()) as T };
    const answer = (await response.json().catch(() => ({}))) as Answer;
    const message =
      answer.message ??
      (response.status === 413
        ? 'The file is larger than 10 MB, which no score needs.'
        : 'Key Path could not read the file.');
    const where = [
      answer.place?.measure === undefined ? '' : `measure ${answer.place.measure}`,
      answer.place?.line === undefined ? '' : `line ${answer.place.line}`,
    ].filter(Boolean);
    return { kind: 'fault', fault: { message, where: where.join(', ') } };
  } catch {
    if (signal?.aborted) return { kind: 'cancelled' };
    return {
      kind: 'fault',
      fault: {
        message:
          'Key Path could not be reached, so nothing was imported. Check that it is running and try again.',
        where: '',
      },
    };
  }
}
