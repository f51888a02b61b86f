import type { Key } from '../pitch/key';
import type { PieceMakeup } from '../score/makeup';
import { tempoOf } from '../score/tempo';
import { makeupOf, type SourceFacts } from './study-source';

/** What a page says of the source that an arrangement is made from. */
export interface SourceView {
  readonly key: Key;
  readonly makeup: PieceMakeup;
  readonly measures: number;
  /** Quarters a minute of the source. */
  readonly tempo: number;
}

export function viewSource(facts: SourceFacts): SourceView {
  const { key, score } = facts;
  return { key, makeup: makeupOf(facts), measures: score.measures.length, tempo: tempoOf(score) };
}
