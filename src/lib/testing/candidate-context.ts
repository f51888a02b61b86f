import type { Material, MeasureMaterial } from '../core/analyse/material';
import { AVERAGE_HAND } from '../core/hands/reach';
import type { CandidateContext } from '../core/ladder/hand-choice';
import { NO_PINS } from '../core/ladder/measure-pins';
import { DEFAULT_RUNGS } from '../core/limits/rungs';
import type { Measure, Note } from '../core/score/model';
import { scoreFromText } from './score-from-text';

/** Both hands of the first measure of a text, and a context in which choices for it are weighed: nothing limits them. */
export function measureOfText(right: string, left: string) {
  const score = scoreFromText({ time: [4, 4], key: 'C', right, left });
  const inFirst = (staff: number) => score.notes.filter((note) => note.staff === staff && note.measure === 0);
  return { right: inFirst(0), left: inFirst(1), notes: score.notes, measure: score.measures[0]! };
}

export function contextFor(
  measure: Measure,
  tune: readonly Note[],
  change: Partial<CandidateContext> = {},
): CandidateContext {
  const material = {
    tuneIds: new Set(tune.map(({ id }) => id)),
    heldFrom: new Map(),
    startOf: new Map(tune.map(({ id, at }) => [id, at as number])),
  } as unknown as Material;
  return {
    material,
    own: { measure, offset: 0, lengthMs: 4000 } as unknown as MeasureMaterial,
    rung: DEFAULT_RUNGS.at(-1)!,
    setting: 'solo',
    size: AVERAGE_HAND,
    hands: { right: { low: 0, high: 100 }, left: { low: 0, high: 100 }, isShared: false },
    houseLeft: 'held-root',
    houseRight: 'tune',
    chordChanges: new Set(),
    demands: [],
    strongTune: new Set(),
    pins: NO_PINS,
    ...change,
  };
}
