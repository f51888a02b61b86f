import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { breakLines } from './line-breaks';
import type { SystemRange } from './source';

const score = (measures: number) =>
  scoreFromText({ time: [4, 4], key: 'G', right: Array(measures).fill('G4:1/1').join(' | ') });

/** Clef, one sharp, and on the first line the time signature, in tenths of a staff space. */
const openingOf = (from: number) => 62 + 10 + (from === 0 ? 24 : 0);

/** How uneven a way of breaking is; Infinity where a line of several measures does not fit. */
function unevenness(
  lines: readonly SystemRange[],
  widths: readonly number[],
  room: number,
  most: number,
): number {
  return lines.reduce((sum, { from, to }) => {
    const count = to - from + 1;
    const width = widths.slice(from, to + 1).reduce((a, b) => a + b, openingOf(from));
    if (count > most || (count > 1 && width > room)) return Infinity;
    const slack = Math.round(1000 * (1 - width / room));
    return sum + Math.round((slack * slack) / 1000) + 40;
  }, 0);
}

/** Every way of cutting so many measures into lines. */
function allBreaks(count: number): readonly (readonly SystemRange[])[] {
  return Array.from({ length: 2 ** (count - 1) }, (_, bits) => {
    const lines: { from: number; to: number }[] = [{ from: 0, to: 0 }];
    for (let index = 1; index < count; index += 1)
      if (bits & (1 << (index - 1))) lines.push({ from: index, to: index });
      else lines.at(-1)!.to = index;
    return lines;
  });
}

describe('lines of measures', () => {
  it('are as even as any way of breaking them', () => {
    const widths = fc.array(fc.integer({ min: 40, max: 500 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(
        widths,
        fc.integer({ min: 300, max: 1200 }),
        fc.integer({ min: 1, max: 6 }),
        (own, room, most) => {
          const lines = breakLines(score(own.length), own, {
            lineWidth: room,
            mostMeasures: most,
            previous: [],
          });
          const best = Math.min(...allBreaks(own.length).map((each) => unevenness(each, own, room, most)));
          expect(unevenness(lines, own, room, most)).toBe(best);
          expect(lines[0]!.from).toBe(0);
          expect(lines.at(-1)!.to).toBe(own.length - 1);
          for (const [index, { from }] of lines.entries())
            if (index > 0) expect(from).toBe(lines[index - 1]!.to + 1);
        },
      ),
    );
  });

  it('stay as they are while every one still fits, and not when one does not', () => {
    const previous = [
      { from: 0, to: 0 },
      { from: 1, to: 3 },
    ];
    const lines = (last: number) =>
      breakLines(score(4), [100, 100, 100, last], { lineWidth: 400, mostMeasures: 4, previous });
    expect(lines(100)).toBe(previous);
    expect(lines(152)).toBe(previous);
    expect(lines(153)).not.toBe(previous);
    const ofAnother = [{ from: 0, to: 2 }];
    expect(
      breakLines(score(4), [10, 10, 10, 10], { lineWidth: 400, mostMeasures: 4, previous: ofAnother }),
    ).not.toBe(ofAnother);
  });
});
