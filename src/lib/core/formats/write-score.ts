import { strToU8 } from 'fflate';
import { asParts } from '../score/as-parts';
import type { Score } from '../score/model';
import { writeAbc } from './abc/write';
import { writeChordPro } from './chordpro/write';
import { writeMidiFile } from './midi/write';
import { writeMusicXml } from './musicxml/write';

/** Every format that Key Path writes; a new one is a row here. */
export const EXPORTS = {
  musicxml: {
    label: 'MusicXML',
    extension: 'musicxml',
    type: 'application/vnd.recordare.musicxml+xml',
    write: (score: Score) => bytesOf(writeMusicXml(score)),
  },
  midi: {
    label: 'MIDI',
    extension: 'mid',
    type: 'audio/midi',
    write: (score: Score) => new Uint8Array(writeMidiFile(score)),
  },
  abc: {
    label: 'ABC',
    extension: 'abc',
    type: 'text/vnd.abc',
    write: (score: Score) => bytesOf(writeAbc(score)),
  },
  chordpro: {
    label: 'ChordPro',
    extension: 'cho',
    type: 'text/plain; charset=utf-8',
    write: (score: Score) => bytesOf(writeChordPro(score)),
  },
} as const;
export type ExportFormat = keyof typeof EXPORTS;

export function isExportFormat(text: string): text is ExportFormat {
  return Object.hasOwn(EXPORTS, text);
}

/** Writes a score in one of the open formats, as the bytes of a file. */
export function writeScore(joined: Score, format: ExportFormat): Uint8Array<ArrayBuffer> {
  return EXPORTS[format].write(asParts(joined));
}

function bytesOf(text: string): Uint8Array<ArrayBuffer> {
  return new Uint8Array(strToU8(text));
}
