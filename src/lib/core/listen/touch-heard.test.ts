import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import type { Articulation, Score } from '../score/model';
import { hear } from './hear';
import { STEADY, simulatePlayer } from './simulated-player';
import type { PlayedKey, Take } from './take';

const LINE = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4 D4 E4 r:1/4 | G4 A4 B4 C5 | D5 C5 B4 A4',
  left: 'C3:1/1 | G3:1/1 | C3:1/1',
});
const plain = simulatePlayer(LINE, { ...STEADY, to: 2 }).take;
const QUARTER_MS =
  plain.keys.find(({ key }) => key === 62)!.onMs - plain.keys.find(({ key }) => key === 60)!.onMs;

const played = (change: (key: PlayedKey) => Partial<PlayedKey>, pedal: Take['pedal'] = []): Take => ({
  keys: plain.keys.map((key) => ({ ...key, ...change(key) })),
  pedal,
});

const note = (score: Score, measure: number, key: string) =>
  score.notes.find((each) => each.measure === measure && each.pitch.step === key && each.staff === 0)!.id;

describe('how keys are held', () => {
  it('is as written in a plain playing', () => {
    for (const measure of hear(LINE, plain).measures)
      expect(measure).toMatchObject({ heldThroughRest: [], letGoEarly: [], notDetached: [], blurredMs: 0 });
  });

  it('is heard through a rest', () => {
    const take = played(({ key, onMs }) =>
      key === 64 && onMs < 3 * QUARTER_MS ? { offMs: onMs + 1.9 * QUARTER_MS } : {},
    );
    expect(hear(LINE, take).measures[0]!.heldThroughRest).toEqual([note(LINE, 0, 'E')]);
  });

  it('is heard where a slur is broken, and not under a pedal', () => {
    const score: Score = { ...LINE, slurs: [{ from: note(LINE, 1, 'G'), to: note(LINE, 1, 'C') }] };
    const short = ({ key, onMs }: PlayedKey) => (key === 69 ? { offMs: onMs + 0.2 * QUARTER_MS } : {});
    expect(hear(score, played(short)).measures[1]!.letGoEarly).toEqual([note(LINE, 1, 'A')]);
    const pedal = [{ atMs: 0, isDown: true }];
    expect(hear(score, played(short, pedal)).measures[1]!.letGoEarly).toEqual([]);
  });

  it('is heard where a detached note is held', () => {
    const articulations: readonly Articulation[] = ['staccato'];
    const score: Score = {
      ...LINE,
      notes: LINE.notes.map((each) => (each.id === note(LINE, 1, 'B') ? { ...each, articulations } : each)),
    };
    const held = ({ key, onMs }: PlayedKey) =>
      key === 71 ? { offMs: onMs + QUARTER_MS } : { offMs: onMs + 100 };
    expect(hear(score, played(held)).measures[1]!.notDetached).toEqual([note(LINE, 1, 'B')]);
  });
});

describe('the pedal', () => {
  const mark = (measure: number, action: 'down' | 'change' | 'up') =>
    ({
      kind: 'pedal',
      action,
      measure,
      at: LINE.measures[measure]!.start,
      part: 0,
      staff: 1,
    }) as Score['marks'][number];
  const score: Score = { ...LINE, marks: [mark(0, 'down'), mark(1, 'change'), mark(2, 'up')] };
  const measureMs = 4 * QUARTER_MS;
  const heard = (...points: readonly (readonly [atMs: number, isDown: boolean])[]) =>
    hear(
      score,
      played(
        () => ({}),
        points.map(([atMs, isDown]) => ({ atMs, isDown })),
      ),
    ).measures;

  it('is fine where it changes with the harmony', () => {
    const measures = heard(
      [20, true],
      [measureMs + 30, false],
      [measureMs + 200, true],
      [2 * measureMs + 40, false],
    );
    for (const { pedalLateMs, pedalEarlyMs, blurredMs } of measures)
      expect([pedalLateMs, pedalEarlyMs, blurredMs]).toEqual([0, 0, 0]);
  });

  it('is late, blurred, or not used at all', () => {
    expect(heard([400, true], [measureMs, false])[0]!.pedalLateMs).toBe(400);
    expect(heard([20, true], [measureMs + 500, false], [measureMs + 600, true])[1]!.blurredMs).toBe(500);
    expect(hear(score, plain).measures[0]!.pedalLateMs).toBe(0);
  });
});

it('tells the tune from what goes with it', () => {
  const loud = (tune: number, under: number) =>
    hear(
      LINE,
      played(({ key }) => ({ velocity: key < 60 ? under : tune })),
    ).balance;
  expect(loud(50, 80)).toBeNull();
  const both = scoreFromText({ time: [4, 4], key: 'C', right: 'C4 D4 E4 F4', left: 'C3 G3 C3 G3' });
  const take = simulatePlayer(both, { ...STEADY, to: 0 }).take;
  const keys = take.keys.map((key) => ({ ...key, velocity: key.key < 60 ? 80 : 50 }));
  expect(hear(both, { ...take, keys }).balance).toEqual({ tune: 50, accompaniment: 80 });
});
