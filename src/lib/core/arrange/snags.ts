import { FULL_KEYBOARD, type Keyboard } from '../keys/transpose-score';
import { midiOf, pitchName } from '../pitch/pitch';
import type { Note, Score } from '../score/model';
import { isMuddy, MUD_BELOW_KEY, mudSentence, worstPair, type Mud } from './mud';

/** Something in the result that a hand or a keyboard cannot do as it stands. */
export interface Snag {
  readonly kind: 'same-key' | 'crossing' | 'off-keyboard' | 'mud';
  readonly measure: number;
  readonly sentence: string;
}

/** Finds collisions of the hands and notes off the keyboard. O(notes × overlapping notes). */
export function findSnags(score: Score, keyboard: Keyboard = FULL_KEYBOARD): readonly Snag[] {
  const snags: Snag[] = [];
  const seen = new Set<string>();
  const report = (snag: Snag) => {
    const key = `${snag.kind}/${snag.measure}`;
    if (!seen.has(key)) snags.push(snag);
    seen.add(key);
  };
  const right = score.notes.filter((note) => note.staff === 0);
  const left = score.notes.filter((note) => note.staff === 1);
  for (const note of score.notes) {
    const key = midiOf(note.pitch);
    if (key < keyboard.lowest || key > keyboard.highest) {
      report({
        kind: 'off-keyboard',
        measure: note.measure,
        sentence: `${pitchName(note.pitch)} is not on the keyboard: choose another key or octave.`,
      });
    }
  }
  const longest = left.reduce((most, note) => Math.max(most, note.duration), 0);
  let first = 0;
  for (const upper of right) {
    while (first < left.length && left[first]!.at + longest < upper.at) first += 1;
    for (let index = first; index < left.length && left[index]!.at < upper.at + upper.duration; index += 1) {
      const lower = left[index]!;
      if (lower.at + lower.duration <= upper.at) continue;
      const [high, low] = [midiOf(upper.pitch), midiOf(lower.pitch)];
      if (high === low)
        report({
          kind: 'same-key',
          measure: upper.measure,
          sentence: `Both hands need ${pitchName(upper.pitch)} at the same time.`,
        });
      else if (low > high)
        report({
          kind: 'crossing',
          measure: upper.measure,
          sentence: `The left hand's ${pitchName(lower.pitch)} lies above the right hand's ${pitchName(upper.pitch)}.`,
        });
    }
  }
  for (const { measure, mud } of muddyPlaces(score.notes))
    report({ kind: 'mud', measure, sentence: mudSentence(mud) });
  return snags.sort((a, b) => a.measure - b.measure);
}

/** Where what sounds together blurs: judged at every onset, by all that sounds then. O(onsets × sounding²). */
function muddyPlaces(notes: readonly Note[]): readonly { measure: number; mud: Mud }[] {
  let sounding: Note[] = [];
  const places: { measure: number; mud: Mud }[] = [];
  for (const [index, note] of notes.entries()) {
    sounding.push(note);
    if (notes[index + 1]?.at === note.at) continue;
    sounding = sounding.filter((each) => each.at + each.duration > note.at);
    if (!sounding.some((each) => midiOf(each.pitch) < MUD_BELOW_KEY)) continue;
    const mud = worstPair(sounding.map((each) => each.pitch));
    if (isMuddy(mud)) places.push({ measure: note.measure, mud });
  }
  return places;
}
