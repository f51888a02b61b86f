import { PLAIN, type NamedChord, type Triad } from '../pitch/chord';
import { scaleOf, type Key } from '../pitch/key';

const TRIADS: Readonly<Record<Key['mode'], readonly Triad[]>> = {
  major: ['major', 'minor', 'minor', 'major', 'major', 'minor', 'diminished'],
  minor: ['minor', 'diminished', 'major', 'minor', 'minor', 'major', 'major'],
};

/** The triad on a degree of the key, counted from 0; `isRaised`: the dominant of a minor key with its leading note. */
export function degreeChord(key: Key, degree: number, isRaised = false): NamedChord {
  const triad = isRaised ? 'major' : TRIADS[key.mode][degree]!;
  return { kind: 'chord', root: scaleOf(key)[degree]!, quality: { ...PLAIN, triad }, bass: null };
}

const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];

/** “I”, “ii”, “vii°”. */
export function numeralOf(key: Key, degree: number): string {
  const triad = TRIADS[key.mode][degree]!;
  const numeral = NUMERALS[degree]!;
  if (triad === 'major') return numeral;
  return numeral.toLowerCase() + (triad === 'diminished' ? '°' : '');
}
