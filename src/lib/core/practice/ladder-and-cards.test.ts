import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { dateOf, dayNumber, yearOf } from './day-number';
import { chanceKept, replayCard } from './revisits';
import { stagesFor, WHOLE_MAKEUP } from './stage-order';
import { afterRun, DEFAULT_LADDER, foot, ladderOf, type LadderPlace } from './tempo-ladder';
import { isMended, loopAround, loopHand } from './trouble';

describe('the tempo ladder', () => {
  it('goes from half of the target to the top of the stage, in even steps', () => {
    expect(ladderOf(100, 80, DEFAULT_LADDER)).toEqual([50, 56, 62, 68, 74, 80]);
    expect(ladderOf(100, 100, DEFAULT_LADDER).at(-1)).toBe(100);
    expect(ladderOf(40, 40, DEFAULT_LADDER)[0]).toBe(30);
    expect(ladderOf(100, 45, DEFAULT_LADDER)).toEqual([45]);
  });

  it('passes at its top after three clean runs, and falls a step after two failed tries', () => {
    const ladder = ladderOf(100, 80, DEFAULT_LADDER);
    const after = (runs: string, from: LadderPlace = foot(ladder)) =>
      [...runs].reduce(
        (place, run) => afterRun(ladder, place, run === 'c' ? 'clean' : 'failed', DEFAULT_LADDER),
        from,
      );
    expect(after('cc')).toMatchObject({ tempoBpm: 62, isPassed: false });
    expect(after('ccccc')).toMatchObject({ tempoBpm: 80, isPassed: false });
    expect(after('cccccccc')).toMatchObject({ tempoBpm: 80, isPassed: true });
    expect(after('ccff')).toMatchObject({ tempoBpm: 56 });
    expect(after('ff')).toMatchObject({ tempoBpm: 50 });
    expect(after('cccccccfcc').isPassed).toBe(false);
  });

  it('never skips a step, up or down, and never leaves its tempos', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 200 }),
        fc.constantFrom(50, 80, 100),
        fc.array(fc.constantFrom<'clean' | 'failed'>('clean', 'failed'), { maxLength: 60 }),
        (target, share, runs) => {
          const ladder = ladderOf(target, (target * share) / 100, DEFAULT_LADDER);
          expect([...ladder].sort((a, b) => a - b)).toEqual(ladder);
          let place = foot(ladder);
          for (const run of runs) {
            const next = afterRun(ladder, place, run, DEFAULT_LADDER);
            const moved = ladder.indexOf(next.tempoBpm) - ladder.indexOf(place.tempoBpm);
            expect(Math.abs(moved)).toBeLessThanOrEqual(1);
            expect(ladder).toContain(next.tempoBpm);
            if (run === 'failed') expect(moved).toBeLessThanOrEqual(0);
            place = next;
          }
        },
      ),
    ));
});

describe('stages', () => {
  it('stand left first as well as right first, and drop out where they cannot apply', () => {
    const ids = (first: 'right' | 'left', change: Partial<typeof WHOLE_MAKEUP> = {}) =>
      stagesFor({ first, chosen: null }, { ...WHOLE_MAKEUP, ...change }).map(({ id }) => id);
    expect(ids('left').indexOf('left')).toBeLessThan(ids('left').indexOf('right'));
    expect(ids('right').indexOf('right')).toBeLessThan(ids('right').indexOf('left'));
    expect(new Set(ids('left'))).toEqual(new Set(ids('right')));
    expect(ids('right', { hasPedal: false, hasWords: false, hasLeftChords: false })).not.toEqual(
      expect.arrayContaining(['pedal']),
    );
    expect(ids('left', { hasLeft: false })).not.toContain('left');
    expect(stagesFor({ first: 'right', chosen: ['right', 'at-tempo'] }, WHOLE_MAKEUP)).toHaveLength(2);
  });
});

describe('trouble', () => {
  const { measures } = scoreFromText({
    time: [4, 4],
    key: 'C',
    right: 'C4:1/1 | C4:1/1 | C4:1/1',
    left: 'r:1/1 | r:1/1 | r:1/1',
  });

  it('is looped from the beat before to the next downbeat', () => {
    expect(loopAround(measures, 1)).toEqual({ from: 3 * 10_080, to: 9 * 10_080 });
    expect(loopAround(measures, 0)).toEqual({ from: 0, to: 5 * 10_080 });
    expect(loopAround(measures, 2)).toEqual({ from: 7 * 10_080, to: 12 * 10_080 });
    expect(loopAround(measures, 9)).toBeNull();
  });

  it('is mended on the third day, and begins hands alone where hands were the trouble', () => {
    expect(isMended({ passedOn: [1, 1, 2] })).toBe(false);
    expect(isMended({ passedOn: [1, 2, 5] })).toBe(true);
    const apart = { measure: 1, kind: 'apart', hand: null } as const;
    expect(loopHand({ ...apart, passedOn: [] })).toBe('left');
    expect(loopHand({ ...apart, passedOn: [1] })).toBeNull();
    expect(loopHand({ ...apart, kind: 'note', hand: 'right', passedOn: [] })).toBe('right');
  });
});

describe('revisits', () => {
  it('come later each time that goes well, and soon after one that fails', () => {
    const first = replayCard([{ onDay: 100, rating: 'good' }])!;
    const second = replayCard([
      { onDay: 100, rating: 'good' },
      { onDay: first.dueDay, rating: 'good' },
    ])!;
    const failed = replayCard([
      { onDay: 100, rating: 'good' },
      { onDay: first.dueDay, rating: 'again' },
    ])!;
    expect(first.dueDay).toBeGreaterThan(100);
    expect(second.dueDay - second.lastDay).toBeGreaterThan(first.dueDay - 100);
    expect(failed.dueDay - failed.lastDay).toBeLessThan(second.dueDay - second.lastDay);
    expect(chanceKept(second, second.dueDay)).toBeGreaterThanOrEqual(88);
    expect(chanceKept(second, second.lastDay)).toBe(100);
  });

  it('come sooner before a date, and are the same whatever order the marks come in', () => {
    const marks = [3, 8, 20].map((onDay) => ({ onDay, rating: 'good' as const }));
    expect(replayCard(marks, 30)!.dueDay).toBeLessThan(replayCard(marks)!.dueDay);
    expect(replayCard([...marks].reverse())).toEqual(replayCard(marks));
    expect(replayCard([])).toBeNull();
  });
});

describe('days', () => {
  it('are told from dates and back', () => {
    expect(dayNumber('1970-01-01')).toBe(0);
    expect(dayNumber('2026-11-27')).toBe(20_784);
    expect(dayNumber('2024-02-29')).not.toBeNull();
    for (const text of ['2023-02-29', '2026-13-01', '2026-4-1', 'today']) expect(dayNumber(text)).toBeNull();
    fc.assert(
      fc.property(fc.integer({ min: -20_000, max: 60_000 }), (day) => {
        expect(dayNumber(dateOf(day))).toBe(day);
        expect(String(yearOf(day))).toBe(dateOf(day).slice(0, 4));
      }),
    );
  });
});
