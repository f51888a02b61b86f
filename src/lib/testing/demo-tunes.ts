import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { readScore } from '../core/formats/read-score';
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

/** All sources of the demo studio, and the scores kept beside the project, in whatever format they are in. */
export function allSources(): readonly { readonly file: string; readonly score: Score }[] {
  const folders = [FOLDER, new URL('../../../../shared/real-scores/', import.meta.url)];
  return folders
    .filter((folder) => existsSync(folder))
    .flatMap((folder) =>
      readdirSync(folder)
        .filter((file) => !file.endsWith('.md'))
        .map((file) => {
          const read = readScore(new Uint8Array(readFileSync(new URL(file, folder))), file);
          if (!read.ok) throw new Error(read.error.message);
          return { file, score: read.value };
        }),
    );
}
