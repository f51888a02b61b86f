import type { Setting } from '../core/document/choices/settings.data';
import type { LeftTexture, RightTexture } from '../core/document/choices/textures.data';
import type { HandName } from '../core/hands/hand';
import type { Position } from '../core/hands/position';
import { AVERAGE_HAND } from '../core/hands/reach';
import type { HandFacts, PieceFacts } from '../core/limits/limit';
import { handWork } from '../core/load/load';
import { readKey } from '../core/pitch/key';
import { scoreFromText } from './score-from-text';

export interface FactsPlan {
  readonly time?: readonly [number, number];
  readonly key?: string;
  readonly right?: string;
  readonly left?: string;
  readonly setting?: Setting;
  /** Quarters a minute. */
  readonly tempo?: number;
  readonly comfortableSemitones?: number;
  readonly leftTexture?: LeftTexture | null;
  readonly rightTexture?: RightTexture | null;
  /** Ticks from the start at which chords change. */
  readonly changes?: readonly number[];
  readonly places?: Partial<Record<HandName, Position>>;
  readonly loads?: readonly number[];
  /** Measures with which a section, or a phrase, begins. */
  readonly sections?: readonly number[];
  readonly phrases?: readonly number[];
  readonly pedal?: PieceFacts['measures'][number]['pedal'];
  readonly newMeasures?: number;
}

/** A short piece as the limits judge it, written in the text notation: measures parted by `|`. */
export function pieceFacts(plan: FactsPlan): PieceFacts {
  const right =
    plan.right ??
    plan
      .left!.split('|')
      .map(() => 'r:1/1')
      .join('|');
  const left =
    plan.left ??
    plan
      .right!.split('|')
      .map(() => 'r:1/1')
      .join('|');
  const score = scoreFromText({ time: plan.time ?? [4, 4], key: plan.key ?? 'C', right, left });
  const tiedInto = new Set<string>(score.notes.flatMap((note) => note.tieTo ?? []));
  const factsOf = (hand: HandName, index: number): HandFacts => {
    const measure = score.measures[index]!;
    const lengthMs = Math.round((measure.length / 10_080) * (60_000 / (plan.tempo ?? 60)));
    const notes = score.notes.filter(
      (note) => note.measure === index && note.staff === (hand === 'right' ? 0 : 1),
    );
    return {
      hand,
      setting: plan.setting ?? 'solo',
      measure,
      offset: 0,
      lengthMs,
      comfortableSemitones: plan.comfortableSemitones ?? AVERAGE_HAND[hand].comfortable,
      largestSemitones: AVERAGE_HAND[hand].largest,
      chordChanges: new Set(plan.changes),
      notes,
      work: handWork(notes, tiedInto, AVERAGE_HAND[hand], { measure, offset: 0, key: measure.key, lengthMs }),
      texture: (hand === 'left' ? plan.leftTexture : plan.rightTexture) ?? null,
      place: plan.places?.[hand] ?? null,
    };
  };
  return {
    key: readKey(plan.key ?? 'C')!,
    newMeasures: plan.newMeasures ?? score.measures.length,
    measures: score.measures.map(({ index }) => ({
      right: factsOf('right', index),
      left: factsOf('left', index),
      load: plan.loads?.[index] ?? 0,
      opensSection: (plan.sections ?? [0]).includes(index),
      isPhraseEnd: (plan.phrases ?? []).includes(index + 1),
      pedal: plan.pedal ?? { policy: 'none', changes: 0 },
    })),
  };
}

/** One hand of a measure. */
export function handFacts(hand: HandName, text: string, plan: FactsPlan = {}): HandFacts {
  return pieceFacts({ ...plan, [hand]: text }).measures[0]![hand];
}
