import type { Count } from '../counting/count';
import type { Score } from '../score/model';
import type { LayoutRequest, SystemPlan } from './line';
import { breakLines, measureWidths } from './line-breaks';
import { meiSystem } from './mei-system';
import { isSameLine, prepareEngraving, type EngravingSource } from './source';

/** A score as it was laid out, to be laid out again after a change. */
export interface LaidOut {
  readonly layout: string;
  readonly source: EngravingSource;
  readonly plans: readonly SystemPlan[];
}

/**
 * Breaks a score into lines and writes what the engraver is given for each. Laid out again in the same way, lines stay
 * where they were, and those with the same music are the same records.
 */
export function planLines(
  score: Score,
  counts: readonly (readonly Count[])[],
  layout: LayoutRequest,
  laidOut: LaidOut | null = null,
): LaidOut {
  const key = JSON.stringify(layout);
  const before = laidOut?.layout === key ? laidOut : null;
  const source = prepareEngraving(score, counts, before?.source);
  const lines = breakLines(score, measureWidths(source, layout.markings), {
    lineWidth: layout.lineWidth,
    mostMeasures: layout.mostMeasures,
    previous: before?.plans.map(({ range }) => range) ?? [],
  });
  const plans = lines.map((range): SystemPlan => {
    const known = before?.plans.find((each) => each.range.from === range.from && each.range.to === range.to);
    return known && before && isSameLine(before.source, source, range)
      ? known
      : { range, mei: meiSystem(source, range, layout.markings) };
  });
  return { layout: key, source, plans };
}

/** The lines of a passage, measures `from` to `to`, broken for itself: what stands before and after it is not shown. */
export function planPassage(
  source: EngravingSource,
  layout: LayoutRequest,
  { from, to }: { readonly from: number; readonly to: number },
): readonly SystemPlan[] {
  const { score } = source;
  const widths = measureWidths(source, layout.markings).slice(from, to + 1);
  const measures = score.measures.slice(from, to + 1);
  const lines = breakLines({ ...score, measures }, widths, {
    lineWidth: layout.lineWidth,
    mostMeasures: layout.mostMeasures,
    previous: [],
  });
  return lines.map((line): SystemPlan => {
    const range = { from: line.from + from, to: line.to + from };
    return { range, mei: meiSystem(source, range, layout.markings) };
  });
}
