import type { z } from 'zod';

/** A choice that is remembered on this device, checked when it is read: what is not valid any more is as if never chosen. */
export interface Remembered<T> {
  readonly read: () => T;
  readonly write: (value: T) => void;
  readonly forget: () => void;
}

export function remembered<T>(name: string, schema: z.ZodType<T>, fallback: T): Remembered<T> {
  const key = `key-path.${name}`;
  return {
    read: () => {
      try {
        const text = localStorage.getItem(key);
        const parsed = text === null ? null : schema.safeParse(JSON.parse(text));
        return parsed?.success ? parsed.data : fallback;
      } catch {
        // Private windows and damaged values remember nothing.
        return fallback;
      }
    },
    write: (value) => {
      try {
        localStorage.setItem(key, JSON.stringify(value));
      } catch {
        // Remembering is a convenience: no room, no harm.
      }
    },
    forget: () => localStorage.removeItem(key),
  };
}
