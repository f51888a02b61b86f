import {
  needsWrittenLeft,
  TEXTURES,
  type LeftTexture,
  type RightTexture,
} from '../document/choices/textures.data';
import { keyDistance, spanPlace, type HandSpan } from '../hands/reach';
import { diatonicIndex, midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import { isAnswered, type PedalMeasure } from './place-pedal';
import { TICKS_PER_HALF } from '../units';
import type { PedalPolicy } from '../document/choices/pedal-policies.data';
import type { PedalUse } from '../learner/pedal-use';

/** What the choice of a policy goes by, in one measure. */
export interface PolicyQuestion {
  readonly measure: PedalMeasure;
  readonly left: LeftTexture | null;
  readonly right: RightTexture | null;
  readonly leftSpan: HandSpan;
  readonly msPerTick: number;
}

export interface PolicyAnswer {
  readonly policy: PedalPolicy;
  readonly sentence: string;
}

/** The policy that texture, register, touch and harmony ask for, before mud and the rung have their say. */
export function policyFor(question: PolicyQuestion): PolicyAnswer {
  const { measure, left, right } = question;
  const struck = [...measure.right, ...measure.left].filter((note) => !measure.tiedInto.has(note.id));
  if (struck.length === 0)
    return { policy: 'none', sentence: 'Nothing new sounds here, so the pedal stays up.' };
  if (struck.filter(isDetached).length * 2 > struck.length)
    return { policy: 'none', sentence: 'The notes are detached: the pedal would run them together.' };
  if (hasQuickSteps(question))
    return { policy: 'none', sentence: 'Quick steps would run together under the pedal.' };
  if (measure.written.length === 0 && isAnswered(measure))
    return {
      policy: 'accent',
      sentence: 'One hand strikes and rests, the other answers: down with the one, up for the other.',
    };
  if (left === null || needsWrittenLeft(left)) return asWritten(question);
  if (left === 'rests')
    return { policy: 'none', sentence: 'The left hand rests: there is nothing for the pedal to hold.' };
  if (left === 'shares-tune')
    return { policy: 'none', sentence: 'The hands share one line: there is nothing for the pedal to hold.' };
  if (right === 'off-beat-chords' && TEXTURES[left].figure !== 'walking')
    return { policy: 'accent', sentence: 'Down with the bass, up as the right hand answers off the beat.' };
  const { figure, stack } = TEXTURES[left];
  switch (figure) {
    case 'walking':
      return {
        policy: 'held-bass',
        sentence: 'A bass that moves by step would blur: the pedal takes held notes only.',
      };
    case 'spread':
    case 'low-then-chord':
      return {
        policy: 'low-under-chord',
        sentence: 'The hand leaves the low note for the rest of the chord: the pedal keeps it.',
      };
    case 'bass-then-chord':
    case 'swing':
      return {
        policy: 'low-to-chord',
        sentence: 'Down with the low note, so that it lasts until the chord.',
      };
    case 'slashes':
    case 'divided':
    case 'divided-alternating':
    case 'broken':
    case 'outer-first':
    case 'chord-and-top':
    case 'pulsed':
    case 'alternating':
    case 'held':
      if (stack === 'root-octave')
        return {
          policy: 'each-bass',
          sentence: 'Changed with every new bass: octaves this low run together otherwise.',
        };
      if (stack === 'root-fifth-tenth')
        return {
          policy: 'low-under-chord',
          sentence: 'The chord is wider than the hand holds: the pedal keeps the low note.',
        };
      return {
        policy: 'legato',
        sentence: 'One harmony at a time: lift as the new one sounds, down again just after.',
      };
  }
}

/** The source's own left hand: its own pedal where it has any, otherwise by what it does. */
function asWritten({ measure, leftSpan }: PolicyQuestion): PolicyAnswer {
  if (measure.written.length > 0) return { policy: 'as-written', sentence: 'As the score marks it.' };
  const low = measure.left.filter((note) => !measure.tiedInto.has(note.id));
  if (low.length === 0) return { policy: 'none', sentence: 'The left hand rests.' };
  if (stepsInBass(low) * 2 > low.length)
    return low.some((note) => note.duration >= TICKS_PER_HALF)
      ? { policy: 'held-bass', sentence: 'The bass moves by step: the pedal takes its held notes only.' }
      : { policy: 'none', sentence: 'The bass moves by step throughout: a pedal would blur it.' };
  const keys = low.map((note) => midiOf(note.pitch));
  const isWide = keyDistance(Math.min(...keys), Math.max(...keys)) > spanPlace(leftSpan.comfortable);
  return isWide
    ? { policy: 'low-under-chord', sentence: 'The left hand leaves its low note: the pedal keeps it.' }
    : {
        policy: 'legato',
        sentence: 'One harmony at a time: lift as the new one sounds, down again just after.',
      };
}

/** Steps quicker than this run together. */
const QUICK_STEP_MS = 260;

/** Does either hand mostly step quickly? */
function hasQuickSteps({ measure, msPerTick }: PolicyQuestion): boolean {
  return [measure.right, measure.left].some((hand) => {
    const line = hand.filter((note, index) => hand[index - 1]?.at !== note.at);
    const quick = line.filter((note, index) => {
      const before = line[index - 1];
      return (
        before &&
        (note.at - before.at) * msPerTick < QUICK_STEP_MS &&
        Math.abs(diatonicIndex(note.pitch) - diatonicIndex(before.pitch)) === 1
      );
    });
    return quick.length >= 3 && quick.length * 2 >= line.length;
  });
}

function stepsInBass(notes: readonly Note[]): number {
  const outer = notes.filter((note, index) => notes[index - 1]?.at !== note.at);
  return outer.filter((note, index) => {
    const before = outer[index - 1];
    return before && Math.abs(diatonicIndex(before.pitch) - diatonicIndex(note.pitch)) === 1;
  }).length;
}

function isDetached({ articulations }: Note): boolean {
  return articulations.includes('staccato') || articulations.includes('staccatissimo');
}

/** A sentence for a learner who does not pedal; null when they do. */
export function noPedalSentence(use: PedalUse): string | null {
  switch (use) {
    case 'yes':
      return null;
    case 'none':
      return 'The learner has no pedal: everything must work dry.';
    case 'out-of-reach':
      return 'The learner’s feet do not reach the pedal yet: leave it until the heel stays on the floor.';
  }
}
