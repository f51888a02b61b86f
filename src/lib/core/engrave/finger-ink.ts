/** The id of a note's finger in the picture. */
export function fingerInkId(note: string): string {
  return `f-${note}`;
}
