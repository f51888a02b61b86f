import { midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import type { PedalPolicy } from '../pedal/policies.data';
import { easePin, pedalPin, texturePin, type ArrangementDocument, type Pin, type Recipe } from './document';
import type { LimitName } from './limits';
import type { HandName } from './losses';
import { textureLabel, type LeftTexture } from './textures.data';

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
  return pins(label, [{ id: `leave-out:${note.id}`, kind: 'leave-out', note: note.id }]);
}

export function moveByOctave(note: Note, direction: 1 | -1, label: string): Remedy {
  const by = { steps: 7 * direction, semitones: 12 * direction };
  return pins(label, [{ id: `pitch:${note.id}`, kind: 'pitch', note: note.id, ...by }]);
}

export function toOtherHand(note: Note): Remedy {
  const hand: HandName = note.staff === 0 ? 'left' : 'right';
  return pins(`Give it to the ${hand} hand`, [{ id: `hand:${note.id}`, kind: 'hand', note: note.id, hand }]);
}

/** Lets a held note go when another begins; `scale` brings ticks back to those of the source. */
export function releaseAt(note: Note, tick: number, scale: number): Remedy {
  const duration = Math.round((tick - note.at) / scale);
  return pins('Let it go early', [{ id: `value:${note.id}`, kind: 'value', note: note.id, duration }]);
}

export function twoHandsOnAKey(left: Note, right: Note, scale: number): readonly Remedy[] {
  return [
    ...(right.at > left.at ? [releaseAt(left, right.at, scale)] : []),
    leaveOut(left, 'Leave it to the right hand'),
    ...(midiOf(left.pitch) - 12 >= 21 ? [moveByOctave(left, -1, 'Left hand down an octave')] : []),
  ];
}

/** What would bring a measure within a limit, the smallest change first. */
export function forLimit(
  limit: LimitName,
  sourceMeasure: number,
  document: ArrangementDocument,
  quartersAMinute: number,
): readonly Remedy[] {
  const eased = document.pins.find((pin) => pin.kind === 'ease' && pin.measure === sourceMeasure);
  const by = eased?.kind === 'ease' ? eased.by : 0;
  const easier = pins('Make this measure easier', [easePin(sourceMeasure, by - 1)]);
  const slower = recipe('Slow the piece down a little', {
    tempo: Math.max(20, Math.round(quartersAMinute * 0.85)),
  });
  const doubled = recipe('Double the note values', { noteValues: 'doubled' });
  const plain = pins('The plain tune here', [
    { id: `right-texture:${sourceMeasure}`, kind: 'right-texture', measure: sourceMeasure, texture: 'tune' },
  ]);
  const held = pins('A held root here', [
    { id: `texture:${sourceMeasure}`, kind: 'texture', measure: sourceMeasure, texture: 'held-root' },
  ]);
  const canDouble = document.recipe.noteValues === 'as-written';
  switch (limit) {
    case 'rhythm':
      return [easier, ...(canDouble ? [doubled] : [])];
    case 'onsets':
      return [slower, easier];
    case 'load':
      return [easier, held, slower];
    case 'texture':
    case 'left-onsets':
      return [held, easier];
    case 'at-once':
    case 'width':
      return [plain, held, easier];
    case 'leap':
    case 'position':
    case 'chromatic':
      return [easier];
    case 'signature':
    case 'length':
      return [];
  }
}

export function inKey(key: string, label: string): Remedy {
  return recipe(label, { key });
}

export function keepTune(sourceMeasure: number): Remedy {
  return pins('Keep the tune whole here', [
    { id: `keep:${sourceMeasure}`, kind: 'keep', measure: sourceMeasure },
  ]);
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
    notes.map((note) => `finger:${note}`),
  );
}

/** Another way to pedal a measure, in place of the points that were set there. */
export function pedalAs(source: number, policy: PedalPolicy, label: string): Remedy {
  return pins(label, [pedalPin(source, policy)], [`pedal-points:${source}`]);
}

export function takePedalAway(source: number): Remedy {
  return pins('Take the pedal pin away', [], [`pedal:${source}`, `pedal-points:${source}`]);
}

export function otherTexture(source: number, texture: LeftTexture): Remedy {
  return pins(`Left hand: ${textureLabel(texture)}`, [texturePin(source, texture)]);
}
