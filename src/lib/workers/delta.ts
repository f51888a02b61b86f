/**
 * What has to be said of a value to someone who has the value before: what is the same record is left out. Arrangements
 * share all records that a change did not touch, so an edit of one note sends that note and little else.
 */
export type Delta =
  | { readonly kind: 'same' }
  | { readonly kind: 'whole'; readonly value: unknown }
  | { readonly kind: 'list'; readonly changes: readonly (readonly [index: number, delta: Delta])[] }
  | { readonly kind: 'fields'; readonly changes: Readonly<Record<string, Delta>> };

const SAME: Delta = { kind: 'same' };

/** Compares by identity, down to the entries of lists. O(entries of lists that are not the same list). */
export function deltaOf(before: unknown, now: unknown): Delta {
  if (before === now) return SAME;
  if (Array.isArray(before) && Array.isArray(now)) {
    if (before.length !== now.length) return { kind: 'whole', value: now };
    const changes = now.flatMap((each, index): [number, Delta][] =>
      each === before[index] ? [] : [[index, { kind: 'whole', value: each }]],
    );
    return changes.length > now.length / 2 ? { kind: 'whole', value: now } : { kind: 'list', changes };
  }
  if (isRecord(before) && isRecord(now) && Object.keys(before).join() === Object.keys(now).join()) {
    const changes = Object.entries(now).flatMap(([name, value]): [string, Delta][] => {
      const delta = deltaOf(before[name], value);
      return delta.kind === 'same' ? [] : [[name, delta]];
    });
    return { kind: 'fields', changes: Object.fromEntries(changes) };
  }
  return { kind: 'whole', value: now };
}

/** The value that a delta leads to; what did not change stays the same record here, too. */
export function applyDelta(before: unknown, delta: Delta): unknown {
  switch (delta.kind) {
    case 'same':
      return before;
    case 'whole':
      return delta.value;
    case 'list': {
      const list = [...(before as readonly unknown[])];
      for (const [index, change] of delta.changes) list[index] = applyDelta(list[index], change);
      return list;
    }
    case 'fields': {
      const fields = { ...(before as Readonly<Record<string, unknown>>) };
      for (const [name, change] of Object.entries(delta.changes))
        fields[name] = applyDelta(fields[name], change);
      return fields;
    }
  }
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
