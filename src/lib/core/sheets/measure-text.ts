import { BOLD, REGULAR } from './letter-widths.data';

/** Of a letter that the table has not: about an em, so that nothing runs over. */
const UNKNOWN = 900;

/** How wide a text is at a size, in the unit of the size. */
export function textWidth(text: string, size: number, isBold = false): number {
  const widths = isBold ? BOLD : REGULAR;
  let sum = 0;
  for (const letter of text) sum += widths[letter] ?? UNKNOWN;
  return (sum * size) / 1000;
}

/** Breaks a text into lines no wider than there is room; a word that is wider by itself is cut. */
export function wrapText(text: string, size: number, room: number, isBold = false): readonly string[] {
  const fits = (line: string) => textWidth(line, size, isBold) <= room;
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (fits(longer)) {
      line = longer;
      continue;
    }
    if (line !== '') lines.push(line);
    line = '';
    for (const letter of word)
      if (line === '' || fits(line + letter)) line += letter;
      else {
        lines.push(line);
        line = letter;
      }
  }
  return line === '' && lines.length > 0 ? lines : [...lines, line];
}
