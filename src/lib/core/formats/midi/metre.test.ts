import { describe, expect, it } from 'vitest';
import type { TimeSignature } from '../../score/model';
import { timeLabel } from '../../score/time';
import { layMeasures } from './metre';
import type { Performance, PlayedNote } from './parse';

type Note = readonly [start: number, length: number, key?: number];

function performance(
  notes: readonly Note[],
  times: Readonly<Record<number, string>> = { 0: '4/4' },
): Performance {
  const played = notes.map(([start, length, key = 67]): PlayedNote => ({
    start,
    end: start + length,
    key,
    velocity: 80,
  }));
  return {
    title: '',
    tracks: [{ name: '', channel: 0, notes: played }],
    tempos: [],
    times: Object.entries(times).map(([at, text]) => {
      const [beats, beatType] = text.split('/').map(Number) as [number, number];
      return { at: Number(at), value: { beats, beatType } satisfies TimeSignature };
    }),
    keys: [],
    pedal: [],
    lyrics: [],
  };
}

/** Start and length of each measure in quarters, with its metre. */
const laid = (made: Performance) =>
  layMeasures(made).map(({ start, length, time }) => `${start}+${length} ${timeLabel(time)}`);

/** A note on every quarter. */
const quarters = (from: number, to: number, key?: number): readonly Note[] =>
  Array.from({ length: to - from }, (_, index) => [from + index, 1, key] as const);

describe('barlines over a performance', () => {
  it('follow the metre till the last note has ended', () => {
    expect(laid(performance(quarters(0, 8)))).toEqual(['0+4 4/4', '4+4 4/4']);
    expect(laid(performance(quarters(0, 9)))).toEqual(['0+4 4/4', '4+4 4/4', '8+4 4/4']);
    expect(laid(performance(quarters(0, 6), { 0: '3/4' }))).toEqual(['0+3 3/4', '3+3 3/4']);
    expect(laid(performance(quarters(0, 6), { 0: '6/8' }))).toEqual(['0+3 6/8', '3+3 6/8']);
  });

  it('are of four where the file says nothing', () => {
    expect(laid(performance(quarters(0, 8), {}))).toEqual(['0+4 4/4', '4+4 4/4']);
  });

  it('change with the metre, in the middle of a measure too', () => {
    expect(laid(performance(quarters(0, 14), { 0: '4/4', 8: '3/4' }))).toEqual([
      '0+4 4/4',
      '4+4 4/4',
      '8+3 3/4',
      '11+3 3/4',
    ]);
    expect(laid(performance(quarters(0, 12), { 0: '4/4', 6: '3/4' }))).toEqual([
      '0+4 4/4',
      '4+2 4/4',
      '6+3 3/4',
      '9+3 3/4',
    ]);
  });

  it('do not change where the same metre is said again', () => {
    expect(laid(performance(quarters(0, 8), { 0: '4/4', 2: '4/4' }))).toEqual(['0+4 4/4', '4+4 4/4']);
  });

  it('leave out the silence before the first note: it begins on its beat', () => {
    expect(laid(performance(quarters(3, 8)))).toEqual(['3+1 4/4', '4+4 4/4']);
    // Whole measures of silence are not written at all.
    expect(laid(performance(quarters(8, 16)))).toEqual(['8+4 4/4', '12+4 4/4']);
  });

  it('make a pickup of a first measure that the file writes shorter', () => {
    expect(laid(performance(quarters(0, 9), { 0: '1/4', 1: '4/4' }))).toEqual([
      '0+1 4/4',
      '1+4 4/4',
      '5+4 4/4',
    ]);
  });

  it('give a shorter last measure the metre before it', () => {
    expect(laid(performance(quarters(0, 7), { 0: '4/4', 4: '3/4' }))).toEqual(['0+4 4/4', '4+3 4/4']);
  });

  it('move to where long and low notes plainly fall', () => {
    // Every measure begins with a held low note on what the file calls its fourth beat.
    const notes: Note[] = [
      [0, 0.5],
      [1, 0.5],
      [2, 0.5],
    ];
    for (let at = 3; at < 19; at += 4) notes.push([at, 3.5, 40], [at + 1, 0.4], [at + 2, 0.4], [at + 3, 0.4]);
    expect(laid(performance(notes)).slice(0, 3)).toEqual(['0+3 4/4', '3+4 4/4', '7+4 4/4']);
  });

  it('stay where accents are as strong on either side', () => {
    expect(laid(performance(quarters(0, 8, 40)))).toEqual(['0+4 4/4', '4+4 4/4']);
  });
});
