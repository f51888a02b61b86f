import { writeFileSync } from 'node:fs';
import { arrange, studySource } from '../src/lib/core/arrange/arrange';
import { newDocument } from '../src/lib/core/arrange/document';
import { arrangementMusicXml } from '../src/lib/core/arrange/export';
import { LEFT_TEXTURES, type LeftTexture } from '../src/lib/core/arrange/textures.data';
import { EXPORTS, writeScore, type ExportFormat } from '../src/lib/core/formats/write-score';
import { keyName, readKey } from '../src/lib/core/pitch/key';
import { readArguments } from './arguments';
import { forEachScore } from './files';
import { listNotes } from './notes';

/** `arrange FILE… [--key G] [--left TEXTURE] [--counts shown|hidden] [--out F.musicxml|F.mid|F.abc|F.cho]`. */
export function arrangeFiles(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, ['key', 'left', 'counts', 'out']);
  const { key, left, out } = options;
  if (key !== undefined && !readKey(key)) return refuse(`“${key}” is no key; write G, Bb or F#m.`);
  if (left !== undefined && !LEFT_TEXTURES.includes(left as LeftTexture))
    return refuse(`The left hand can be ${LEFT_TEXTURES.join(', ')}.`);
  if (out !== undefined && files.length !== 1) return refuse('--out takes one file.');
  const format = out === undefined ? null : formatOfName(out);
  if (out !== undefined && !format)
    return refuse('--out writes .musicxml, .mid, .abc or .cho, told by the name of the file.');
  return forEachScore(files, (source) => {
    const facts = studySource(source);
    const plain = newDocument(facts.roles.left !== null);
    const document = {
      ...plain,
      recipe: {
        ...plain.recipe,
        key: key ?? null,
        leftTexture: (left as LeftTexture | undefined) ?? plain.recipe.leftTexture,
      },
    };
    const arrangement = arrange(facts, document);
    if (out !== undefined)
      writeFileSync(
        out,
        format === 'musicxml'
          ? arrangementMusicXml(arrangement.score, options['counts'] === 'shown' ? arrangement.counts : [])
          : writeScore(arrangement.score, format!),
      );
    return {
      key: keyName(arrangement.key),
      measures: arrangement.score.measures.map((measure) => ({
        number: measure.number,
        texture: arrangement.textures[measure.index],
        snags: arrangement.snags
          .filter((snag) => snag.measure === measure.index)
          .map((snag) => snag.sentence),
      })),
      ...(options['score'] ? { score: listNotes(arrangement.score) } : {}),
    };
  });
}

function formatOfName(name: string): ExportFormat | null {
  const found = Object.entries(EXPORTS).find(([, { extension }]) =>
    name.toLowerCase().endsWith(`.${extension}`),
  );
  return found ? (found[0] as ExportFormat) : /\.xml$/i.test(name) ? 'musicxml' : null;
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}
