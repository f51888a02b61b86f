import { readdirSync, readFileSync } from 'node:fs';
import { readMusicXml } from '../core/formats/musicxml/read';
import type { Score } from '../core/score/model';

const FOLDER = new URL('../../../demo/sources/', import.meta.url);

/** The demo studio's tunes, read as a teacher would import them. */
export function demoTunes(): readonly { readonly file: string; readonly score: Score }[] {
  return readdirSync(FOLDER)
    .filter((file) => file.endsWith('.musicxml'))
    .map((file) => {
      const read = readMusicXml(new Uint8Array(readFileSync(new URL(file, FOLDER))), file);
      if (!read.ok) throw new Error(read.error.message);
      return { file, score: read.value };
    });
}
