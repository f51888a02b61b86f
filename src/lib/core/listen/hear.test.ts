import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { arrangedAt, judgeHearing } from '../../testing/hearing';
import { scoreFromText } from '../../testing/score-from-text';
import { perform } from '../../testing/perform';
import { midiOf, pitchName } from '../pitch/pitch';
import { hear, type Heard } from './hear';
import { expectedOf } from './moments';
import { FAULTS, simulatePlayer } from './simulated-player';
import { readTake, type Take } from './take';

const tunes = demoTunes().map(({ score }) => arrangedAt(score, 3));
const LINE = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4 D4 E4 F4 | G4 A4 B4 C5 | D5 C5 B4 A4 | G4 F4 E4 D4 | C4 E4 G4 C5 | D5 B4 G4 E4',
});

/** A take of keys, half a second each, from pairs of key and onset. */
function takeOf(...keys: readonly (readonly [key: number, onMs: number])[]): Take {
  return {
    keys: keys.map(([key, onMs]) => ({ key, onMs, offMs: onMs + 400, velocity: 64 })),
    pedal: [],
  };
}

const asPlayed = (score = LINE, from = 0, to = Infinity) =>
  expectedOf(score, null, false)
    .moments.filter(({ measure }) => measure >= from && measure <= to)
    .flatMap(({ tick, keys }) => keys.map(({ key }) => [key, tick / 20] as const));

const findings = ({ measures }: Heard) =>
  measures.flatMap(({ number, wrong, missing, extra }) => [
    ...wrong.map(({ expected, played }) => `${number}: ${pitchName(expected)} as ${played}`),
    ...missing.map(({ pitch }) => `${number}: no ${pitchName(pitch)}`),
    ...extra.map((key) => `${number}: and ${key}`),
  ]);

describe('listening to a line', () => {
  it('hears a wrong note, one that is missing and one too many where they are', () => {
    const keys = asPlayed().map(([key, onMs]) => [key, onMs] as [number, number]);
    keys[5]![0] += 1;
    keys.splice(9, 1);
    keys.splice(14, 0, [50, keys[14]![1] - 200]);
    expect(findings(hear(LINE, takeOf(...keys)))).toEqual(['2: A4 as 70', '3: no C5', '4: and 50']);
  });

  it('names an octave, and counts what lies beyond a fifth as one missing and one too many', () => {
    const keys = asPlayed().map(([key, onMs]) => [key, onMs] as [number, number]);
    keys[2]![0] += 12;
    keys[6]![0] -= 9;
    const heard = hear(LINE, takeOf(...keys));
    expect(heard.measures[0]!.wrong).toMatchObject([{ octaves: 1 }]);
    expect(findings(heard)).toEqual(['1: E4 as 76', '2: no B4', '2: and 62']);
  });

  it('hears a restart: the last complete playing counts', () => {
    const first = asPlayed(LINE, 0, 2).slice(0, 10);
    const again = asPlayed(LINE, 1).map(([key, onMs]) => [key, onMs + 9_000] as const);
    const spoiled = first.map(([key, onMs], index) => [index === 6 ? key + 2 : key, onMs] as const);
    const heard = hear(LINE, takeOf(...spoiled, ...again));
    expect(heard.restarts).toEqual([{ atMeasure: 2, backTo: 1 }]);
    expect(findings(heard)).toEqual([]);
    expect(heard.measures[1]!.timesPlayed).toBe(2);
  });

  it('hears what was skipped, and leaves what was never begun', () => {
    const heard = hear(LINE, takeOf(...asPlayed(LINE, 0, 1), ...asPlayed(LINE, 4, 4)));
    expect(heard.skips).toEqual([2, 3]);
    expect(heard.measures.map(({ isSkipped }) => isSkipped)).toEqual([false, false, true, true, false, true]);
  });

  it('hears late, early and a stop against the player’s own pulse, not a clock', () => {
    const moved = (at: number, byMs: number, after = 0) =>
      asPlayed().map(
        ([key, onMs], index) => [key, onMs + (index === at ? byMs : 0) + (index >= at ? after : 0)] as const,
      );
    const late = hear(LINE, takeOf(...moved(9, 160)));
    expect(late.measures[2]!.lateMs).toBeGreaterThan(90);
    expect(late.measures[3]!.lateMs).toBe(0);
    const stopped = hear(LINE, takeOf(...moved(9, 0, 1_500)));
    expect(stopped.measures.map(({ stops }) => stops)).toEqual([0, 0, 1, 0, 0, 0]);
    expect(stopped.measures.every(({ lateMs }) => lateMs === 0)).toBe(true);
  });

  it('has nothing to say of silence, or of a score without notes', () => {
    expect(hear(LINE, takeOf()).measures.every(({ isSkipped }) => isSkipped)).toBe(true);
    expect(hear(LINE, takeOf()).tempoBpm).toBeNull();
    expect(
      hear(scoreFromText({ time: [4, 4], key: 'C', right: 'r:1/1 | r:1/1' }), takeOf([60, 0])).measures,
    ).toMatchObject([{ expected: 0 }, { expected: 0 }]);
  });
});

describe('listening to both hands', () => {
  it.each(tunes.map((score) => [score.title, score] as const))(
    '%s, as written at any steady tempo, is all right',
    (_, score) => {
      for (const tempoPercent of [40, 85, 100, 150]) {
        const { take } = simulatePlayer(score, { tempoPercent });
        const heard = hear(score, take);
        expect(findings(heard)).toEqual([]);
        expect(
          heard.measures.every(({ right, expected, isSkipped }) => right === expected && !isSkipped),
        ).toBe(true);
        expect([heard.restarts, heard.skips, heard.octavesOff, heard.semitonesOff]).toEqual([[], [], 0, 0]);
        expect(heard.measures.every(({ earlyMs, lateMs, stops }) => earlyMs + lateMs + stops === 0)).toBe(
          true,
        );
      }
    },
  );

  it('a half tone off is all wrong, unless the keyboard’s setting explains it; an octave off is one finding', () => {
    for (const score of tunes) {
      const { take } = simulatePlayer(score, { tempoPercent: 90 });
      const shifted = (by: number): Take => ({
        ...take,
        keys: take.keys.map((each) => ({ ...each, key: each.key + by })),
      });
      for (const by of [1, -1]) {
        const wrong = hear(score, shifted(by));
        expect(wrong.measures.reduce((sum, { right }) => sum + right, 0)).toBe(0);
        expect(wrong.semitonesOff).toBe(by);
        expect(findings(hear(score, shifted(by), { transpose: by }))).toEqual([]);
      }
      const octave = hear(score, shifted(12));
      expect([findings(octave), octave.octavesOff]).toEqual([[], 1]);
    }
  });

  it('a note that is taken out is exactly one missing, whichever it is', () => {
    fc.assert(
      fc.property(fc.nat(tunes.length - 1), fc.nat(), (which, at) => {
        const score = tunes[which]!;
        const { take } = simulatePlayer(score, { tempoPercent: 95 });
        const index = at % take.keys.length;
        const heard = hear(score, { ...take, keys: take.keys.filter((_, place) => place !== index) });
        const missing = heard.measures.flatMap((measure) => measure.missing);
        expect(missing.map(({ pitch }) => midiOf(pitch))).toEqual([take.keys[index]!.key]);
        expect(heard.measures.flatMap(({ wrong, extra }) => [...wrong, ...extra])).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  it('hears the hands apart, and one hand alone', () => {
    const score = tunes[0]!;
    const apart = hear(score, simulatePlayer(score, { handsApartMs: 110 }).take);
    const both = apart.measures.filter(({ handsApartMs }) => handsApartMs > 0);
    expect(both.length).toBeGreaterThan(4);
    expect(both.every(({ handsApartMs }) => handsApartMs === 110)).toBe(true);
    expect(findings(apart)).toEqual([]);
    for (const hand of ['right', 'left'] as const)
      expect(findings(hear(score, simulatePlayer(score, { hand }).take, { hand }))).toEqual([]);
  });

  it('reads a take from a file', () => {
    const score = tunes[0]!;
    const read = readTake(perform(score, 0.01, 3), 'take.mid');
    if (!read.ok) throw new Error(read.error.message);
    expect(findings(hear(score, read.take))).toEqual([]);
    expect(readTake(new Uint8Array([1, 2, 3]), 'no.mid')).toMatchObject({ ok: false });
  });
});

describe('listening to players with faults', () => {
  it('is right of nearly every measure, for thirty of them', () => {
    const tallies = Array.from({ length: 30 }, (_, seed) =>
      judgeHearing(tunes[seed % tunes.length]!, {
        ...{ seed: seed * 7 + 1, tempoPercent: 85 + ((seed * 7) % 31) },
        ...{ jitterMs: 20, driftPercent: 15, faultsInTen: 2, faults: FAULTS },
      }),
    );
    const sum = (of: (tally: (typeof tallies)[number]) => number) =>
      tallies.reduce((all, tally) => all + of(tally), 0);
    const measures = sum((each) => each.measures);
    expect(sum((each) => each.right) / measures).toBeGreaterThanOrEqual(0.97);
    expect(sum((each) => each.falseFindings) / measures).toBeLessThan(0.01);
    expect(sum((each) => each.restartsFound) / sum((each) => each.restartsDone)).toBeGreaterThanOrEqual(0.95);
  });
});
