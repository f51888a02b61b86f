import type { Score } from '../score/model';
import { MAX_FILE_BYTES } from './musicxml/container';
import type { FileErrorCode, ReadResult } from './result';
import { SCORE_FORMATS, type ScoreFormat } from './score-formats';
import { decodeText } from './text-encoding';

const FORMATS: readonly ScoreFormat[] = Object.values(SCORE_FORMATS);

/** Endings of file names that Key Path reads. */
export const SCORE_EXTENSIONS: readonly string[] = FORMATS.flatMap(({ extensions }) => extensions);

/** As much of a file as tells its format. */
const HEAD_BYTES = 20_000;

/** Tells a file's format by what is in it; its name decides only between kinds of plain text. */
export function formatOf(bytes: Uint8Array, file: string): ScoreFormat {
  const magic = String.fromCharCode(...bytes.subarray(0, 4));
  const text = decodeText(bytes.subarray(0, HEAD_BYTES)) ?? '';
  const name = file.toLowerCase();
  const isNamed = ({ extensions }: ScoreFormat) => extensions.some((each) => name.endsWith(each));
  return FORMATS.find((format) => format.is({ magic, text }, isNamed(format)))!;
}

/** Reads a score of any format that Key Path takes; failures are returned with their place. */
export function readScore(bytes: Uint8Array, file: string): ReadResult<Score> {
  const refuse = (code: FileErrorCode, message: string): ReadResult<Score> => ({
    ok: false,
    error: { code, message, place: { file } },
  });
  if (bytes.length === 0) return refuse('empty-file', 'The file is empty.');
  if (bytes.length > MAX_FILE_BYTES)
    return refuse('too-large', 'The file is larger than 10 MB, which no score needs.');
  return formatOf(bytes, file).read(bytes, file);
}
