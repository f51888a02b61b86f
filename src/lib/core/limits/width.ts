import { canReach } from '../hands/reach';
import { soundingWith } from '../load/load';
import { midiOf, pitchLabel } from '../pitch/pitch';
import type { Note } from '../score/model';
import { wholeNumberOrAny } from './fields';
import { defineLimit, plainNotes } from './limit';

/** The widest notes that a hand holds together: by the rung, and never over what is comfortable for this hand. */
export const width = defineLimit({
  fields: {
    widestSemitones: wholeNumberOrAny({
      label: 'Widest notes together, semitones',
      least: 2,
      most: 24,
      defaults: [8, 9, 11, 11, 12, null],
    }),
  },
  price: 1000,
  remedies: ['plain-tune', 'held-root', 'easier-measure'],
  inHand: (facts, { widestSemitones }) => {
    const { hand, comfortableSemitones, largestSemitones } = facts;
    const notes = plainNotes(facts);
    const rolled = widest(notes, isRolled);
    if (rolled && !canReach(midiOf(rolled[0].pitch), midiOf(rolled[1].pitch), largestSemitones))
      return [
        {
          hand,
          sentence: `${pitchLabel(rolled[0].pitch)} to ${pitchLabel(rolled[1].pitch)} is rolled, and wider than this hand reaches at all: release a note, or re-voice it`,
        },
      ];
    const wide = widest(notes, (note) => !isRolled(note));
    if (!wide) return [];
    const [low, high] = wide;
    const together = `${pitchLabel(low.pitch)} to ${pitchLabel(high.pitch)} together is wider than`;
    if (widestSemitones !== null && midiOf(high.pitch) - midiOf(low.pitch) > widestSemitones)
      return [{ hand, sentence: `${together} ${widestSemitones} semitones` }];
    if (!canReach(midiOf(low.pitch), midiOf(high.pitch), comfortableSemitones))
      return [{ hand, sentence: `${together} is comfortable for this hand` }];
    return [];
  },
});

function isRolled({ articulations }: Note): boolean {
  return articulations.includes('arpeggiate');
}

/** The outer notes of the widest pair of a kind that is held together, the lower first. O(notes²). */
function widest(notes: readonly Note[], isOfKind: (note: Note) => boolean): readonly [Note, Note] | null {
  let found: readonly [Note, Note] | null = null;
  let most = 0;
  for (const note of notes) {
    if (!isOfKind(note)) continue;
    for (const other of soundingWith(note, notes)) {
      if (!isOfKind(other)) continue;
      const apart = Math.abs(midiOf(note.pitch) - midiOf(other.pitch));
      if (apart <= most) continue;
      most = apart;
      found = midiOf(note.pitch) < midiOf(other.pitch) ? [note, other] : [other, note];
    }
  }
  return found;
}
