import type { FingerTrouble } from '../fingering/finger-score';
import { midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import type { ArrangementDocument } from './document';
import { pitchLabel } from './losses';
import { leaveOut, moveByOctave, takeFingersAway, toOtherHand } from './remedies';
import { snag, type Snag } from './snags';

/** Fingers that no hand can take, and chords that this hand cannot hold: said, never fingered as if they could be. */
export function fingerSnags(
  troubles: readonly FingerTrouble[],
  { pins }: ArrangementDocument,
): readonly Snag[] {
  const pinned = new Set(pins.flatMap((pin) => (pin.kind === 'finger' ? [pin.note] : [])));
  return troubles.map(({ kind, notes, hand }) => {
    const sorted = [...notes].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
    const [low, high] = [sorted[0]!, sorted.at(-1)!];
    const names = sorted.map((note) => pitchLabel(note.pitch)).join(' ');
    if (kind === 'pins') {
      const own = sorted.filter((note) => pinned.has(note.id));
      return snag(
        'finger',
        low.measure,
        `pins${low.id}`,
        `The fingers set on ${names} cannot be taken together by the ${hand} hand.`,
        sorted,
        own.length > 0 ? [takeFingersAway(own.map((note: Note) => note.id))] : [],
      );
    }
    const end = hand === 'right' ? low : high;
    return snag(
      'finger',
      low.measure,
      `reach${low.id}`,
      `No fingers of this ${hand} hand hold ${names} together. Never force it: release, roll or re-voice.`,
      sorted,
      [
        leaveOut(end, `Leave out ${pitchLabel(end.pitch)}`),
        toOtherHand(end),
        moveByOctave(low, 1, `Move ${pitchLabel(low.pitch)} up an octave`),
      ],
    );
  });
}
