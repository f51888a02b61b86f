import type { Count } from '../counting/count';
import { writeMusicXml } from '../formats/musicxml/write';
import { asParts } from '../score/as-parts';
import type { Score } from '../score/model';

/** An arrangement as MusicXML, a part for each player, with the counts under the lower staff when any are given. */
export function arrangementMusicXml(score: Score, counts: readonly (readonly Count[])[]): string {
  const printed = counts.flatMap((measure, index) =>
    measure.map((count) => ({ at: (score.measures[index]?.start ?? 0) + count.at, text: count.syllable })),
  );
  return writeMusicXml(asParts(score), printed);
}
