import { describe, expect, it } from 'vitest';
import { simulateSection } from '../../testing/simulated-learner';
import { forecastPiece, type ForecastTask, type Played } from './forecast';
import { readiness, whatWouldHelp, type Help, type HelpTask } from './help';

/** Sections that were played as made-up learners do, one after the other a little slower. */
function played(...names: readonly string[]): readonly Played[] {
  return names.flatMap((section, index) =>
    simulateSection(4 + index, 'steady', { targetBpm: 100, days: 30 }).played.map((each) => ({
      ...each,
      section,
    })),
  );
}

function task(change: Partial<HelpTask> = {}): HelpTask {
  return {
    played: played('A'),
    toLearn: [{ section: 'A', measures: 8, worth: 8, load: 40 }],
    targetBpm: 112,
    goalDay: 36,
    today: 29,
    daysAWeek: 4,
    minutesADay: 20,
    mostMinutes: 30,
    lowerLoadShare: 70,
    nameOf: (section) => `section ${section}`,
    ...change,
  };
}

const found = (helps: readonly Help[], what: Help['what']) => helps.find((help) => help.what === what);
const kinds = (change: Partial<HelpTask> = {}) => whatWouldHelp(task(change)).map(({ what }) => what);

/** The same with every way worked out by itself. */
const CHANGES: Readonly<Record<Exclude<Help['what'], 'sections'>, (own: HelpTask) => ForecastTask>> = {
  rung: (own) => ({ ...own, pace: ((own.pace ?? 1) * 100) / 70 }),
  'slower-90': (own) => ({ ...own, targetBpm: 101 }),
  'slower-80': (own) => ({ ...own, targetBpm: 90 }),
  days: (own) => ({ ...own, pace: ((own.pace ?? 1) * 5) / 4 }),
  minutes: (own) => ({ ...own, pace: ((own.pace ?? 1) * 25) / 20 }),
};

describe('what would help', () => {
  it.each([1, 0.5, 2])('is what the forecast would be with it, at a pace of %s', (pace) => {
    const own = task({ pace });
    const now = forecastPiece(own);
    const helps = whatWouldHelp(own);
    expect(helps.length).toBeGreaterThan(1);
    for (const [what, change] of Object.entries(CHANGES)) {
      const forecast = forecastPiece(change(own));
      const ready = readiness(forecast);
      const isSooner = ready !== null && ready < (readiness(now) ?? Infinity);
      const help = found(helps, what as Help['what']);
      if (forecast.state === now.state && !isSooner) expect(help).toBeUndefined();
      else expect(help).toMatchObject({ state: forecast.state, readyOnDay: ready });
    }
  });

  it('comes with the most helpful first: by what the piece would be, then by how soon', () => {
    for (const goalDay of [30, 33, 36, 45, 60]) {
      const helps = whatWouldHelp(task({ goalDay }));
      const rank = ({ state }: Help) => ['on-course', 'at-risk', 'too-early', 'late'].indexOf(state);
      for (const [index, help] of helps.entries()) {
        const next = helps[index + 1];
        if (!next) continue;
        expect(rank(help)).toBeLessThanOrEqual(rank(next));
        if (rank(help) === rank(next))
          expect(help.readyOnDay ?? Infinity).toBeLessThanOrEqual(next.readyOnDay ?? Infinity);
      }
    }
  });

  it('is said in figures', () => {
    const sentences = whatWouldHelp(task()).map(({ sentence }) => sentence);
    for (const sentence of [
      'A rung lower: its sections weigh 70 % of these.',
      'At 90 % of the tempo, 101.',
      'At 80 % of the tempo, 90.',
      'A day more a week: 5.',
      '5 minutes more a day: 25.',
    ])
      expect(sentences).toContain(sentence);
  });

  it('is nothing that cannot be, or is past the learner’s limits', () => {
    expect(kinds()).toEqual(expect.arrayContaining(['rung', 'days', 'minutes']));
    expect(kinds({ lowerLoadShare: null })).not.toContain('rung');
    expect(kinds({ daysAWeek: 7 })).not.toContain('days');
    // The fewer days there were, the more another one helps.
    expect(kinds({ daysAWeek: 2 })).toContain('days');
    expect(kinds({ mostMinutes: 25 })).toContain('minutes');
    expect(kinds({ mostMinutes: 24 })).not.toContain('minutes');
    // Where there were no minutes yet, they are counted from one.
    expect(kinds({ minutesADay: 0 })).toContain('minutes');
  });

  it('is to leave out what is behind and worth least, at most half of the piece', () => {
    const sections = ['A', 'B', 'C', 'D'];
    const worth = { A: 8, B: 2, C: 6, D: 4 } as const;
    const four = (names: readonly string[] = sections) =>
      task({
        played: played(...names),
        toLearn: names.map((section) => ({ section, measures: 8, load: 40, worth: worth[section as 'A'] })),
        targetBpm: 140,
      });
    const { sections: now } = forecastPiece(four());
    expect(now.every(({ state }) => state === 'late' || state === 'at-risk')).toBe(true);
    const left = found(whatWouldHelp(four()), 'sections');
    const without = {
      ...four(['A', 'C']),
      played: four().played.filter(({ section }) => 'AC'.includes(section)),
    };
    const forecast = forecastPiece(without);
    const before = readiness(forecastPiece(four()));
    const ready = readiness(forecast);
    if (left)
      expect(left).toMatchObject({
        sentence: 'Without section B and section D, which are worth least.',
        state: forecast.state,
        readyOnDay: ready,
      });
    else expect(ready === null || (before !== null && ready >= before)).toBe(true);
    // Of two sections one may go; of one none.
    const two = whatWouldHelp(four(['A', 'B']));
    const one = found(two, 'sections');
    if (one) expect(one.sentence).toBe('Without section B, which is worth least.');
    expect(found(whatWouldHelp(task()), 'sections')).toBeUndefined();
  });
});

describe('when a piece is ready', () => {
  const section = (readyOnDay: number | null) => ({ readyOnDay }) as never;

  it('is when its last section is, and not in sight where one is not', () => {
    expect(readiness({ sections: [section(7), section(9), section(3)], state: 'late' })).toBe(9);
    expect(readiness({ sections: [section(7), section(null)], state: 'late' })).toBeNull();
    expect(readiness({ sections: [], state: 'late' })).toBeNull();
  });
});
