import { strToU8 } from 'fflate';
import { asParts } from '../score/as-parts';
import type { Score } from '../score/model';
import { writeAbc } from './abc/write';
import { writeChordPro } from './chordpro/write';
import { writeMidiFile } from './midi/write';
import { writeMusicXml } from './musicxml/write';

export const EXPORTS = {
  musicxml: { label: 'MusicXML', extension: 'musicxml', type: 'application/vnd.recordare.musicxml+xml' },
  midi: { label: 'MIDI', extension: 'mid', type: 'audio/midi' },
  abc: { label: 'ABC', extension: 'abc', type: 'text/vnd.abc' },
  chordpro: { label: 'ChordPro', extension: 'cho', type: 'text/plain; charset=utf-8' },
} as const;
export type ExportFormat = keyof typeof EXPORTS;

export function isExportFormat(text: string): text is ExportFormat {
  return Object.hasOwn(EXPORTS, text);
}

/** Writes a score in one of the open formats, as the bytes of a file. */
export function writeScore(joined: Score, format: ExportFormat): Uint8Array<ArrayBuffer> {
  const score = asParts(joined);
  switch (format) {
    case 'musicxml':
      return bytesOf(writeMusicXml(score));
    case 'midi':
      return new Uint8Array(writeMidiFile(score));
    case 'abc':
      return bytesOf(writeAbc(score));
    case 'chordpro':
      return bytesOf(writeChordPro(score));
  }
}

function bytesOf(text: string): Uint8Array<ArrayBuffer> {
  return new Uint8Array(strToU8(text));
}
