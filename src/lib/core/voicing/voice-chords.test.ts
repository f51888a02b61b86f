import { describe, expect, it } from 'vitest';
import { readChord } from '../pitch/chord';
import { pitchName } from '../pitch/pitch';
import { scoreFromText } from '../../testing/score-from-text';
import { ticks } from '../units';
import { chordSpans } from './chord-spans';
import { AVERAGE_HAND, type HandSize } from '../hands/reach';
import { FULL_KEYBOARD } from '../hands/keyboards.data';
import type { Score } from '../score/model';
import { physicalSnags } from '../snags/physical-snags';
import { TEXTURES, type GeneratedTexture } from '../document/choices/textures.data';
import { voiceChords, type VoiceTask } from './voice-chords';
import type { VoicingStyle } from '../document/choices/voicing-styles.data';

function chord(symbol: string) {
  const reading = readChord(symbol);
  if (!reading.ok) throw new Error(reading.message);
  return reading.chord;
}

interface VoiceOptions {
  readonly otherHand?: number | null;
  readonly style?: VoicingStyle;
  readonly position?: VoiceTask['position'];
  readonly reach?: HandSize['left'];
}

function voice(symbols: string, texture: GeneratedTexture, options: VoiceOptions = {}): string[] {
  const tasks = symbols.split(' ').map((symbol, measure): VoiceTask => ({
    span: { measure, slot: 0, at: ticks(measure * 40_320), duration: ticks(40_320), chord: chord(symbol) },
    texture: TEXTURES[texture],
    hand: 'left',
    otherHand: options.otherHand ?? null,
    reach: options.reach ?? AVERAGE_HAND.left,
    widest: null,
    position: options.position ?? null,
    room: { atOnce: 3, inTurn: 4, isPlain: false, isOverBass: false },
    standsOnBass: 'may',
    byHand: null,
  }));
  return voiceChords(tasks, options.style).map(({ tones }) =>
    tones.map(({ pitch }) => pitchName(pitch)).join(' '),
  );
}

const snagsOf = (score: Score, keyboard = FULL_KEYBOARD) =>
  physicalSnags({ score, keyboard, size: AVERAGE_HAND, scale: 1 });

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
    expect(top(voice('F', 'close-triads', { otherHand: 72 }))).toBe('C4');
    expect(top(voice('F', 'close-triads', { otherHand: 58 }))).toBe('F3');
  });

  it('stays in root position where that is the style, and keeps one shape a chord where that is', () => {
    expect(voice('C Dm C Dm', 'close-triads', { style: 'root' })).toEqual([
      'C3 E3 G3',
      'D3 F3 A3',
      'C3 E3 G3',
      'D3 F3 A3',
    ]);
    const same = voice('C F Am C G Am F C', 'close-triads', { style: 'same-shape' });
    expect(new Set([same[0], same[3], same[7]]).size).toBe(1);
    expect(same[2]).toBe(same[5]);
  });

  it('takes a chord note under its five fingers where the root is out of them', () => {
    const position = { low: 21, high: 25 }; // C3 to G3
    expect(voice('C F G Am', 'held-note', { position })).toEqual([
      'C3',
      'F3',
      'G3',
      expect.stringMatching(/^[CE]3$/),
    ]);
  });

  it('takes root and seventh, or the third where there is none', () =>
    expect(voice('G7 C', 'shell-seventh')).toEqual(['G2 F3', expect.stringMatching(/^C3 E3$/)]));

  it('does not reach wider than the hand', () => {
    const small = { comfortable: 7, largest: 8 };
    expect(voice('C F G', 'close-triads', { reach: small })).toEqual(['C3 E3 G3', 'F3 A3 C4', 'G3 B3 D4']);
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

  it('go on over the barline, change inside the measure, and begin in the pickup', () => {
    const spans = chordSpans(score.measures, [symbol(0, 0, 'C'), symbol(30_240, 1, 'F')]);
    expect(
      spans.map(({ measure, slot, duration, chord: held }) => [
        measure,
        slot,
        duration / 10_080,
        held?.kind === 'chord' ? held.root.step : null,
      ]),
    ).toEqual([
      [0, 0, 1, 'C'],
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
    expect(snagsOf(score).map(({ code, measure }) => [code, measure])).toEqual([
      ['same-key', 0],
      ['crossing', 1],
    ]);
    expect(snagsOf(score, { lowest: 60, highest: 84 }).map(({ code }) => code)).toContain('off-keyboard');
  });

  it('is nothing when the hands take turns on a key', () => {
    const score = scoreFromText({ time: [4, 4], key: 'C', right: 'E4:1/2 r:1/2', left: 'r:1/2 E4:1/2' });
    expect(snagsOf(score)).toEqual([]);
  });
});
