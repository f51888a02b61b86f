import type { Recipe } from '../document/recipe';
import { notesByMeasure } from '../score/by-measure';
import {
  fingerScore,
  type FingeredNote,
  type FingerScoreTask,
  type FingerTrouble,
} from '../fingering/finger-score';
import { msPerTick } from '../score/tempo';
import type { Note } from '../score/model';
import { positionsOf, positionWords } from '../fingering/positions';
import type { ArrangeFor } from './arrange-for';
import type { Arrangement } from './arrangement';
import type { Chosen } from './choose-arrangement';
import { withFinger } from '../score/finger';

/** The first rung on which a finger may take a held key over from another (our default: with passing thumbs). */
export const TAKES_OVER_FROM = 4;

/** The first rung on which the thumb passes. */
const PASSES_FROM = 4;

/** The learner's notes to be fingered, round the fingers that stand already: the teacher's pins, and the source's own. */
export function fingerTask(
  { material }: Pick<Chosen, 'material'>,
  notes: readonly Note[],
  recipe: Recipe,
  { size }: Pick<ArrangeFor, 'size'>,
): FingerScoreTask {
  return {
    notes,
    measures: material.score.measures,
    sections: material.sections,
    size,
    style: recipe.fingerStyle,
    msPerTick: msPerTick(material.tempo),
    mayTakeOver: recipe.rung >= TAKES_OVER_FROM,
    mayPass: recipe.rung >= PASSES_FROM,
    twinOf: material.twinOf,
    pinned: new Map(notes.flatMap((note) => (note.finger === null ? [] : [[note.id, note.finger] as const]))),
  };
}

/** The notes with the fingers that the recipe shows, and where the hand cannot do what is asked. */
export function showFingers(
  chosen: Pick<Chosen, 'material'>,
  notes: readonly Note[],
  recipe: Recipe,
  whom: Pick<ArrangeFor, 'size'>,
): {
  readonly notes: readonly Note[];
  readonly troubles: readonly FingerTrouble[];
  /** Where the hands lie; null where no finger is shown. */
  readonly positions: () => Arrangement['positions'] | null;
} {
  if (recipe.fingers !== 'at-shifts' && recipe.fingers !== 'every-note')
    return { notes, troubles: [], positions: () => null };
  const fingered = fingerScore(fingerTask(chosen, notes, recipe, whom));
  return {
    troubles: fingered.troubles,
    positions: () => positionsByMeasure(chosen, notes, fingered.notes),
    notes: notes.map((note) => {
      const found = fingered.notes.get(note.id);
      if (!found || (recipe.fingers === 'at-shifts' && !found.isTelling)) return note;
      return withFinger(note, found.finger, found.then ?? undefined);
    }),
  };
}

function positionsByMeasure(
  { material }: Pick<Chosen, 'material'>,
  notes: readonly Note[],
  fingered: ReadonlyMap<string, FingeredNote>,
): Arrangement['positions'] {
  return notesByMeasure(notes, material.score.measures.length).map((unordered) => {
    const own = unordered.toSorted((a, b) => a.at - b.at);
    return {
      right: positionWords(positionsOf(own, fingered, 'right')),
      left: positionWords(positionsOf(own, fingered, 'left')),
    };
  });
}
