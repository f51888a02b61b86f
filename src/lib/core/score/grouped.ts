/** Records by a key, in the order in which they came. O(n). */
export function grouped<T, Key>(
  records: Iterable<T>,
  keyOf: (record: T) => Key,
): ReadonlyMap<Key, readonly T[]> {
  const groups = new Map<Key, T[]>();
  for (const record of records) {
    const own = groups.get(keyOf(record));
    if (own) own.push(record);
    else groups.set(keyOf(record), [record]);
  }
  return groups;
}
