import type { PracticeEntry } from './register';
import { standingEntries } from './register';

export const JOIN_KINDS = {
  pair: 'two sections joined',
  run: 'a run of sections',
  whole: 'the whole piece',
} as const;
export type JoinKind = keyof typeof JOIN_KINDS;

/** Neighbouring sections, by their places in the piece, both ends included. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

export interface JoinStep extends Span {
  readonly kind: JoinKind;
}

/**
 * What is to be joined next: first every two neighbours that are known, then runs, each made of two joined stretches that meet, and
 * last the whole piece. `isKnown` tells the sections that are learned, `passed` the stretches that were played through, once each.
 * Empty when the whole was. O(sections + passed²).
 */
export function joinSteps(isKnown: readonly boolean[], passed: readonly Span[]): readonly JoinStep[] {
  const last = isKnown.length - 1;
  const isPassed = ({ from, to }: Span) => passed.some((each) => each.from <= from && each.to >= to);
  const kindOf = ({ from, to }: Span): JoinKind =>
    to - from === 1 ? 'pair' : from === 0 && to === last ? 'whole' : 'run';
  const pairs = isKnown
    .map((_, index) => ({ from: index, to: index + 1 }))
    .filter(({ from, to }) => to <= last && isKnown[from] && isKnown[to]);
  const open = pairs.filter((pair) => !isPassed(pair));
  if (open.length > 0) return open.map((pair) => ({ ...pair, kind: kindOf(pair) }));
  const widest = passed
    .filter((span) => passed.every((each) => each === span || !covers(each, span)))
    .filter(({ from, to }) => isKnown.slice(from, to + 1).every(Boolean))
    .sort((a, b) => a.from - b.from);
  const runs = widest
    .slice(1)
    .map((span, index) => ({ from: widest[index]!.from, to: span.to, meets: span.from <= widest[index]!.to }))
    .filter(({ meets }) => meets);
  // Two by two: a stretch that is in one run already waits for it.
  return runs
    .filter((_, index) => index % 2 === 0)
    .map(({ from, to }) => ({ from, to, kind: kindOf({ from, to }) }));
}

/** Covers it and more. */
function covers(wide: Span, span: Span): boolean {
  return wide.from <= span.from && wide.to >= span.to && (wide.from < span.from || wide.to > span.to);
}

/** Stretches that the log says were played through, once each. */
export function spansPassed(
  entries: readonly PracticeEntry[],
  sections: readonly { readonly id: string }[],
): readonly Span[] {
  const placeOf = (id: string | null) => sections.findIndex((section) => section.id === id);
  const spans = standingEntries(entries)
    .filter(({ kind, throughId }) => kind === 'passed' && throughId !== null)
    .map(({ sectionId, throughId }) => ({ from: placeOf(sectionId), to: placeOf(throughId) }))
    .filter(({ from, to }) => from >= 0 && to > from);
  return [...new Map(spans.map((span) => [`${span.from}-${span.to}`, span])).values()];
}
