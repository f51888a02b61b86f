/** What the database says when the disk does not take what is to be kept, by the beginning of its code. */
const WORDS: readonly (readonly [code: string, words: string])[] = [
  ['SQLITE_FULL', 'The disk is full. Make room on it; nothing that was shown as saved is lost.'],
  ['SQLITE_READONLY', 'The studio’s file cannot be written any more. Allow writing to it and to its folder.'],
  ['SQLITE_IOERR', 'The disk reports an error. Check it, and make a copy of the studio’s folder.'],
  ['SQLITE_CANTOPEN', 'The studio’s file cannot be opened any more. Check that its folder is still there.'],
  ['SQLITE_CORRUPT', 'The studio’s file is damaged. Stop Key Path and put a copy in its place.'],
  ['SQLITE_BUSY', 'Another program holds the studio’s file. Close it, then try again.'],
];

/** In plain words, why the disk did not take it; null where the fault is another. */
export function diskFault(fault: unknown): string | null {
  // Drizzle wraps what the database says.
  for (let each: unknown = fault; each instanceof Error; each = each.cause) {
    const code = 'code' in each && typeof each.code === 'string' ? each.code : '';
    const words = WORDS.find(([start]) => code.startsWith(start))?.[1];
    if (words) return words;
  }
  return null;
}
