import { findKey } from '../src/lib/core/analyse/find-key';
import { keyName } from '../src/lib/core/pitch/key';
import { timeLabel } from '../src/lib/core/score/time';
import { readArguments } from './arguments';
import { forEachScore } from './files';
import { listNotes } from './notes';

/** `import FILE…`: what each file holds. */
export function importFiles(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, []);
  return forEachScore(files, (score, _file, warnings) => ({
    title: score.title,
    key: keyName(findKey(score).key),
    time: timeLabel(score.measures[0]?.time ?? { beats: 4, beatType: 4 }),
    measures: score.measures.length,
    notes: score.notes.filter((note) => !note.grace).length,
    graceNotes: score.notes.filter((note) => note.grace).length,
    rests: score.rests.length,
    warnings,
    ...(options['score'] ? { score: listNotes(score) } : {}),
  }));
}
