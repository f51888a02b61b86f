import { pairIndex, spansFor, type SpanTable } from '../fingering/spans.data';
import type { HandSpan } from '../hands/reach';
import { midiOf } from '../pitch/pitch';
import type { Measure, Note } from '../score/model';
import { beatsOf } from '../score/time';

/** After a note of so many beats the hand has time to move. */
const LONG_BEATS = 2;
/** A thumb passes no wider than a fourth. */
const WIDEST_PASS = 5;
const FINGERS = [1, 2, 3, 4, 5] as const;

/**
 * The notes under a tune without those that would break its line: where, with the fingers that are left for the top, no finger
 * could go on to the next note but by sliding to it or by crossing a long finger. O(notes).
 */
export function underLine(
  measure: Measure,
  tune: readonly Note[],
  added: readonly Note[],
  reach: HandSpan,
): readonly Note[] {
  const spans = spansFor(reach.largest);
  const long = LONG_BEATS * (beatsOf(measure.time)[0]?.length ?? measure.length);
  const line = tune.filter((note) => !note.grace);
  let kept = added;
  let before: readonly number[] = FINGERS;
  for (const [index, note] of line.entries()) {
    const last = line[index - 1];
    const isFree = !last || last.at + last.duration < note.at || last.duration >= long || isDetached(last);
    const beneath = kept.filter((each) => each.at === note.at);
    const reachable = (fingers: readonly number[]) =>
      isFree ? fingers : fingers.filter((to) => before.some((from) => goesOn(last, from, note, to, spans)));
    const over = reachable(FINGERS.filter((finger) => canHold(note, finger, beneath, spans)));
    if (over.length === 0 && beneath.length > 0) kept = kept.filter((each) => !beneath.includes(each));
    before = over.length > 0 ? over : reachable(FINGERS);
    if (before.length === 0) before = FINGERS;
  }
  return kept;
}

function isDetached({ articulations }: Note): boolean {
  return articulations.some((sign) => sign === 'staccato' || sign === 'staccatissimo');
}

/** Can the hand hold what lies beneath when a finger has the top? */
function canHold(note: Note, finger: number, beneath: readonly Note[], spans: SpanTable): boolean {
  if (beneath.length === 0) return true;
  if (finger <= beneath.length) return false;
  const lowest = Math.min(...beneath.map((each) => midiOf(each.pitch)));
  return midiOf(note.pitch) - lowest <= spans[pairIndex(1, finger)]!.maxPrac;
}

/** Does a line go on from one finger to another without sliding, crossing long fingers, or reaching too far? */
function goesOn(last: Note, from: number, note: Note, to: number, spans: SpanTable): boolean {
  const rise = midiOf(note.pitch) - midiOf(last.pitch);
  if (rise === 0) return true;
  if (from === to) return false;
  const along = rise * (to - from) > 0;
  if (along) return Math.abs(rise) <= spans[pairIndex(Math.min(from, to), Math.max(from, to))]!.maxPrac;
  return Math.min(from, to) === 1 && Math.abs(rise) <= WIDEST_PASS;
}
