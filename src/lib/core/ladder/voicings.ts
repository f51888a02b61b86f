import type { Accompaniment } from '../voicing/accompany';
import type { ChordVoicing } from '../voicing/voice-chords';

/** How the chords of each measure are voiced in a hand; none where it is not made from chords. */
export type Voicings = readonly (readonly ChordVoicing[])[];

export function voicingsIn({ voicings }: Accompaniment, measure: number): readonly ChordVoicing[] {
  return voicings.filter(({ span }) => span.measure === measure);
}
