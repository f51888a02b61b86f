import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { countScore } from '../counting/count';
import { readChart } from '../formats/chordpro/read';
import { endOf } from '../score/time';
import { buildTimeline, type PlayOptions } from './timeline';

const PLAIN: PlayOptions = {
  hands: 'both',
  tempoPercent: 100,
  from: 0,
  to: null,
  isLooped: false,
  countInMeasures: 0,
  clicks: 'none',
};
const play = (abc: string, options: Partial<PlayOptions> = {}) => {
  const score = scoreFromAbc(abc);
  return buildTimeline(score, countScore(score), { ...PLAIN, ...options });
};
const times = (timeline: { sounds: readonly { at: number; key: number }[] }) =>
  timeline.sounds.map((sound) => `${sound.key}@${sound.at.toFixed(2)}`).join(' ');

const TUNE = 'X:1\nM:3/4\nL:1/4\nQ:1/4=60\nK:C\nG|c d e|f g2-|g a b|c2|]';

describe('the timeline', () => {
  it('plays in time, ties once', () => {
    expect(times(play(TUNE))).toBe(
      '67@0.00 72@1.00 74@2.00 76@3.00 77@4.00 79@5.00 81@8.00 83@9.00 72@10.00',
    );
    expect(play(TUNE).sounds[5]!.lasts).toBeCloseTo(3 * 0.98);
  });

  it('slows down as asked, and counts in a measure less the pickup', () => {
    const { clicks, sounds, loopAt } = play(TUNE, { tempoPercent: 50, countInMeasures: 1 });
    expect(clicks.map((click) => [click.at, click.weight])).toEqual([
      [0, 'downbeat'],
      [2, 'beat'],
    ]);
    expect(loopAt).toBe(4);
    expect(sounds[0]!.at).toBe(4);
  });

  it('loops to the next downbeat and comes round in time', () => {
    const timeline = play(TUNE, { from: 1, to: 1, isLooped: true });
    expect(times(timeline)).toBe('72@0.00 74@1.00 76@2.00 77@3.00');
    // Measure 1 and the measure of the closing downbeat.
    expect(timeline.seconds).toBe(6);
  });

  it('puts a looped pickup into the measure of the closing downbeat', () => {
    expect(play(TUNE, { from: 0, to: 1, isLooped: true }).seconds).toBe(1 + 3 + 2);
  });

  it('clicks every count', () => {
    const { clicks } = play('X:1\nM:2/4\nL:1/8\nQ:1/4=60\nK:C\nC2 DE|', { clicks: 'counts' });
    expect(clicks.map((click) => [click.at, click.weight])).toEqual([
      [0, 'downbeat'],
      [1, 'beat'],
      [1.5, 'division'],
    ]);
  });

  it('clicks the beats as a metronome does, a pickup at its place in the metre', () => {
    const { clicks } = play('X:1\nM:3/4\nL:1/4\nQ:1/4=60\nK:C\nG|C D E|', { clicks: 'beats' });
    expect(clicks.map((click) => [click.at, click.weight])).toEqual([
      [0, 'beat'],
      [1, 'downbeat'],
      [2, 'beat'],
      [3, 'beat'],
    ]);
    const inSix = play('X:1\nM:6/8\nL:1/8\nQ:3/8=60\nK:C\nCDE FGA|', { clicks: 'beats' }).clicks;
    expect(inSix.map((click) => Math.round(click.at))).toEqual([0, 1]);
  });

  it('plays one hand alone', () => {
    const abc = 'X:1\nM:4/4\nL:1/4\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:C\nV:1\ncdef|\nV:2\nC,4|';
    expect(play(abc, { hands: 'left' }).sounds.map((sound) => sound.key)).toEqual([48]);
    expect(play(abc, { hands: 'right' }).sounds).toHaveLength(4);
  });

  it('plays the chords of a chart, each beat', () => {
    const read = readChart('{tempo: 60}\n| C / Am / |', 'x');
    if (!read.ok) throw new Error(read.error.message);
    const { sounds } = buildTimeline(read.value, [], PLAIN);
    expect([...new Set(sounds.map((sound) => sound.at))]).toEqual([0, 1, 2, 3]);
    expect(sounds.filter((sound) => sound.at === 2).map((sound) => sound.key)).toEqual([45, 57, 60, 64]);
  });

  it('stays within the piece, whatever it is', () =>
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const { sounds, seconds } = buildTimeline(score, countScore(score), PLAIN);
        const end = (endOf(score.measures) / 10_080) * (60 / 85);
        for (const sound of sounds) {
          expect(sound.at).toBeGreaterThanOrEqual(0);
          expect(sound.at + sound.lasts).toBeLessThanOrEqual(end + 0.1);
        }
        expect(seconds).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    ));
});
