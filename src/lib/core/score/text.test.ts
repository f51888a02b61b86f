import { describe, expect, it } from 'vitest';
import { pitchName } from '../pitch/pitch';
import { readNotation } from './text';

function events(text: string) {
  const reading = readNotation(text);
  if (!reading.ok) throw new Error(reading.message);
  return reading.events;
}

describe('the text notation', () => {
  it('reads notes, rests, chords, ties and tuplets', () => {
    const read = events('C4:1/4 D#4:1/8~ | r:1/8 (E4 G4):1/2 3[C4:1/8 D4:1/8 E4:1/8]');
    expect(read.map((event) => event.pitches.map(pitchName).join('+') || 'r')).toEqual([
      'C4',
      'D#4',
      'r',
      'E4+G4',
      'C4',
      'D4',
      'E4',
    ]);
    expect(read.map((event) => event.duration / 10_080)).toEqual([1, 0.5, 0.5, 2, 1 / 3, 1 / 3, 1 / 3]);
    expect(read.map((event) => event.isTied)).toEqual([false, true, false, false, false, false, false]);
    expect(read.at(-1)!.tuplet).toMatchObject({ actual: 3, normal: 2 });
    expect(read[2]!.isRest).toBe(true);
  });

  it('takes a quarter when no length is given, and lengths without pitches', () => {
    expect(events('C4 Bb3').map((event) => event.duration)).toEqual([10_080, 10_080]);
    expect(events('1/4 1/8').map((event) => [event.isRest, event.pitches.length])).toEqual([
      [false, 0],
      [false, 0],
    ]);
  });

  it.each([
    ['C4 H4', 4],
    ['C4 3[C4', 8],
    ['C4 ]', 4],
    ['C4:0/4', 1],
  ])('says where “%s” cannot be read', (text, character) => {
    const reading = readNotation(text);
    expect(reading).toMatchObject({ ok: false, code: 'bad-notation', at: character - 1 });
    expect(!reading.ok && reading.message).toContain(`character ${character}`);
  });
});
