// Writes the advance widths of the printed font as a table, so that paper can be laid out without it.
// Run again when the font changes: node scripts/letter-widths.mjs
import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';

const require = createRequire(import.meta.url);
const fontkit = createRequire(require.resolve('pdfkit'))('fontkit');
const folder = join('node_modules', '@fontsource', 'atkinson-hyperlegible-next', 'files');

function widthsOf(weight) {
  const font = fontkit.openSync(join(folder, `atkinson-hyperlegible-next-latin-${weight}-normal.woff`));
  const widths = {};
  for (let code = 32; code <= 0x2122; code += 1) {
    if (!font.hasGlyphForCodePoint(code)) continue;
    widths[String.fromCodePoint(code)] = Math.round(
      (1000 * font.glyphForCodePoint(code).advanceWidth) / font.unitsPerEm,
    );
  }
  return widths;
}

const table = (name, widths) =>
  `export const ${name}: Readonly<Record<string, number>> = ${JSON.stringify(widths)};\n`;
writeFileSync(
  'src/lib/core/sheets/letter-widths.data.ts',
  '/** Advance widths of Atkinson Hyperlegible Next, in thousandths of the size; made by scripts/letter-widths.mjs. */\n' +
    table('REGULAR', widthsOf(400)) +
    table('BOLD', widthsOf(700)),
);
