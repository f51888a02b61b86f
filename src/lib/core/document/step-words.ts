import { kindOf, measureOf, type Pin } from './pins/registry';
import type { Recipe } from './recipe';
import type { ArrangementStep } from './steps';

/** What each choice of the recipe is called where a step is named. */
const CHOICES: Readonly<Record<keyof Recipe, string>> = {
  setting: 'the setting',
  rung: 'the rung',
  key: 'the key',
  octave: 'the octave',
  leftTexture: 'the left hand',
  rightTexture: 'the right hand',
  voicing: 'the voicing',
  noteValues: 'note values',
  colours: 'colours',
  tempo: 'the tempo',
  counts: 'counts',
  fingers: 'which fingers are shown',
  fingerStyle: 'the style of fingering',
  countStyle: 'the way of counting',
  compoundCount: 'counting in compound time',
  tripletCount: 'counting triplets',
  countFill: 'how far counts go',
  countHands: 'which hand is counted',
  countWhere: 'where it is counted',
  eighths: 'straight or swung',
  sourceFingers: 'fingers of the source',
  pedal: 'the pedal',
  chordSymbols: 'chord symbols',
  learnerId: 'whom it is for',
};

/** What a step is about, in a few words, for “Undo: …”. `numberOf` gives the printed number of a measure of the source. */
export function stepWords(step: ArrangementStep, numberOf: (measure: number) => string): string {
  switch (step.kind) {
    case 'recipe':
      return (Object.keys(step.to) as (keyof Recipe)[]).map((field) => CHOICES[field]).join(', ');
    case 'sections':
      return 'sections';
    case 'pins':
      return pinWords(step.added.length > 0 ? step.added : step.removed, step.added.length === 0, numberOf);
  }
}

function pinWords(pins: readonly Pin[], isTaken: boolean, numberOf: (measure: number) => string): string {
  const [first] = pins;
  if (!first) return 'nothing';
  const names = [...new Set(pins.map((pin) => kindOf(pin).name))];
  const what =
    names.length === 1
      ? `${names[0]}${pins.length > 1 ? ` (${pins.length})` : ''}`
      : `${pins.length} changes`;
  const measures = [...new Set(pins.map(measureOf))]
    .filter((measure) => measure !== null)
    .sort((a, b) => a - b);
  const [from, to] = [measures[0], measures.at(-1)];
  const where =
    from === undefined || to === undefined
      ? ''
      : from === to
        ? ` in measure ${numberOf(from)}`
        : ` in measures ${numberOf(from)}–${numberOf(to)}`;
  return `${what}${where}${isTaken ? ', taken away' : ''}`;
}
