import type { Count } from '../counting/count';
import type { Measure, Score } from '../score/model';
import type { Layer } from './layers';
import { struckNames } from './mei-events';
import type { EngravingSource, Markings, SystemRange } from './source';

/** Widths in tenths of a staff space: what a measure asks for before it is stretched to the line. */
const WIDTHS = {
  barline: 24,
  note: 22,
  perDoubling: 9,
  accidental: 11,
  lineOpening: 62,
  perSignatureSign: 10,
  timeSignature: 24,
  lyricCharacter: 12,
  chartCharacter: 10.5,
  chordCharacter: 15,
  countCharacter: 12,
  gap: 9,
} as const;

/** How wide each measure wants to be, from its onsets, signs and words. O(events); what was measured before is kept. */
export function measureWidths(source: EngravingSource, markings: Markings): readonly number[] {
  const { score } = source;
  const besides = score.measures.map(() => ({ chords: 0, sung: 0 }));
  if (markings.chordSymbols)
    for (const symbol of score.chords) besides[symbol.measure]!.chords += WIDTHS.chordCharacter * 3;
  if (markings.lyrics)
    for (const word of score.words)
      besides[word.measure]!.sung += word.text.trim().length * WIDTHS.chartCharacter + WIDTHS.gap;
  return score.measures.map((measure, index) => {
    const { chords, sung } = besides[index]!;
    const { notes, graces, lyrics } = musicWidth(measure, source.layers[index]!);
    const counts = markings.counts ? countsWidth(source.counts[index] ?? []) : 0;
    const names = markings.noteNames ? namesWidth(source, index) : 0;
    const least = Math.max(notes, markings.lyrics ? lyrics : 0, sung, counts, chords, names);
    return Math.round(WIDTHS.barline + graces + least);
  });
}

/** Of the staff that has most to name. */
function namesWidth({ events, tieTargets }: EngravingSource, measure: number): number {
  const widths = events[measure]!.map(({ notes }) =>
    struckNames(notes, tieTargets).reduce(
      (sum, { names }) =>
        sum + Math.max(...names.map(({ length }) => length)) * WIDTHS.countCharacter + WIDTHS.gap,
      0,
    ),
  );
  return Math.max(0, ...widths);
}

interface MusicWidth {
  readonly notes: number;
  readonly graces: number;
  readonly lyrics: number;
}

const measured = new WeakMap<readonly (readonly Layer[])[], MusicWidth>();

function musicWidth(measure: Measure, layers: readonly (readonly Layer[])[]): MusicWidth {
  const known = measured.get(layers) ?? measureMusic(measure, layers);
  measured.set(layers, known);
  return known;
}

function measureMusic(measure: Measure, layers: readonly (readonly Layer[])[]): MusicWidth {
  const slots = layers.flat(2);
  const onsets = [
    ...new Set(slots.filter((slot) => slot.kind !== 'space').map((slot) => slot.at as number)),
  ].sort((a, b) => a - b);
  const ends = [...onsets.slice(1), measure.start + measure.length];
  const spaced = onsets.reduce((sum, onset, index) => {
    const quarters = (ends[index]! - onset) / 10_080;
    return sum + WIDTHS.note + Math.max(0, WIDTHS.perDoubling * Math.log2(quarters * 4));
  }, 0);
  const altered = slots.filter((slot) => slot.notes.some(({ note }) => note.pitch.alter !== 0)).length;
  return {
    notes: spaced + altered * WIDTHS.accidental * 0.5,
    graces: slots.reduce((sum, slot) => sum + slot.graces.length, 0) * WIDTHS.note * 0.6,
    lyrics: slots
      .flatMap((slot) => slot.notes)
      .reduce(
        (sum, { note }) =>
          sum + (note.lyrics[0] ? note.lyrics[0].text.length * WIDTHS.lyricCharacter + WIDTHS.gap : 0),
        0,
      ),
  };
}

function countsWidth(counts: readonly Count[]): number {
  return counts.reduce(
    (sum, count) =>
      sum + (count.syllable.length + (count.state === 'sounds' ? 0 : 1)) * WIDTHS.countCharacter + WIDTHS.gap,
    0,
  );
}

export interface LineBreakOptions {
  /** Room on a line, in tenths of a staff space. */
  readonly lineWidth: number;
  readonly mostMeasures: number;
  /** The breaks now on screen; kept while every line still fits, so that an edit does not make the page jump. */
  readonly previous: readonly SystemRange[];
}

/**
 * Breaks the score into lines so that the lines are evenly full: dynamic programming over measures, the cost of a line
 * being the square of how far it is from full. O(measures × most measures a line).
 */
export function breakLines(
  score: Score,
  widths: readonly number[],
  options: LineBreakOptions,
): readonly SystemRange[] {
  const opening = (index: number) =>
    WIDTHS.lineOpening +
    Math.abs(score.measures[index]!.key.fifths) * WIDTHS.perSignatureSign +
    (index === 0 ? WIDTHS.timeSignature : 0);
  const fullness = (from: number, to: number) => {
    let width = opening(from);
    for (let index = from; index <= to; index += 1) width += widths[index]!;
    return width / options.lineWidth;
  };
  const { previous } = options;
  const covers = previous[0]?.from === 0 && previous.at(-1)?.to === score.measures.length - 1;
  if (covers && previous.every((line) => fullness(line.from, line.to) <= 1.06)) return previous;

  const count = score.measures.length;
  const cost = Array<number>(count + 1).fill(Infinity);
  const start = Array<number>(count + 1).fill(0);
  cost[0] = 0;
  for (let end = 1; end <= count; end += 1) {
    for (let from = end - 1; from >= 0 && end - from <= options.mostMeasures; from -= 1) {
      const full = fullness(from, end - 1);
      const isAlone = end - from === 1;
      if (full > 1 && !isAlone) break;
      const slack = Math.round(1000 * (1 - full));
      const total = cost[from]! + Math.round((slack * slack) / 1000) + 40;
      if (total < cost[end]!) {
        cost[end] = total;
        start[end] = from;
      }
    }
  }
  const lines: SystemRange[] = [];
  for (let end = count; end > 0; end = start[end]!) lines.unshift({ from: start[end]!, to: end - 1 });
  return lines;
}
