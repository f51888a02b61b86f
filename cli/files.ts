import { readFileSync } from 'node:fs';
import { readScore } from '../src/lib/core/formats/read-score';
import type { FileError, ReadResult } from '../src/lib/core/formats/result';
import type { Score } from '../src/lib/core/score/model';

/** Reads one score; a file that is not there is an error like any other. */
export function readScoreFile(file: string): ReadResult<Score> {
  let bytes: Uint8Array;
  try {
    bytes = new Uint8Array(readFileSync(file));
  } catch {
    return {
      ok: false,
      error: { code: 'empty-file', message: 'There is no such file, or it cannot be read.', place: { file } },
    };
  }
  return readScore(bytes, file);
}

/** Runs a command on each file, one line of JSON a file; a file that fails is reported and the others go on. */
export function forEachScore(
  files: readonly string[],
  work: (score: Score, file: string, warnings: readonly unknown[]) => object,
): boolean {
  if (files.length === 0) {
    console.error('Name at least one file.');
    return false;
  }
  let isAllGood = true;
  for (const file of files) {
    const read = readScoreFile(file);
    const done = read.ok ? attempt(() => work(read.value, file, read.warnings), file) : read;
    if (done.ok) print({ file, ...done.value });
    else {
      const { code, message, place } = done.error;
      print({ file, error: { code, message, place } });
      console.error(`${file}: ${message}`);
      isAllGood = false;
    }
  }
  return isAllGood;
}

type Attempt =
  { readonly ok: true; readonly value: object } | { readonly ok: false; readonly error: FileError };

/** Whatever a file does to a command, the files after it have their turn. */
function attempt(work: () => object, file: string): Attempt {
  try {
    return { ok: true, value: work() };
  } catch (fault) {
    const words = fault instanceof Error ? fault.message : String(fault);
    const message = `The file was read, and working on it broke off: ${words}`;
    return { ok: false, error: { code: 'unreadable', message, place: { file } } };
  }
}

export function print(value: unknown): void {
  console.log(JSON.stringify(value));
}
