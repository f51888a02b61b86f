import { describe, expect, it } from 'vitest';
import { readChord } from '../pitch/chord';
import { pitchName } from '../pitch/pitch';
import { scoreFromText } from '../../testing/score-from-text';
import { ticks } from '../units';
import { chordSpans } from './chord-spans';
import { voiceLeftHand, type LeftTask } from './left-hand';
import { findSnags } from './snags';

function chord(symbol: string) {
  const reading = readChord(symbol);
  if (!reading.ok) throw new Error(reading.message);
  return reading.chord;
}

function voice(symbols: string, texture: LeftTask['texture'], ceiling: number | null = null): string[] {
  const tasks = symbols.split(' ').map((symbol, measure): LeftTask => ({
    span: { measure, slot: 0, at: ticks(measure * 40_320), duration: ticks(40_320), chord: chord(symbol) },
    texture,
    ceiling,
  }));
  return voiceLeftHand(tasks).map(({ tones }) => tones.map(({ pitch }) => pitchName(pitch)).join(' '));
}

describe('the left hand', () => {
  it('holds roots near where the hand is', () =>
    expect(voice('C F C D C', 'held-root')).toEqual(['C3', 'F3', 'C3', 'D3', 'C3']));

  it('takes the note after the slash', () => {
    expect(voice('D7/F#', 'held-root')).toEqual(['F#2']);
    expect(voice('C/D', 'close-triads')[0]).toMatch(/^D3 /);
    expect(voice('F/A', 'close-triads')).toEqual(['A2 C3 F3']);
  });

  it('lays the chord’s own fifth over the root, lowered or raised as it is', () => {
    expect(voice('Bdim', 'open-fifth')).toEqual(['B2 F3']);
    expect(voice('Caug', 'open-fifth')).toEqual(['C3 G#3']);
  });

  it('keeps common tones from triad to triad', () => {
    const [first, second] = voice('C Am', 'close-triads').map((each) => each.split(' '));
    expect(first!.filter((name) => second!.includes(name))).toHaveLength(2);
  });

  it('goes lower when the tune comes down to it', () => {
    const top = (names: string[]) => names[0]!.split(' ').at(-1);
    expect(top(voice('F', 'close-triads', 72))).toBe('C4');
    expect(top(voice('F', 'close-triads', 58))).toBe('A3');
  });

  it('rests where there is no chord', () => expect(voice('C N.C. G', 'held-root')).toHaveLength(2));
});

describe('chord spans', () => {
  const score = scoreFromText({ time: [4, 4], key: 'C', right: 'C4 | C4:1/1 | C4:1/1' });
  const symbol = (at: number, measure: number, text: string) => ({
    id: `h${at}`,
    measure,
    at: ticks(at),
    chord: chord(text),
  });

  it('go on over the barline, change inside the measure, and leave the pickup to the tune', () => {
    const spans = chordSpans(score.measures, [symbol(0, 0, 'C'), symbol(30_240, 1, 'F')]);
    expect(
      spans.map(({ measure, slot, duration, chord: held }) => [
        measure,
        slot,
        duration / 10_080,
        held?.kind === 'chord' ? held.root.step : null,
      ]),
    ).toEqual([
      [0, 0, 1, null],
      [1, 0, 2, 'C'],
      [1, 1, 2, 'F'],
      [2, 0, 4, 'F'],
    ]);
  });

  it('fall silent at N.C.', () => {
    const spans = chordSpans(score.measures, [symbol(10_080, 1, 'C'), symbol(50_400, 2, 'N.C.')]);
    expect(spans.at(-1)!.chord).toBeNull();
  });
});

describe('what cannot be played', () => {
  it('is one key for both hands, crossed hands, and keys that are not there', () => {
    const score = scoreFromText({
      time: [4, 4],
      key: 'C',
      right: 'E4:1/1 | C4:1/1 | G4:1/1',
      left: 'E4:1/1 | D4:1/1 | C3:1/1',
    });
    expect(findSnags(score).map(({ kind, measure }) => [kind, measure])).toEqual([
      ['same-key', 0],
      ['crossing', 1],
    ]);
    expect(findSnags(score, { lowest: 60, highest: 84 }).map(({ kind }) => kind)).toContain('off-keyboard');
  });

  it('is nothing when the hands take turns on a key', () => {
    const score = scoreFromText({ time: [4, 4], key: 'C', right: 'E4:1/2 r:1/2', left: 'r:1/2 E4:1/2' });
    expect(findSnags(score)).toEqual([]);
  });
});
