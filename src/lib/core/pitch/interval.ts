import { diatonicIndex, midiOf, mod, stepAt, type Pitch, type Spelling } from './pitch';

/** A spelled interval, upward when positive: letter steps (a third is 2) and semitones. */
export interface Interval {
  readonly steps: number;
  readonly semitones: number;
}

export const UNISON: Interval = { steps: 0, semitones: 0 };
export const OCTAVE: Interval = { steps: 7, semitones: 12 };

export function intervalBetween(from: Pitch, to: Pitch): Interval {
  return {
    steps: diatonicIndex(to) - diatonicIndex(from),
    semitones: midiOf(to) - midiOf(from),
  };
}

export function addIntervals(a: Interval, b: Interval): Interval {
  return { steps: a.steps + b.steps, semitones: a.semitones + b.semitones };
}

export function invertDirection(interval: Interval): Interval {
  // Subtracting from zero keeps −0 out of comparisons.
  return { steps: 0 - interval.steps, semitones: 0 - interval.semitones };
}

/** Moves a pitch by an interval and keeps the spelling exact: the letter follows the steps, the sign the semitones. */
export function transposePitch(pitch: Pitch, interval: Interval): Pitch {
  const index = diatonicIndex(pitch) + interval.steps;
  const natural: Pitch = { step: stepAt(index), alter: 0, octave: Math.floor(index / 7) };
  return { ...natural, alter: midiOf(pitch) + interval.semitones - midiOf(natural) };
}

export function transposeSpelling(spelling: Spelling, interval: Interval): Spelling {
  const { step, alter } = transposePitch({ ...spelling, octave: 4 }, interval);
  return { step, alter };
}

const NUMBER_NAMES = ['unison', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'] as const;
/** Semitones of the perfect or major interval of each size within the octave. */
const PLAIN_SEMITONES = [0, 2, 4, 5, 7, 9, 11] as const;
const HAS_PERFECT = [true, false, false, true, true, false, false] as const;

/** Size and quality in words, direction left out: "minor third", "perfect fifth", "octave". */
export function intervalName(interval: Interval): string {
  const up = interval.steps < 0 ? invertDirection(interval) : interval;
  const within = mod(up.steps, 7);
  const octaves = Math.floor(up.steps / 7);
  const offset = up.semitones - octaves * 12 - PLAIN_SEMITONES[within]!;
  if (within === 0 && offset === 0)
    return octaves === 0 ? 'unison' : octaves === 1 ? 'octave' : `${octaves} octaves`;
  const quality = HAS_PERFECT[within]
    ? ({ 0: 'perfect', 1: 'augmented', [-1]: 'diminished' } as Record<number, string>)[offset]
    : ({ 0: 'major', [-1]: 'minor', 1: 'augmented', [-2]: 'diminished' } as Record<number, string>)[offset];
  const number = NUMBER_NAMES[within]!;
  const beyond = octaves > 0 ? ` and ${octaves === 1 ? 'an octave' : `${octaves} octaves`}` : '';
  return `${quality ?? 'altered'} ${number}${beyond}`;
}
