import { readAbc } from '../core/formats/abc/read';
import type { Score } from '../core/score/model';

/** A labelled passage in ABC as a score. @throws when the fixture itself is at fault. */
export function scoreFromAbc(text: string): Score {
  const read = readAbc(text, 'fixture.abc');
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
}
