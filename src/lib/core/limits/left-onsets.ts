import { LEFT_ONSETS, type LeftOnsets } from '../rungs/rule-scales.data';
import { beatsOf, placeLabel, strongBeats } from '../score/time';
import { oneOf } from './fields';
import { defineLimit, plainNotes, type HandFacts } from './limit';

/** Where in the measure the left hand may strike. */
export const leftOnsets = defineLimit({
  fields: {
    leftOnsets: oneOf('The left hand plays', LEFT_ONSETS, [
      'chord-changes',
      'strong-beats',
      'beats',
      'anywhere',
      'anywhere',
      'anywhere',
    ]),
  },
  price: 400,
  remedies: ['held-root', 'easier-measure'],
  inHand: (facts, { leftOnsets: allowed }) => {
    const { hand, texture, measure, offset } = facts;
    // Notes of the tune come when they come.
    if (hand === 'right' || texture === 'shares-tune') return [];
    if (plainNotes(facts).length === 0) return [];
    const late = lateOnset(facts, allowed);
    if (late === null) return [];
    const place = placeLabel(late - measure.start + offset, measure.time);
    return [
      { hand, sentence: `the left hand plays ${place}, and this rung has it play ${LEFT_ONSETS[allowed]}` },
    ];
  },
});

function lateOnset({ work, measure, offset, chordChanges }: HandFacts, allowed: LeftOnsets): number | null {
  if (allowed === 'anywhere') return null;
  const strong = new Set(strongBeats(measure.time));
  const beats = new Set(beatsOf(measure.time).map((beat) => beat.at as number));
  const isAllowed = (at: number) => {
    const place = at - measure.start + offset;
    if (at === measure.start || chordChanges.has(at)) return true;
    if (allowed === 'chord-changes') return false;
    return allowed === 'strong-beats' ? strong.has(place) : beats.has(place);
  };
  return work.touches.find((touch) => !isAllowed(touch.at))?.at ?? null;
}
