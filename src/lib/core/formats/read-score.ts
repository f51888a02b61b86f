import type { Score } from '../score/model';
import { readAbc } from './abc/read';
import { readChart } from './chordpro/read';
import { readMidi } from './midi/read';
import { MAX_FILE_BYTES } from './musicxml/container';
import { readMusicXml } from './musicxml/read';
import type { ReadResult } from './result';
import { decodeText } from './text-encoding';

export type ScoreFormat = 'musicxml' | 'midi' | 'abc' | 'chart';

export const FORMAT_LABELS: Readonly<Record<ScoreFormat, string>> = {
  musicxml: 'MusicXML',
  midi: 'MIDI',
  abc: 'ABC',
  chart: 'chord chart',
};

/** Endings of file names that Key Path reads. */
export const SCORE_EXTENSIONS = [
  '.musicxml',
  '.xml',
  '.mxl',
  '.mid',
  '.midi',
  '.abc',
  '.cho',
  '.chopro',
  '.chordpro',
  '.crd',
  '.pro',
  '.txt',
] as const;

/** Tells a file's format by what is in it; its name decides only between kinds of plain text. */
export function formatOf(bytes: Uint8Array, file: string): ScoreFormat {
  const head = String.fromCharCode(...bytes.subarray(0, 4));
  if (head === 'MThd' || /\.midi?$/i.test(file)) return 'midi';
  if (head.startsWith('PK') || /\.(musicxml|xml|mxl)$/i.test(file)) return 'musicxml';
  const text = decodeText(bytes.subarray(0, 20_000)) ?? '';
  if (/^\s*</.test(text)) return 'musicxml';
  if (/\.abc$/i.test(file) || /^X:\s*\d+/m.test(text)) return 'abc';
  if (/^K:/m.test(text) && !/^\s*\{/m.test(text)) return 'abc';
  return 'chart';
}

/** Reads a score of any format that Key Path takes; failures are returned with their place. */
export function readScore(bytes: Uint8Array, file: string): ReadResult<Score> {
  if (bytes.length === 0)
    return { ok: false, error: { code: 'empty-file', message: 'The file is empty.', place: { file } } };
  if (bytes.length > MAX_FILE_BYTES)
    return {
      ok: false,
      error: {
        code: 'too-large',
        message: 'The file is larger than 10 MB, which no score needs.',
        place: { file },
      },
    };
  const format = formatOf(bytes, file);
  if (format === 'midi') return readMidi(bytes, file);
  if (format === 'musicxml') return readMusicXml(bytes, file);
  const text = decodeText(bytes);
  if (text === null)
    return {
      ok: false,
      error: {
        code: 'bad-encoding',
        message:
          'This is not a file that can be read. Key Path reads MusicXML, MIDI, ABC, ChordPro and typed charts.',
        place: { file },
      },
    };
  return format === 'abc' ? readAbc(text, file) : readChart(text, file);
}
