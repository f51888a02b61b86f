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
  const seen = OTHER_FILES.find(({ begins }) => begins.every((byte, at) => bytes[at] === byte));
  if (seen)
    return refuse(
      'unknown-format',
      `This is ${seen.what}: Key Path reads notes, and cannot read them from ${seen.from}. Ask for the same music as MusicXML or MIDI, or take it down yourself with “Take down a tune”.`,
    );
  return formatOf(bytes, file).read(bytes, file);
}

const letters = (text: string) => [...text].map((letter) => letter.charCodeAt(0));

/** What teachers have of music besides notes, by the first bytes of such files. */
const OTHER_FILES: readonly {
  readonly begins: readonly number[];
  readonly what: string;
  readonly from: string;
}[] = [
  { begins: letters('%PDF'), what: 'a PDF', from: 'a printed page' },
  { begins: [0x89, ...letters('PNG')], what: 'a picture (PNG)', from: 'a picture' },
  { begins: [0xff, 0xd8, 0xff], what: 'a picture (JPEG)', from: 'a picture' },
  { begins: letters('GIF8'), what: 'a picture (GIF)', from: 'a picture' },
  { begins: letters('ID3'), what: 'a recording (MP3)', from: 'a recording' },
  { begins: letters('OggS'), what: 'a recording (Ogg)', from: 'a recording' },
  { begins: letters('fLaC'), what: 'a recording (FLAC)', from: 'a recording' },
  { begins: letters('RIFF'), what: 'a recording or a picture', from: 'it' },
];
