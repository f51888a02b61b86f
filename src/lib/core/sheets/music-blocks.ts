import type { Count } from '../counting/count';
import { lineWidthOf } from '../engrave/views';
import { planLines, planPassage } from '../engrave/plan-lines';
import { prepareEngraving, type Markings, type SystemRange } from '../engrave/source';
import type { Score } from '../score/model';
import type { Block } from './flow';
import type { Engrave } from './task';

/** Half a staff space in units of the engraver's picture; a staff is eight of them high. */
const UNIT = 9;
const STAFF_UNITS = 8 * UNIT;

export interface MusicLook {
  readonly widthMm: number;
  /** From the lowest line of a staff to the highest. */
  readonly staffMm: number;
  readonly mostMeasures: number;
  readonly markings: Markings;
}

export interface MusicBlock extends Block {
  /** Measures on the line, both included. */
  readonly from: number;
  readonly to: number;
}

/** The lines of a score as blocks as wide as there is room. */
export function musicBlocks(
  score: Score,
  counts: readonly (readonly Count[])[],
  { widthMm, staffMm, mostMeasures, markings }: MusicLook,
  engrave: Engrave,
  spans: readonly SystemRange[] | null = null,
): readonly MusicBlock[] {
  const unitsPerMm = STAFF_UNITS / staffMm;
  const options = { pageWidth: Math.round(widthMm * unitsPerMm), unit: UNIT };
  const layout = { lineWidth: lineWidthOf(options), mostMeasures, markings };
  const source = prepareEngraving(score, counts);
  const plans = spans
    ? spans.flatMap((span) => planPassage(source, layout, span))
    : planLines(score, counts, layout).plans;
  return plans.map(({ mei, range }) => {
    const { svg, width, height } = engrave(mei, options);
    const [w, h] = [width / unitsPerMm, height / unitsPerMm];
    return {
      ...{ from: range.from, to: range.to, height: h },
      draw: (x, y) => [{ kind: 'music', x, y, width: w, height: h, svg, measures: range }],
    };
  });
}

const NO_METRE: Markings = {
  ...{ fingers: true, counts: false, chordSymbols: false, lyrics: false, pedal: false },
  isWithoutMetre: true,
};

/** A small picture of notes without a metre. */
export function pictureBlock(score: Score, widthMm: number, staffMm: number, engrave: Engrave): Block {
  const [only] = musicBlocks(score, [], { widthMm, staffMm, mostMeasures: 100, markings: NO_METRE }, engrave);
  return only!;
}
