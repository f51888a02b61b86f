import type { Chord } from '../pitch/chord';
import type { ChordSymbol, Measure, Section } from '../score/model';
import { ticks, type Ticks } from '../units';

/** A stretch inside one measure over which one chord holds. */
export interface ChordSpan {
  readonly measure: number;
  /** Order within its measure, from 0. */
  readonly slot: number;
  readonly at: Ticks;
  readonly duration: Ticks;
  /** Null where no chord has been given yet, or N.C. */
  readonly chord: Chord | null;
}

/** Cuts the measures at the chord symbols; a chord goes on until the next. A pickup's chord is played like any other. */
export function chordSpans(
  measures: readonly Measure[],
  chords: readonly ChordSymbol[],
): readonly ChordSpan[] {
  const ordered = [...chords].sort((a, b) => a.at - b.at);
  let next = 0;
  let current: Chord | null = null;
  return measures.flatMap((measure) => {
    const end = measure.start + measure.length;
    const cuts: { at: number; chord: Chord | null }[] = [{ at: measure.start, chord: current }];
    for (; next < ordered.length && ordered[next]!.at < end; next += 1) {
      const symbol = ordered[next]!;
      current = symbol.chord.kind === 'none' ? null : symbol.chord;
      if (symbol.at === cuts.at(-1)!.at) cuts.pop();
      cuts.push({ at: symbol.at, chord: current });
    }
    return cuts.map((cut, slot) => ({
      measure: measure.index,
      slot,
      at: ticks(cut.at),
      duration: ticks((cuts[slot + 1]?.at ?? end) - cut.at),
      chord: cut.chord,
    }));
  });
}

/** The first and the last chord of every section, which stand on their bass. */
export function sectionEnds(
  sections: readonly Section[],
  spans: readonly ChordSpan[],
): ReadonlySet<ChordSpan> {
  return new Set(
    sections.flatMap(({ from, to }) => {
      const own = spans.filter(
        ({ chord, measure }) => chord?.kind === 'chord' && measure >= from && measure <= to,
      );
      return own.length === 0 ? [] : [own[0]!, own.at(-1)!];
    }),
  );
}
