/** Where in a list, whose first records do not hold and whose others do, those that hold begin; its length where none does. O(log n). */
export function partitionPoint<T>(records: readonly T[], holds: (record: T) => boolean): number {
  let [low, high] = [0, records.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(records[middle]!)) high = middle;
    else low = middle + 1;
  }
  return low;
}
