import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { pitchName } from '../pitch/pitch';
import type { Note } from '../score/model';
import { TICKS_PER_QUARTER as QUARTER } from '../units';
import { runTo, walkTo } from './approach';

/** The bass of a measure, the bass of the next, and what the first becomes. */
function led(
  lead: typeof walkTo,
  left: string,
  { time = [4, 4], key = 'C' }: { time?: readonly [number, number]; key?: string } = {},
) {
  const score = scoreFromText({ time, key, right: left.replace(/[A-G][^:\s]*:/g, 'r:'), left });
  const [held, next] = score.notes as [Note, Note];
  return { held, notes: lead(held, next, score.measures[0]!) };
}

const shown = (notes: readonly Note[]) =>
  notes.map(({ pitch, at, duration }) => `${pitchName(pitch)}@${at / QUARTER}:${duration / QUARTER}`);

describe('a step to the bass to come', () => {
  it('takes the last beat, from below where the bass rises, from above where it falls', () => {
    expect(shown(led(walkTo, 'C3:1/1 | F3:1/1').notes)).toEqual(['C3@0:3', 'E3@3:1']);
    expect(shown(led(walkTo, 'A3:1/1 | F3:1/1').notes)).toEqual(['A3@0:3', 'G3@3:1']);
    expect(shown(led(walkTo, 'C3:3/4 | G3:3/4', { time: [3, 4] }).notes)).toEqual(['C3@0:2', 'F3@2:1']);
  });

  it('keeps the signs of the key', () => {
    expect(shown(led(walkTo, 'D3:1/1 | G3:1/1', { key: 'G' }).notes)[1]).toBe('F#3@3:1');
    expect(shown(led(walkTo, 'F3:1/1 | C4:1/1', { key: 'F' }).notes)[1]).toBe('Bb3@3:1');
  });

  it('is none where the bass stays, where the step is the bass itself, or there is no beat to give', () => {
    expect(led(walkTo, 'C3:1/1 | C3:1/1').notes).toEqual([]);
    expect(led(walkTo, 'C3:1/1 | D3:1/1').notes).toEqual([]);
    expect(led(walkTo, 'C3:1/4 r:3/4 | F3:1/1').notes).toEqual([]);
  });
});

describe('a run to the bass to come', () => {
  it('is a triplet of scale notes that ends beside it', () => {
    const { held, notes } = led(runTo, 'C3:1/1 | G3:1/1');
    expect(notes.map(({ pitch }) => pitchName(pitch))).toEqual(['C3', 'D3', 'E3', 'F3']);
    expect(notes[0]!.duration).toBe(3 * QUARTER);
    expect(notes.slice(1).map(({ duration }) => duration)).toEqual([3_360, 3_360, 3_360]);
    expect(notes.slice(1).every(({ tuplet }) => tuplet?.actual === 3 && tuplet.normal === 2)).toBe(true);
    expect(notes.at(-1)!.at + notes.at(-1)!.duration).toBe(held.at + held.duration);
  });

  it('comes from above where the bass falls', () => {
    expect(led(runTo, 'A3:1/1 | D3:1/1').notes.map(({ pitch }) => pitchName(pitch))).toEqual([
      'A3',
      'G3',
      'F3',
      'E3',
    ]);
  });

  it('is three plain eighths of a compound beat', () => {
    const { notes } = led(runTo, 'C3:3/4 | G3:3/4', { time: [6, 8] });
    expect(notes.slice(1).map(({ duration }) => duration / QUARTER)).toEqual([0.5, 0.5, 0.5]);
    expect(notes.slice(1).every(({ tuplet }) => tuplet === null)).toBe(true);
  });

  it('is none where the bass moves by step or stays', () => {
    expect(led(runTo, 'C3:1/1 | D3:1/1').notes).toEqual([]);
    expect(led(runTo, 'C3:1/1 | C3:1/1').notes).toEqual([]);
    expect(led(runTo, 'C3:1/4 r:3/4 | G3:1/1').notes).toEqual([]);
  });

  it('names each of its notes otherwise', () => {
    const { notes } = led(runTo, 'C3:1/1 | G3:1/1');
    expect(new Set(notes.map(({ id }) => id)).size).toBe(4);
  });
});
