import { spanFromComfort, spanOf, type HandSize, type HandSpan } from '../hands/reach';

/** Spans by the name a pianist gives them, in semitones. */
export const SPAN_CHOICES = [
  { semitones: 7, label: 'a fifth' },
  { semitones: 9, label: 'a sixth' },
  { semitones: 10, label: 'a small seventh' },
  { semitones: 11, label: 'a seventh' },
  { semitones: 12, label: 'an octave' },
  { semitones: 14, label: 'a ninth' },
  { semitones: 16, label: 'a tenth' },
  { semitones: 17, label: 'an eleventh' },
  { semitones: 19, label: 'a twelfth' },
] as const;

export function spanLabel(semitones: number): string {
  return SPAN_CHOICES.findLast((choice) => choice.semitones <= semitones)?.label ?? 'a fourth';
}

/** What was measured at the keys: the comfortable reach of each hand, and the largest where it was tried. */
export interface MeasuredHands {
  readonly spanLeftSemitones: number;
  readonly spanRightSemitones: number;
  readonly largestLeftSemitones: number | null;
  readonly largestRightSemitones: number | null;
}

export function sizeOf(measured: MeasuredHands): HandSize {
  return {
    right: reach(measured.spanRightSemitones, measured.largestRightSemitones),
    left: reach(measured.spanLeftSemitones, measured.largestLeftSemitones),
  };
}

function reach(comfortable: number, largest: number | null): HandSpan {
  return largest === null ? spanFromComfort(comfortable) : spanOf(largest, comfortable);
}
