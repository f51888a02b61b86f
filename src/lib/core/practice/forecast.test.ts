import { describe, expect, it } from 'vitest';
import { simulateSection, TEMPERAMENTS } from '../../testing/simulated-learner';
import { forecastPiece, type ForecastTask, type Played } from './forecast';
import { whatWouldHelp } from './help';

function task(change: Partial<ForecastTask> = {}): ForecastTask {
  const { played } = simulateSection(4, 'steady', { targetBpm: 100, days: 30 });
  return { played, toLearn: [], targetBpm: 100, goalDay: 60, today: 29, ...change };
}

describe('the forecast', () => {
  it('is too early to tell before four entries, and says so', () => {
    const { played } = task();
    const [few] = forecastPiece(task({ played: played.slice(0, 3) })).sections;
    expect(few).toMatchObject({ state: 'too-early' });
    expect(few!.why).toMatch(/too early/);
    expect(few!.onGoal.high - few!.onGoal.low).toBeGreaterThan(20);
  });

  it('tells of a section not begun by its load', () => {
    const section = (load: number) => ({ section: 'B', measures: 8, worth: 8, load });
    const of = (load: number) =>
      forecastPiece(task({ toLearn: [section(load)] })).sections.find((each) => each.section === 'B')!;
    expect(of(20)).toMatchObject({ state: 'too-early', nowBpm: null });
    expect(of(20).onGoal.middle).toBeGreaterThan(of(70).onGoal.middle);
  });

  it('is the same for the same log, and higher for a later goal', () => {
    expect(forecastPiece(task())).toEqual(forecastPiece(task()));
    const middle = (goalDay: number) => forecastPiece(task({ goalDay })).sections[0]!.onGoal.middle;
    expect(middle(90)).toBeGreaterThanOrEqual(middle(40));
  });

  it('calls what is clear by its name', () => {
    const far = task({ targetBpm: 220, goalDay: 40 });
    expect(forecastPiece(far).state).toBe('late');
    const near = task({ targetBpm: 55, goalDay: 60 });
    expect(forecastPiece(near).state).toBe('on-course');
  });

  it('does not look into the future, nor pass the learner’s own limit', () => {
    const all = task({ today: 15 });
    const past = { ...all, played: all.played.filter(({ onDay }) => onDay <= 15) };
    expect(forecastPiece(all)).toEqual(forecastPiece(past));
    for (const { onGoal, readyOnDay } of forecastPiece(task({ maxBpm: 70 })).sections) {
      expect(onGoal.high).toBeLessThanOrEqual(70);
      expect(readyOnDay).toBeNull();
    }
  });

  it('holds about four in five of forty made-up learners, and misses on either side', () => {
    let inside = 0;
    let told = 0;
    for (let seed = 0; seed < 40; seed += 1) {
      const targetBpm = 60 + ((seed * 13) % 80);
      const today = 20 + (seed % 20);
      const goalDay = today + 10 + (seed % 25);
      const { played, tempoOn } = simulateSection(seed, TEMPERAMENTS[seed % 4]!, {
        targetBpm,
        days: goalDay + 1,
      });
      const known: readonly Played[] = played.filter(({ onDay }) => onDay <= today);
      const [section] = forecastPiece({ played: known, toLearn: [], targetBpm, goalDay, today }).sections;
      if (section!.state === 'too-early') continue;
      told += 1;
      const truth = tempoOn(goalDay);
      if (truth >= section!.onGoal.low - 0.5 && truth <= section!.onGoal.high + 0.5) inside += 1;
    }
    expect(inside / told).toBeGreaterThan(0.65);
    expect(inside / told).toBeLessThan(0.95);
  });
});

describe('what would help', () => {
  it('is worked out again, and leaves out what changes nothing or is past a limit', () => {
    const late = {
      ...task({ targetBpm: 112, goalDay: 36, toLearn: [{ section: 'A', measures: 8, worth: 8, load: 40 }] }),
      daysAWeek: 4,
      minutesADay: 20,
      mostMinutes: 22,
      lowerLoadShare: 70,
      nameOf: (section: string) => section,
    };
    const helps = whatWouldHelp(late);
    expect(helps.length).toBeGreaterThan(1);
    expect(helps.map(({ what }) => what)).not.toContain('minutes');
    const slower = helps.find(({ what }) => what === 'slower-80');
    if (slower) expect(slower.sentence).toContain('90');
    for (const { readyOnDay, state } of helps) expect(readyOnDay !== null || state !== 'late').toBe(true);
  });
});
