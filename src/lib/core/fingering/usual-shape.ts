/** Up to a whole tone is a step of a scale. */
export const WHOLE_STEP = 2;

const OCTAVE = 12;

/**
 * The fingers that a chord usually takes, thumb first, by the gaps between its keys. Triads: the second finger inside where a
 * fourth lies beyond it, otherwise the third (right hand 1-3-5, 1-2-5, 1-3-5; left 5-3-1, 5-3-1, 5-2-1), the fourth beside a
 * second at the outer end (B F G: right 1-4-5, left 5-2-1). Octaves with a note inside go by how far it
 * lies from the thumb, and what is wider is spread from the second finger;
 * of seventh chords the fourth finger is taken where a second lies beside the fifth or the thumb.
 */
export function usualShape(places: readonly number[], hand: 'right' | 'left'): readonly number[] | null {
  const gaps = places.slice(1).map((place, index) => place - places[index]!);
  const [near, far] = [gaps[0]!, gaps.at(-1)!];
  if (places.length === 3) {
    if (near + far > OCTAVE) return [1, 2, 5];
    if (near + far === OCTAVE) return near <= (hand === 'right' ? 7 : 5) ? [1, 2, 5] : [1, 3, 5];
    if (far <= WHOLE_STEP) return [1, 4, 5];
    return near <= WHOLE_STEP || (far >= 5 && near <= 4) ? [1, 2, 5] : [1, 3, 5];
  }
  if (places.length !== 4) return null;
  const isOpenAtThumb = hand === 'right' && near <= WHOLE_STEP;
  return far <= WHOLE_STEP || isOpenAtThumb ? [1, 2, 4, 5] : [1, 2, 3, 5];
}
