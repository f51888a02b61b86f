export interface PageRoom {
  readonly firstPage: number;
  readonly otherPages: number;
  readonly between: number;
}

/** Fills pages with lines in order; a line too tall for any page gets one of its own. */
export function paginate<T>(
  lines: readonly T[],
  room: PageRoom,
  heightOf: (line: T) => number,
): readonly (readonly T[])[] {
  const pages: T[][] = [];
  let left = 0;
  for (const line of lines) {
    const height = heightOf(line) + room.between;
    if (pages.length === 0 || height > left) {
      left = pages.length === 0 ? room.firstPage : room.otherPages;
      pages.push([]);
    }
    pages.at(-1)!.push(line);
    left -= height;
  }
  return pages;
}
