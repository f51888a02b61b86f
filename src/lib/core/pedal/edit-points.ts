import type { PedalSpan } from './place-pedal';

export type PointKind = 'down' | 'up';

/** Moves one point of a measure's spans; it stays between its neighbours. A span of no length is gone. */
export function movePoint(
  spans: readonly PedalSpan[],
  index: number,
  kind: PointKind,
  to: number,
): readonly PedalSpan[] {
  const own = spans[index];
  if (!own) return spans;
  const before = spans[index - 1];
  const after = spans[index + 1];
  const moved =
    kind === 'down'
      ? { ...own, down: Math.min(own.up, Math.max(to, before?.up ?? to)) }
      : { ...own, up: Math.max(own.down, Math.min(to, after?.down ?? to)) };
  return spans.map((span, place) => (place === index ? moved : span)).filter(({ down, up }) => up > down);
}

/** Puts the pedal down at a place, until the measure ends or the next point; where it is down already, it is changed. */
export function putDown(spans: readonly PedalSpan[], at: number, end: number): readonly PedalSpan[] {
  if (at >= end) return spans;
  const next = spans.find(({ down }) => down > at);
  const under = spans.find(({ down, up }) => down < at && up > at);
  const begun = spans.some(({ down }) => down === at);
  if (begun) return spans;
  const kept = spans.map((span) => (span === under ? { ...span, up: at } : span));
  const added = { down: at, up: under?.up ?? next?.down ?? end };
  return [...kept, added].sort((a, b) => a.down - b.down);
}

/** Lifts the pedal at a place, where it is down. */
export function liftAt(spans: readonly PedalSpan[], at: number): readonly PedalSpan[] {
  return spans
    .map((span) => (span.down <= at && span.up > at ? { ...span, up: at } : span))
    .filter(({ down, up }) => up > down);
}
