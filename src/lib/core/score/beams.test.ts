import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { beamCount, beamRuns, isBeamable, type Beamable } from './beams';
import type { Score } from './model';
import { metreOffset } from './time';

/** The only measure, or the one given, of some music, with its notes and rests as slots. */
function slotsOf(score: Score, measure = 0): readonly Beamable[] {
  const inside = <T extends { measure: number }>(each: T) => each.measure === measure;
  return [
    ...score.notes.filter(inside).map((note) => ({ ...note, kind: 'notes' })),
    ...score.rests.filter(inside).map((rest) => ({ ...rest, kind: 'rest' })),
  ].sort((a, b) => a.at - b.at);
}

/** How many slots each run of a measure has, beamed ones in brackets. */
function runsOf(time: readonly [number, number], right: string, measure = 0): string {
  const score = scoreFromText({ time, key: 'C', right });
  const own = score.measures[measure]!;
  const offset = metreOffset(score.measures, measure);
  return beamRuns(slotsOf(score, measure), own, offset)
    .map(({ isBeamed, slots }) => (isBeamed ? `[${slots.length}]` : String(slots.length)))
    .join(' ');
}

const eighths = (count: number) => Array(count).fill('C4:1/8').join(' ');

describe('beams', () => {
  it('join plain eighths by halves in 4/4, and all of 2/4', () => {
    expect(runsOf([4, 4], eighths(8))).toBe('[4] [4]');
    expect(runsOf([2, 4], eighths(4))).toBe('[4]');
  });

  it('join by the beat as soon as one is shorter', () => {
    expect(runsOf([4, 4], `C4:1/16 C4:1/16 ${eighths(7)}`)).toBe('[3] [2] [2] [2]');
  });

  it('join by the beat in three, and in threes where the metre is compound', () => {
    expect(runsOf([3, 4], eighths(6))).toBe('[2] [2] [2]');
    expect(runsOf([6, 8], eighths(6))).toBe('[3] [3]');
  });

  it('break at rests and longer values', () => {
    expect(runsOf([4, 4], `C4:1/8 r:1/8 ${eighths(2)} C4:1/2`)).toBe('1 1 [2] 1');
    expect(runsOf([4, 4], `C4:1/4 ${eighths(2)} C4:1/2`)).toBe('1 [2] 1');
  });

  it('count from where a pickup stands in its metre', () => {
    // Three eighths before the barline: the last one of beat 3, and both of beat 4.
    expect(runsOf([3, 4], `${eighths(3)} | ${eighths(6)}`)).toBe('1 [2]');
  });

  it('are as many as the value asks', () => {
    const of = (text: string) =>
      beamCount(slotsOf(scoreFromText({ time: [4, 4], key: 'C', right: text }))[0]!);
    expect(of('C4:1/8 C4:1/8 C4:1/2 C4:1/4')).toBe(1);
    expect(of('C4:1/16 C4:1/16 C4:1/8 C4:1/2 C4:1/4')).toBe(2);
    expect(of('C4:1/4 C4:1/4 C4:1/2')).toBe(0);
    expect(of('r:1/8 C4:1/8 C4:1/2 C4:1/4')).toBe(0);
  });

  it('join neighbours of one beat only, and leave nothing out', () =>
    fc.assert(
      fc.property(
        fc.constantFrom<readonly [number, number]>([4, 4], [3, 4], [2, 4], [6, 8], [5, 8]),
        fc.infiniteStream(
          fc.constantFrom<readonly [string, number]>(
            ['C4:1/8', 2],
            ['C4:1/16', 1],
            ['r:1/8', 2],
            ['C4:1/4', 4],
          ),
        ),
        (time, values) => {
          let left = (16 / time[1]) * time[0];
          const texts: string[] = [];
          for (const [text, size] of values) {
            if (left <= 0) break;
            const fits = size <= left;
            texts.push(fits ? text : 'C4:1/16');
            left -= fits ? size : 1;
          }
          const score = scoreFromText({ time, key: 'C', right: texts.join(' ') });
          const slots = slotsOf(score);
          const runs = beamRuns(slots, score.measures[0]!, 0 as never);
          expect(runs.flatMap((run) => run.slots)).toEqual(slots);
          for (const { isBeamed, slots: joined } of runs) {
            if (!isBeamed) continue;
            expect(joined.length).toBeGreaterThan(1);
            expect(joined.every(isBeamable)).toBe(true);
            for (const [index, slot] of joined.entries())
              if (index > 0) expect(slot.at).toBe(joined[index - 1]!.at + joined[index - 1]!.duration);
          }
        },
      ),
      { numRuns: 60 },
    ));
});
