/** The engraver's private characters for signs within words, and the plain characters that the shipped fonts have. */
const PLAIN_SIGNS: Readonly<Record<string, string>> = {
  '\uE260': '♭',
  '\uE261': '♮',
  '\uE262': '♯',
  '\uE263': '𝄪',
  '\uE264': '𝄫',
  // The same signs as figured bass writes them, which is what chord symbols get.
  '\uEA63': '𝄫',
  '\uEA64': '♭',
  '\uEA65': '♮',
  '\uEA66': '♯',
  '\uEA67': '𝄪',
};

/** Size of letters in a chord symbol at the engraver's normal unit. */
const LETTER_SIZE = 405;

/**
 * The engraver writes ♯ and ♭ within chord symbols as characters of its own music font, which is not sent to the page.
 * They become plain text again, in the size of the letters beside them. Takes and gives SVG text.
 */
export function plainAccidentals(svg: string): string {
  return svg.replace(
    /(<tspan font-size="(\d+)px">[^<]*<\/tspan>)?(\s*)<tspan font-family="Leipzig" font-size="\d+px">([\uE260-\uE264\uEA63-\uEA67])<\/tspan>/g,
    (_, before: string | undefined, size: string | undefined, space: string, sign: string) =>
      `${before ?? ''}${space}<tspan font-size="${size ?? LETTER_SIZE}px">${PLAIN_SIGNS[sign] ?? ''}</tspan>`,
  );
}
