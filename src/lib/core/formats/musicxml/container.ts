import { unzipSync } from 'fflate';
import { Refusal } from '../result';
import { decodeText } from '../text-encoding';
import { childOf, childrenOf, parseXml } from '../xml';

export const MAX_FILE_BYTES = 10 * 1024 * 1024;
const MAX_INFLATED_BYTES = 32 * 1024 * 1024;
const MAX_ENTRIES = 200;

/** Gets the score's XML text out of a .musicxml, .xml or compressed .mxl file. @throws Refusal */
export function musicXmlText(bytes: Uint8Array, file: string): string {
  const place = { file };
  if (bytes.length === 0) throw new Refusal({ code: 'empty-file', message: 'The file is empty.', place });
  if (bytes.length > MAX_FILE_BYTES) {
    throw new Refusal({
      code: 'too-large',
      message:
        'The file is larger than 10 MB, which no score needs. Leave out pictures and audio, or split it.',
      place,
    });
  }
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const content = isZip ? scoreInZip(bytes, file) : bytes;
  const text = decodeText(content);
  if (text === null) {
    throw new Refusal({
      code: 'bad-encoding',
      message: 'This is not a text file that can be read. Key Path reads .musicxml, .xml and .mxl here.',
      place,
    });
  }
  return text;
}

function scoreInZip(bytes: Uint8Array, file: string): Uint8Array {
  const place = { file };
  let total = 0;
  let entries = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      // Sizes are judged before anything is inflated; fflate inflates into exactly the announced size.
      filter: (entry) => {
        total += entry.originalSize;
        entries += 1;
        if (total > MAX_INFLATED_BYTES || entries > MAX_ENTRIES) {
          throw new Refusal({
            code: 'zip-bomb',
            message: 'The compressed file unpacks to far more than a score holds, so it was not opened.',
            place,
          });
        }
        return /\.(xml|musicxml)$/i.test(entry.name);
      },
    });
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal({
      code: 'bad-zip',
      message: 'The compressed file is damaged and cannot be unpacked. Export or download it again.',
      place,
    });
  }
  const container = files['META-INF/container.xml'];
  const names = Object.keys(files).filter((name) => !name.startsWith('META-INF/'));
  const name = (container && rootFile(container, file)) ?? names[0];
  const score = name === undefined ? undefined : files[name];
  if (!score)
    throw new Refusal({
      code: 'not-a-score',
      message: 'The compressed file holds no MusicXML score.',
      place,
    });
  return score;
}

function rootFile(container: Uint8Array, file: string): string | undefined {
  const text = decodeText(container);
  if (text === null) return undefined;
  const rootfiles = childOf(parseXml(text, file), 'rootfiles');
  return rootfiles && childrenOf(rootfiles, 'rootfile')[0]?.attributes['full-path'];
}
