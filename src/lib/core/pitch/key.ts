import {
  fifthsOf,
  mod,
  pitchClassOf,
  readSpelling,
  spellingFromFifths,
  spellingLabel,
  spellingName,
  stepIndex,
  type Pitch,
  type Spelling,
} from './pitch';
import type { Interval } from './interval';

export type Mode = 'major' | 'minor';

/** A key by its signature (sharps positive, −7 … 7) and mode. */
export interface Key {
  readonly fifths: number;
  readonly mode: Mode;
}

export const SIGNATURE_LIMIT = 7;

/** All 15 major and 15 minor keys, from seven flats to seven sharps. */
export const ALL_KEYS: readonly Key[] = (['major', 'minor'] as const).flatMap((mode) =>
  Array.from({ length: 15 }, (_, index) => ({ fifths: index - SIGNATURE_LIMIT, mode })),
);

export function tonicOf(key: Key): Spelling {
  return spellingFromFifths(key.mode === 'major' ? key.fifths : key.fifths + 3);
}

export function keyOf(tonic: Spelling, mode: Mode): Key {
  return { fifths: fifthsOf(tonic) - (mode === 'major' ? 0 : 3), mode };
}

export function isSameKey(a: Key, b: Key): boolean {
  return a.fifths === b.fifths && a.mode === b.mode;
}

/** "G major", "B♭ minor". */
export function keyLabel(key: Key): string {
  return `${spellingLabel(tonicOf(key))} ${key.mode}`;
}

/** ASCII short name, `Bb` or `F#m`; what the command line and addresses use. */
export function keyName(key: Key): string {
  return spellingName(tonicOf(key)) + (key.mode === 'minor' ? 'm' : '');
}

/** Reads `G`, `Bb`, `F#m`, `C minor`; null when it is no key with up to seven signs. */
export function readKey(text: string): Key | null {
  const name = readSpelling(text.trim());
  if (!name) return null;
  const rest = text.trim().slice(name.length).trim().toLowerCase();
  const mode = ['', 'maj', 'major'].includes(rest)
    ? 'major'
    : ['m', 'min', 'minor'].includes(rest)
      ? 'minor'
      : null;
  if (!mode) return null;
  const key = keyOf(name.spelling, mode);
  return Math.abs(key.fifths) <= SIGNATURE_LIMIT ? key : null;
}

/** The alteration that the signature gives a letter. */
export function signatureAlter(key: Key, step: Spelling['step']): number {
  const place = fifthsOf({ step, alter: 0 }) + 1; // F is 0 … B is 6, the order in which sharps come
  return key.fifths >= 0 ? Number(place < key.fifths) : 0 - Number(6 - place < -key.fifths);
}

/** The seven notes of the major or natural minor scale from the tonic up. */
export function scaleOf(key: Key): readonly Spelling[] {
  const tonic = stepIndex(tonicOf(key).step);
  return Array.from({ length: 7 }, (_, degree) => {
    const step = (['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const)[mod(tonic + degree, 7)]!;
    return { step, alter: signatureAlter(key, step) };
  });
}

export function isInScale(spelling: Spelling, key: Key): boolean {
  return signatureAlter(key, spelling.step) === spelling.alter;
}

/** Relative keys share a signature: the tonic moves, the notes stay. */
export function relativeOf(key: Key): Key {
  return { fifths: key.fifths, mode: key.mode === 'major' ? 'minor' : 'major' };
}

/**
 * The interval from one tonic to another, within a sixth up or down: the nearest way, upward at the tritone.
 * The mode of `to` is ignored; a piece keeps its own.
 */
export function intervalBetweenTonics(from: Spelling, to: Spelling): Interval {
  const low: Pitch = { ...from, octave: 4 };
  const up = mod(pitchClassOf(to) - pitchClassOf(low), 12);
  const stepsUp = mod(stepIndex(to.step) - stepIndex(low.step), 7);
  // C to B♯ is seven steps less one semitone short of none: keep letter and sound on the same side of the octave.
  const semitonesUp = stepsUp === 0 && up > 6 ? up - 12 : stepsUp === 6 && up < 6 ? up + 12 : up;
  const interval = { steps: stepsUp, semitones: semitonesUp };
  // A tritone is as far either way: it goes up from the lower pitch class and down from the higher, so that there and back is home.
  const isDown = semitonesUp > 6 || (semitonesUp === 6 && pitchClassOf(from) > pitchClassOf(to));
  return isDown ? { steps: interval.steps - 7, semitones: interval.semitones - 12 } : interval;
}

/** Signatures past seven signs are respelled to the sounding twin (twelve fifths away). */
export function respellKey(key: Key): { key: Key; shiftFifths: number } {
  let shiftFifths = 0;
  while (key.fifths + shiftFifths > SIGNATURE_LIMIT) shiftFifths -= 12;
  while (key.fifths + shiftFifths < -SIGNATURE_LIMIT) shiftFifths += 12;
  return { key: { ...key, fifths: key.fifths + shiftFifths }, shiftFifths };
}

export function scaleNeighbour(pitch: Pitch, key: Key, direction: 1 | -1): Pitch {
  const order = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;
  const index = order.indexOf(pitch.step) + direction;
  const step = order[(index + 7) % 7]!;
  const octave = pitch.octave + (index < 0 ? -1 : index > 6 ? 1 : 0);
  return { ...scaleOf(key).find((each) => each.step === step)!, octave };
}

/** Keys of the same mode with at most so many signs, the nearest in pitch first; at most three, the key itself not among them. */
export function easierKeys(key: Key, mostSigns: number): readonly Key[] {
  const distance = (other: Key) => {
    const semitones = mod(7 * (other.fifths - key.fifths), 12);
    return Math.min(semitones, 12 - semitones);
  };
  return Array.from({ length: 2 * mostSigns + 1 }, (_, index) => ({
    fifths: index - mostSigns,
    mode: key.mode,
  }))
    .sort((a, b) => distance(a) - distance(b) || Math.abs(a.fifths) - Math.abs(b.fifths))
    .slice(0, 3)
    .filter(({ fifths }) => fifths !== key.fifths);
}
