import type { FingerTrouble } from '../fingering/finger-score';
import { midiOf, pitchLabel } from '../pitch/pitch';
import type { Note } from '../score/model';
import { leaveOut, moveByOctave, takeFingersAway, toOtherHand } from './remedies';
import { snag, type Snag } from './snag';

/** Fingers that no hand can take, and chords that this hand cannot hold: said, never fingered as if they could be. */
export function fingerSnags(
  troubles: readonly FingerTrouble[],
  isPinned: (note: string) => boolean,
): readonly Snag[] {
  return troubles.map(({ kind, notes, hand }) => {
    const sorted = [...notes].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
    const [low, high] = [sorted[0]!, sorted.at(-1)!];
    const names = sorted.map((note) => pitchLabel(note.pitch)).join(' ');
    if (kind === 'pins') {
      const own = sorted.filter((note) => isPinned(note.id));
      return snag({
        code: 'fingers',
        hand,
        measure: low.measure,
        detail: `pins${low.id}`,
        sentence: `The fingers set on ${names} cannot be taken together by the ${hand} hand.`,
        notes: sorted,
        remedies: own.length > 0 ? [takeFingersAway(own.map((note: Note) => note.id))] : [],
      });
    }
    if (kind === 'pass')
      return snag({
        code: 'thumb-pass',
        hand,
        measure: notes.at(-1)!.measure,
        detail: low.id,
        sentence: `The thumb passes between ${notes.map((note) => pitchLabel(note.pitch)).join(' and ')}, and this rung has no passes yet.`,
        notes,
      });
    const end = hand === 'right' ? low : high;
    return snag({
      code: 'fingers',
      hand,
      measure: low.measure,
      detail: `reach${low.id}`,
      sentence: `No fingers of this ${hand} hand hold ${names} together. Never force it: release, roll or re-voice.`,
      notes: sorted,
      remedies: [
        leaveOut(end, `Leave out ${pitchLabel(end.pitch)}`),
        toOtherHand(end),
        moveByOctave(low, 1, `Move ${pitchLabel(low.pitch)} up an octave`),
      ],
    });
  });
}
