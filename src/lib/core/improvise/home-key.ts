import { spellChord, type NamedChord } from '../pitch/chord';
import { isInScale, keyOf, scaleOf, SIGNATURE_LIMIT, tonicOf, type Key } from '../pitch/key';
import { isSameSpelling, type Spelling } from '../pitch/pitch';
import { transposeSpelling } from '../pitch/interval';

/** The key that a chord is heard in, and why: its own, one that it leads to, or the one of the same tonic that it is borrowed from. */
export interface Home {
  readonly key: Key;
  readonly by: 'key' | 'leading-to' | 'borrowed' | 'own-tones';
}

const FIFTH_DOWN = { steps: -4, semitones: -7 };
const HALF_TONE_UP = { steps: 1, semitones: 1 };

/** Does the chord lead to another by a fifth down: a major third, with or without a minor seventh? */
export function isDominantKind({ quality }: NamedChord): boolean {
  const { triad, seventh } = quality;
  return (
    (triad === 'major' || triad === 'augmented') &&
    !quality.hasSixth &&
    (seventh === null || seventh === 'minor')
  );
}

function isLeadingKind({ quality }: NamedChord): boolean {
  return quality.triad === 'diminished';
}

/** Are all tones of the chord in the key? In minor, chords over the dominant and the leading tone have the raised seventh. */
export function isOfKey(chord: NamedChord, key: Key): boolean {
  return (
    spellChord(chord).every((tone) => isInScale(tone, key)) ||
    (key.mode === 'minor' && isOfHarmonicMinor(chord, key))
  );
}

/** The chord over the dominant or the leading tone of a minor key, with its raised seventh. */
export function isOfHarmonicMinor(chord: NamedChord, key: Key): boolean {
  const raised = raisedSeventh(key);
  const tones = spellChord(chord);
  return (
    tones.some((tone) => isSameSpelling(tone, raised)) &&
    tones.every((tone) => isSameSpelling(tone, raised) || isInScale(tone, key)) &&
    tones.every((tone) => tone.step !== raised.step || tone.alter === raised.alter)
  );
}

export function raisedSeventh(key: Key): Spelling {
  const seventh = scaleOf(key)[6]!;
  return key.mode === 'minor' ? { step: seventh.step, alter: seventh.alter + 1 } : seventh;
}

/** Which key the chord belongs to while the music is in `key`. */
export function homeOf(chord: NamedChord, key: Key): Home {
  if (isOfKey(chord, key)) return { key, by: 'key' };
  const led = ledTo(chord, key);
  if (led) return { key: led, by: 'leading-to' };
  const parallel = parallelOf(key);
  if (parallel && isOfKey(chord, parallel)) return { key: parallel, by: 'borrowed' };
  if (isInScale(chord.root, key)) return { key, by: 'own-tones' };
  return parallel && isInScale(chord.root, parallel)
    ? { key: parallel, by: 'own-tones' }
    : { key, by: 'own-tones' };
}

/** The key of the degree that a secondary dominant, or a chord over a leading tone, leads to. */
function ledTo(chord: NamedChord, key: Key): Key | null {
  const target = isDominantKind(chord)
    ? transposeSpelling(chord.root, FIFTH_DOWN)
    : isLeadingKind(chord)
      ? transposeSpelling(chord.root, HALF_TONE_UP)
      : null;
  if (!target || isSameSpelling(target, tonicOf(key)) || !isInScale(target, key)) return null;
  const led = keyOf(target, modeOn(target, key));
  return isOfKey(chord, led) ? led : null;
}

/** The mode of the triad that a key has on one of its degrees; a diminished one counts as minor. */
function modeOn(degree: Spelling, key: Key): Key['mode'] {
  const scale = scaleOf(key);
  const at = scale.findIndex((each) => isSameSpelling(each, degree));
  const third = scale[(at + 2) % 7]!;
  return isSameSpelling(third, transposeSpelling(degree, { steps: 2, semitones: 4 })) ? 'major' : 'minor';
}

/** The key of the same tonic and the other mode, where it can be written. */
function parallelOf(key: Key): Key | null {
  const parallel = keyOf(tonicOf(key), key.mode === 'major' ? 'minor' : 'major');
  return Math.abs(parallel.fifths) <= SIGNATURE_LIMIT ? parallel : null;
}
