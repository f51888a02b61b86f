/** Classes whose words are bold, slanted, or drawn where the style sheet of the screen would move them. */
const BOLD = ['ending', 'fing', 'reh', 'tempo', 'count sounds'];
const SLANTED = ['dir', 'dynam', 'mNum'];
/** As the screen shifts section names that open a line, in the engraver's inner units. */
const REHEARSAL_SHIFT = { 'reh opens-line opens-piece': -860, 'reh opens-line': -460 } as const;

/**
 * A line of music for paper: what the screen's style sheet does is written into the picture, since a printer's file knows no
 * style sheets. Strokes are black, words have their weight, section names their place, and letters that the printed font has not
 * are given the family that `familyOf` names (null: the usual one). Takes and gives SVG text.
 */
export function paperSvg(svg: string, familyOf: (letter: string) => string | null): string {
  const [defs = '', body = svg] = splitDefs(svg);
  let drawn = body.replace(/<(path|rect|polyline|polygon|ellipse)(?![^>]*\sstroke=)/g, '<$1 stroke="black"');
  for (const name of BOLD) drawn = drawn.replaceAll(`class="${name}"`, `class="${name}" font-weight="bold"`);
  for (const name of SLANTED)
    drawn = drawn.replaceAll(`class="${name}"`, `class="${name}" font-style="italic"`);
  for (const [name, shift] of Object.entries(REHEARSAL_SHIFT))
    drawn = drawn.replaceAll(
      `class="${name}"`,
      `class="${name}" font-weight="bold" transform="translate(${shift} 0)"`,
    );
  drawn = drawn.replace(/(class="reh"[^>]*>\s*<text [^>]*)text-anchor="\w+"/g, '$1text-anchor="end"');
  drawn = drawn.replace(
    /(class="reh opens-line[^>]*>\s*<text [^>]*)text-anchor="\w+"/g,
    '$1text-anchor="start"',
  );
  drawn = drawn.replace(/>([^<]+)</g, (_, words: string) => `>${inFamilies(words, familyOf)}<`);
  return `${defs}${withoutNames(drawn)}`.replaceAll('currentColor', 'black');
}

/** What is drawn without the names that only a screen asks for, and without groups that say nothing: half as much to read. */
function withoutNames(body: string): string {
  const isKept: boolean[] = [];
  return body
    .replace(/ (?:id|class|data-[\w-]+)="[^"]*"/g, '')
    .replace(/<g\b([^>]*?)(\/?)>|<\/g>/g, (tag, attributes: string | undefined, closed: string) => {
      if (attributes === undefined) return isKept.pop() ? tag : '';
      const says = attributes.trim() !== '';
      if (closed) return '';
      isKept.push(says);
      return says ? tag : '';
    });
}

/** Letters of another family stand in a span of their own; entities are left as they are. */
function inFamilies(words: string, familyOf: (letter: string) => string | null): string {
  return (words.match(/&[^;]+;|[\s\S]/gu) ?? [])
    .map((letter) => {
      const family = letter.length > 1 && letter.startsWith('&') ? null : familyOf(letter);
      return family === null ? letter : `<tspan font-family="${family}">${letter}</tspan>`;
    })
    .join('');
}

function splitDefs(svg: string): readonly [string, string] {
  const end = svg.indexOf('</defs>');
  return end < 0 ? ['', svg] : [svg.slice(0, end), svg.slice(end)];
}
