import type { Score } from '../score/model';
import { readAbc } from './abc/read';
import { readChart } from './chordpro/read';
import { readMidi } from './midi/read';
import { readMusicXml } from './musicxml/read';
import type { ReadResult } from './result';
import { decodeText } from './text-encoding';

/** The beginning of a file: its first four bytes as characters, and its text where it is text. */
export interface FileHead {
  readonly magic: string;
  readonly text: string;
}

/** A format that Key Path reads. */
export interface ScoreFormat {
  readonly label: string;
  /** Endings of its files’ names, with the dot. */
  readonly extensions: readonly string[];
  /** Told by what is in the file, before names are looked at; `named` when the file is called one of its own. */
  readonly is: (head: FileHead, isNamed: boolean) => boolean;
  readonly read: (bytes: Uint8Array, file: string) => ReadResult<Score>;
}

/** Every format, in the order in which files are tried: the last takes what no other knows. A new one is a row here. */
export const SCORE_FORMATS = {
  midi: {
    label: 'MIDI',
    extensions: ['.mid', '.midi'],
    is: ({ magic }, isNamed) => magic === 'MThd' || isNamed,
    read: readMidi,
  },
  musicxml: {
    label: 'MusicXML',
    extensions: ['.musicxml', '.xml', '.mxl'],
    is: ({ magic, text }, isNamed) => magic.startsWith('PK') || isNamed || /^\s*</.test(text),
    read: readMusicXml,
  },
  abc: {
    label: 'ABC',
    extensions: ['.abc'],
    is: ({ text }, isNamed) =>
      isNamed || /^X:\s*\d+/m.test(text) || (/^K:/m.test(text) && !/^\s*\{/m.test(text)),
    read: readsText(readAbc),
  },
  chart: {
    label: 'chord chart',
    extensions: ['.cho', '.chopro', '.chordpro', '.crd', '.pro', '.txt'],
    is: () => true,
    read: readsText(readChart),
  },
} as const satisfies Readonly<Record<string, ScoreFormat>>;

function readsText(read: (text: string, file: string) => ReadResult<Score>): ScoreFormat['read'] {
  return (bytes, file) => {
    const text = decodeText(bytes);
    return text === null ? { ok: false, error: notReadable(file) } : read(text, file);
  };
}

function notReadable(file: string) {
  const labels = Object.values(SCORE_FORMATS).map(({ label }) => label);
  return {
    code: 'bad-encoding',
    message: `This is not a file that can be read. Key Path reads ${labels.slice(0, -1).join(', ')} and ${labels.at(-1)} files.`,
    place: { file },
  } as const;
}
