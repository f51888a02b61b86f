/** Do two plain records say the same, whatever the order of their fields? */
export function isSameRecord(a: unknown, b: unknown): boolean {
  return plainText(a) === plainText(b);
}

/** A plain record as text that is the same for records that say the same. */
export function plainText(record: unknown): string {
  return JSON.stringify(canonical(record));
}

/** Objects with their fields in order, so that equal records compare equal whatever made them. */
function canonical(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(canonical);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, canonical(each)]),
  );
}
