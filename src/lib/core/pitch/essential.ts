import { isOverAnother, tonesOf, type ChordTone, type NamedChord } from './chord';

/**
 * The tones that make a chord what its symbol says, the most telling first: the third (or what stands in its place), the
 * seventh or sixth, an altered fifth, the root where another note is in the bass, the highest of eleventh and thirteenth, the
 * ninth. A dominant eleventh goes without its third, which would rub against it; of a diminished seventh, whose tones lie
 * evenly, the third speaks for the others. Root and plain fifth are not among them: they may be left to another hand or out.
 */
export function tellingTones(chord: NamedChord): readonly ChordTone[] {
  const { quality } = chord;
  const tones = tonesOf(quality);
  const of = (...degrees: readonly number[]) => tones.filter(({ degree }) => degrees.includes(degree));
  const hasEleventh = of(11).length > 0;
  const isDominant = quality.seventh === 'minor' && of(3)[0]?.alter === 0;
  const thirds = hasEleventh && isDominant ? [] : of(3);
  if (quality.triad === 'diminished' && quality.seventh === 'diminished') return thirds;
  const highest = [...of(13), ...of(11)].slice(0, 1);
  return [
    ...(thirds.length > 0 ? thirds : of(4, 2)),
    ...(quality.triad === 'fifth' ? of(5) : []),
    ...of(7),
    ...of(6),
    ...(quality.triad === 'fifth' ? [] : of(5).filter(({ alter }) => alter !== 0)),
    ...(isOverAnother(chord) ? of(1) : []),
    ...highest,
    ...(highest.length === 0 ? of(9) : []),
  ];
}
