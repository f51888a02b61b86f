import { easePin } from '../document/pins/ease';
import { fingerPinId } from '../document/pins/finger';
import { handPin } from '../document/pins/hand';
import { keepPin } from '../document/pins/keep';
import { leaveOutPin } from '../document/pins/leave-out';
import { pedalPin, pedalPinId } from '../document/pins/pedal';
import { pedalPointsPinId } from '../document/pins/pedal-points';
import { pitchPin } from '../document/pins/pitch';
import type { Pin } from '../document/pins/registry';
import { rightTexturePin } from '../document/pins/right-texture';
import { texturePin } from '../document/pins/texture';
import { valuePin } from '../document/pins/value';
import type { Recipe } from '../document/recipe';
import { UNISON } from '../pitch/interval';
import { byOctaves } from '../score/transpose-score';
import { midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import type { PedalPolicy } from '../document/choices/pedal-policies.data';
import type { HandName } from '../hands/hand';
import { textureLabel, type LeftTexture } from '../document/choices/textures.data';

/** Something that would mend a snag: pins to put and to take away, or another word in the recipe. */
export interface Remedy {
  readonly label: string;
  readonly put: readonly Pin[];
  readonly remove: readonly string[];
  readonly recipe: Partial<Recipe> | null;
}

function pins(label: string, put: readonly Pin[], remove: readonly string[] = []): Remedy {
  return { label, put, remove, recipe: null };
}

function recipe(label: string, change: Partial<Recipe>): Remedy {
  return { label, put: [], remove: [], recipe: change };
}

export function leaveOut(note: Note, label = 'Leave it out'): Remedy {
  return pins(label, [leaveOutPin(note.id)]);
}

export function moveByOctave(note: Note, direction: 1 | -1, label: string): Remedy {
  return pins(label, [pitchPin(note.id, byOctaves(UNISON, direction))]);
}

export function toOtherHand(note: Note): Remedy {
  const hand: HandName = note.staff === 0 ? 'left' : 'right';
  return pins(`Give it to the ${hand} hand`, [handPin(note.id, hand)]);
}

/** Lets a held note go when another begins; `scale` brings ticks back to those of the source. */
export function releaseAt(note: Note, tick: number, scale: number): Remedy {
  return pins('Let it go early', [valuePin(note.id, (tick - note.at) / scale)]);
}

export function twoHandsOnAKey(left: Note, right: Note, scale: number): readonly Remedy[] {
  return [
    ...(right.at > left.at ? [releaseAt(left, right.at, scale)] : []),
    leaveOut(left, 'Leave it to the right hand'),
    ...(midiOf(left.pitch) - 12 >= 21 ? [moveByOctave(left, -1, 'Left hand down an octave')] : []),
  ];
}

/** The measure one rung easier than it is now, which is so many rungs from the arrangement's. */
export function easeMeasure(source: number, by: number): Remedy {
  return pins('Make this measure easier', [easePin(source, by - 1)]);
}

const SLOWEST = 20;
const A_LITTLE = 0.85;

export function slowDown(quartersAMinute: number): Remedy {
  const tempo = Math.max(SLOWEST, Math.round(quartersAMinute * A_LITTLE));
  return recipe('Slow the piece down a little', { tempo });
}

export function plainTune(source: number): Remedy {
  return pins('The plain tune here', [rightTexturePin(source, 'tune')]);
}

export function inKey(key: string, label: string): Remedy {
  return recipe(label, { key });
}

export function keepTune(sourceMeasure: number): Remedy {
  return pins('Keep the tune whole here', [keepPin(sourceMeasure)]);
}

export function takeAway(pin: Pin): Remedy {
  return pins('Take the pin away', [], [pin.id]);
}

export function doubleThem(): Remedy {
  return recipe('Double the note values', { noteValues: 'doubled' });
}

/** The same measures a rung easier. */
export function easier(sources: readonly number[]): Remedy {
  return pins(
    'Make these measures easier',
    sources.map((source) => easePin(source, -1)),
  );
}

export function takeFingersAway(notes: readonly string[]): Remedy {
  return pins(
    notes.length === 1 ? 'Take the finger away' : 'Take these fingers away',
    [],
    notes.map(fingerPinId),
  );
}

/** Another way to pedal a measure, in place of the points that were set there. */
export function pedalAs(source: number, policy: PedalPolicy, label: string): Remedy {
  return pins(label, [pedalPin(source, policy)], [pedalPointsPinId(source)]);
}

export function takePedalAway(source: number): Remedy {
  return pins('Take the pedal pin away', [], [pedalPinId(source), pedalPointsPinId(source)]);
}

export function otherTexture(
  source: number,
  texture: LeftTexture,
  label = `Left hand: ${textureLabel(texture)}`,
): Remedy {
  return pins(label, [texturePin(source, texture)]);
}
