import { withSigns, mod, pitchClassOf, stepIndex, type Spelling } from '../pitch/pitch';
import { qualityName, spellChord, tonesOf, type Chord, type NamedChord } from '../pitch/chord';
import { isInScale, scaleOf, tonicOf, type Key } from '../pitch/key';

const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'] as const;

/** A degree of the key: 1–7, with how far it is raised or lowered against the scale that degrees are counted by. */
export interface Degree {
  readonly number: number;
  readonly alter: number;
}

/** `own-scale` counts degrees by the key's own scale; `major` counts those of minor keys by the major scale, too. */
export type DegreeStyle = 'own-scale' | 'major';

export function degreeOf(spelling: Spelling, key: Key, style: DegreeStyle = 'own-scale'): Degree {
  const tonic = tonicOf(key);
  const number = mod(stepIndex(spelling.step) - stepIndex(tonic.step), 7) + 1;
  const plain = scaleTone(number, style === 'major' ? parallelMajor(key) : key, tonic);
  return { number, alter: mod(pitchClassOf(spelling) - plain + 6, 12) - 6 };
}

function parallelMajor(key: Key): Key {
  return key.mode === 'major' ? key : { fifths: key.fifths + 3, mode: 'major' };
}

/** Pitch class of a scale degree; computed from the tonic, as a parallel major may have more than seven signs. */
function scaleTone(number: number, key: Key, tonic: Spelling): number {
  const steps = key.mode === 'major' ? [0, 2, 4, 5, 7, 9, 11] : [0, 2, 3, 5, 7, 8, 10];
  return mod(pitchClassOf(tonic) + steps[number - 1]!, 12);
}

/** `b7`, `#4`, `5`. */
export function degreeName({ number, alter }: Degree): string {
  return (alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)) + number;
}

export function degreeLabel(degree: Degree): string {
  return withSigns(degreeName(degree));
}

/** The chord's degree with its kind: `5(7)`, `2(m7)`, as players who count chords by number write it. */
export function chordNumber(chord: Chord, key: Key, style: DegreeStyle = 'own-scale'): string {
  if (chord.kind === 'none') return 'N.C.';
  const quality = qualityName(chord.quality);
  const bass = chord.bass ? `/${degreeName(degreeOf(chord.bass, key, style))}` : '';
  return `${degreeName(degreeOf(chord.root, key, style))}${quality ? `(${quality.replace(/[()]/g, '')})` : ''}${bass}`;
}

/**
 * Roman numeral with the chord's kind: `ii7`, `V`, `vii°`, `♭VII`; a major chord or dominant seventh from outside the key
 * that lies a fifth over one of its other degrees is that degree's dominant: `V7/V`. In minor the raised leading note's
 * chords count as the key's own (`V`, `vii°`). A bass after a slash is its degree in figures, so that it is
 * no dominant of anything: `I/3`, `V7/V/3`.
 */
export function romanNumeral(chord: Chord, key: Key): string {
  if (chord.kind === 'none') return 'N.C.';
  const lowest = chord.bass && degreeOf(chord.bass, key);
  const bass = lowest ? `/${signOf(lowest)}${lowest.number}` : '';
  const applied = appliedDominant(chord, key);
  if (applied !== null) return applied + bass;
  const degree = rootDegree(chord, key);
  return signOf(degree) + numeralFor(chord, degree.number) + bass;
}

function signOf({ alter }: Degree): string {
  return alter < 0 ? '♭'.repeat(-alter) : '♯'.repeat(alter);
}

/** In minor the seventh degree is counted from the scale, but vii° stands on the leading note as a matter of course. */
function rootDegree(chord: NamedChord, key: Key): Degree {
  const degree = degreeOf(chord.root, key);
  const isLeadingChord =
    key.mode === 'minor' && degree.number === 7 && degree.alter === 1 && chord.quality.triad === 'diminished';
  return isLeadingChord ? { ...degree, alter: 0 } : degree;
}

function numeralFor({ quality }: NamedChord, number: number): string {
  const { triad, seventh, extension } = quality;
  const isSmall = triad === 'minor' || triad === 'diminished';
  const base = isSmall ? NUMERALS[number - 1]!.toLowerCase() : NUMERALS[number - 1]!;
  const figure = String(extension ?? (seventh ? 7 : ''));
  if (triad === 'diminished') return `${base}${seventh === 'minor' ? 'ø' : '°'}${figure}`;
  if (triad === 'augmented') return `${base}+${figure}`;
  if (triad === 'fifth') return `${base}5`;
  if (triad === 'sus2' || triad === 'sus4') return `${base}${figure}${triad}`;
  const six = quality.hasSixth ? 'add6' : '';
  return `${base}${seventh === 'major' ? `maj${figure}` : figure}${six}`;
}

function appliedDominant(chord: NamedChord, key: Key): string | null {
  const { triad, seventh } = chord.quality;
  const isDominant =
    triad === 'major' && (seventh === null || seventh === 'minor') && !chord.quality.hasSixth;
  if (!isDominant || isChordInKey(chord, key)) return null;
  const target = scaleOf(key).find(
    (tone, index) => index > 0 && mod(pitchClassOf(chord.root) - pitchClassOf(tone), 12) === 7,
  );
  if (!target) return null;
  // The lowered seventh and the fourth above a minor tonic borrow their chords; they are no dominants without a seventh.
  const degree = degreeOf(chord.root, key);
  if (seventh === null && degree.alter < 0) return null;
  const goal = degreeOf(target, key).number;
  const goalMode = scaleThird(goal, key);
  if (goalMode === 'diminished') return null;
  const numeral = goalMode === 'minor' ? NUMERALS[goal - 1]!.toLowerCase() : NUMERALS[goal - 1]!;
  return `V${chord.quality.extension ?? (seventh ? 7 : '')}/${numeral}`;
}

/** The kind of triad that the scale builds on a degree. */
function scaleThird(number: number, key: Key): 'major' | 'minor' | 'diminished' {
  const scale = scaleOf(key).map(pitchClassOf);
  const at = (offset: number) => mod(scale[(number - 1 + offset) % 7]! - scale[number - 1]!, 12);
  return at(4) === 6 ? 'diminished' : at(2) === 3 ? 'minor' : 'major';
}

/** Whether all notes of a chord belong to the key; in minor with the raised sixth and seventh degrees. */
export function isChordInKey(chord: Chord, key: Key): boolean {
  if (chord.kind === 'none') return true;
  const named = [...spellChord(chord), ...(chord.bass ? [chord.bass] : [])];
  return named.every((tone) => isToneOfKey(tone, key));
}

export function isToneOfKey(tone: Spelling, key: Key): boolean {
  if (isInScale(tone, key)) return true;
  if (key.mode === 'major') return false;
  const { number, alter } = degreeOf(tone, key);
  return (number === 6 || number === 7) && alter === 1;
}

/** Whether nothing in the chord says major or minor. */
export function lacksThird(chord: Chord): boolean {
  return chord.kind === 'chord' && !tonesOf(chord.quality).some((tone) => tone.degree === 3);
}
