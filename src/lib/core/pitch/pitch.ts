import type { MidiNumber } from '../units';

/** Letter names from C up, so that an index in this list is a diatonic step within the octave. */
export const STEPS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;
export type Step = (typeof STEPS)[number];

/** Semitones of each natural above C. */
const NATURAL_SEMITONES: Readonly<Record<Step, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** A note name without octave. `alter` is in semitones: −2 double flat … 2 double sharp. */
export interface Spelling {
  readonly step: Step;
  readonly alter: number;
}

/** A spelled pitch; octave 4 starts at middle C, and B♯3 sounds as C4. */
export interface Pitch extends Spelling {
  readonly octave: number;
}

export function stepIndex(step: Step): number {
  return STEPS.indexOf(step);
}

/** The letter `index` steps above C, any whole number allowed. */
export function stepAt(index: number): Step {
  return STEPS[mod(index, 7)]!;
}

/** Key on the keyboard; not limited to 0–127, so that range checks can be made on it. */
export function midiOf(pitch: Pitch): MidiNumber {
  return ((pitch.octave + 1) * 12 + NATURAL_SEMITONES[pitch.step] + pitch.alter) as MidiNumber;
}

/** Pitch class 0–11 (C is 0). */
export function pitchClassOf(spelling: Spelling): number {
  return mod(NATURAL_SEMITONES[spelling.step] + spelling.alter, 12);
}

/** Letter steps above C0: what a staff position shows. */
export function diatonicIndex(pitch: Pitch): number {
  return pitch.octave * 7 + stepIndex(pitch.step);
}

/** Place on the line of fifths with C at 0 and sharps positive. */
export function fifthsOf(spelling: Spelling): number {
  const natural: Readonly<Record<Step, number>> = { F: -1, C: 0, G: 1, D: 2, A: 3, E: 4, B: 5 };
  return natural[spelling.step] + 7 * spelling.alter;
}

export function spellingFromFifths(fifths: number): Spelling {
  const order: readonly Step[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];
  return { step: order[mod(fifths + 1, 7)]!, alter: Math.floor((fifths + 1) / 7) };
}

export function isSameSpelling(a: Spelling, b: Spelling): boolean {
  return a.step === b.step && a.alter === b.alter;
}

export function isSamePitch(a: Pitch, b: Pitch): boolean {
  return isSameSpelling(a, b) && a.octave === b.octave;
}

/** ASCII name: `F#`, `Bb`, `Cbb`. */
export function spellingName(spelling: Spelling): string {
  return spelling.step + (spelling.alter < 0 ? 'b'.repeat(-spelling.alter) : '#'.repeat(spelling.alter));
}

/** ASCII name with octave: `F#4`. */
export function pitchName(pitch: Pitch): string {
  return spellingName(pitch) + String(pitch.octave);
}

/** Name as printed, with musical signs: `F♯`, `B♭`. */
export function spellingLabel(spelling: Spelling): string {
  return withSigns(spellingName(spelling));
}

const SPELLING = /^([A-Ga-g])(##|x|#|bb|b|♯♯|♯|♭♭|♭|𝄪|𝄫)?/u;

/** Reads a note name at the start of `text`; null when there is none. Returns the characters used. */
export function readSpelling(text: string): { spelling: Spelling; length: number } | null {
  const match = SPELLING.exec(text);
  if (!match) return null;
  const step = match[1]!.toUpperCase() as Step;
  const sign = match[2] ?? '';
  const alter =
    sign === 'x' || sign === '𝄪' ? 2 : sign === '𝄫' ? -2 : /[#♯]/.test(sign) ? sign.length : -sign.length;
  return { spelling: { step, alter: alter === 0 ? 0 : alter }, length: match[0].length };
}

/** Reads `F#4`; null when the text is not exactly a pitch. */
export function readPitch(text: string): Pitch | null {
  const name = readSpelling(text);
  if (!name) return null;
  const octave = /^-?\d{1,2}$/.exec(text.slice(name.length));
  return octave ? { ...name.spelling, octave: Number(octave[0]) } : null;
}

/** Remainder that is never negative. */
export function mod(value: number, divisor: number): number {
  return ((value % divisor) + divisor) % divisor;
}

/** A pitch as it is printed: B♭4. */
export function pitchLabel(pitch: Pitch): string {
  return withSigns(pitchName(pitch));
}

/** A plain name as it is printed: its flats and sharps as musical signs. */
export function withSigns(name: string): string {
  return name.replaceAll('b', '♭').replaceAll('#', '♯');
}
