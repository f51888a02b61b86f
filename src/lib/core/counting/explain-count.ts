import type { TimeSignature } from '../score/model';
import { beatsOf } from '../score/time';
import type { Count } from './count';
import { fraction } from './syllables';

const PARTS: Readonly<Record<string, string>> = {
  '1/2': 'second half',
  '1/4': 'second quarter',
  '3/4': 'last quarter',
  '1/3': 'second third',
  '2/3': 'last third',
};

/** Why a syllable stands where it does: its place in the metre, and what is heard meanwhile. `offset` as in `countMeasure`. */
export function countSentence(count: Count, time: TimeSignature, offset: number): string {
  const place = count.at + offset;
  const beats = beatsOf(time);
  const beat = beats.findLast((each) => each.at <= place) ?? beats[0]!;
  const into = place - beat.at;
  const part = into === 0 ? '' : `, its ${PARTS[fraction(into, beat.length)] ?? 'finer part'}`;
  const heard = {
    sounds: 'a note is struck here',
    held: 'the note before is held on, so it is counted and not struck',
    rest: 'a rest: counted in silence',
  }[count.state];
  return `Beat ${beat.number} of ${beats.length}${part}; ${heard}.`;
}
