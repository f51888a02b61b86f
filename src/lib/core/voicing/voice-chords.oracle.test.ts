import { describe, expect, it } from 'vitest';
import { seeded } from '../../testing/random-songs';
import { AVERAGE_HAND, spanFromComfort } from '../hands/reach';
import { readChord, type NamedChord } from '../pitch/chord';
import { ticks } from '../units';
import { totalMovement } from './movement';
import { TEXTURES, type GeneratedTexture } from '../document/choices/textures.data';
import { COSTS, voiceChords, voicingOptions, type Option, type VoiceTask } from './voice-chords';
import type { VoicingStyle } from '../document/choices/voicing-styles.data';

const CHORDS = [
  'C',
  'Dm',
  'Em',
  'F',
  'G7',
  'Am',
  'Bb',
  'Fm',
  'C/E',
  'D7/F#',
  'Bdim',
  'E7',
  'Ab',
  'G/D',
] as const;

function tasksFor(
  symbols: readonly string[],
  texture: GeneratedTexture,
  comfort: number,
): readonly VoiceTask[] {
  return symbols.map((symbol, measure) => {
    const reading = readChord(symbol);
    if (!reading.ok) throw new Error(reading.message);
    return {
      span: { measure, slot: 0, at: ticks(measure * 40_320), duration: ticks(40_320), chord: reading.chord },
      texture: TEXTURES[texture],
      hand: 'left',
      otherHand: measure % 3 === 0 ? 60 : null,
      reach: comfort === 13 ? AVERAGE_HAND.left : spanFromComfort(comfort),
      widest: null,
      position: null,
      room: { atOnce: 3, inTurn: 4, isPlain: false, isOverBass: false },
      standsOnBass: 'may',
      byHand: null,
    };
  });
}

/** The cost of the cheapest way of all, by trying every one. */
function cheapestOfAll(options: readonly (readonly Option[])[]): number {
  let best = Infinity;
  const visit = (index: number, before: Option | null, cost: number) => {
    if (cost >= best) return;
    if (index === options.length) {
      best = cost;
      return;
    }
    for (const option of options[index]!)
      visit(
        index + 1,
        option,
        cost + option.cost + (before ? COSTS.semitoneMoved * totalMovement(before.keys, option.keys) : 0),
      );
  };
  visit(0, null, 0);
  return best;
}

describe('voicing a progression', () => {
  it('costs what the cheapest of all ways costs, for progressions of up to six chords', () => {
    const random = seeded(41);
    for (let round = 0; round < 120; round += 1) {
      const symbols = Array.from({ length: 1 + random(6) }, () => CHORDS[random(CHORDS.length)]!);
      const texture = (['close-triads', 'held-root', 'open-fifth', 'shell-third'] as const)[round % 4]!;
      const style: VoicingStyle = round % 3 === 0 ? 'root' : 'nearest';
      const tasks = tasksFor(symbols, texture, round % 2 === 0 ? 13 : 8);
      const options = tasks.map((task) => voicingOptions(task, task.span.chord as NamedChord, style));
      const chosen = voiceChords(tasks, style).map((voicing, index) => {
        const found = options[index]!.find((option) => option.tones === voicing.tones);
        if (!found) throw new Error('A shape was chosen that is not among the options.');
        return found;
      });
      const cost = chosen.reduce(
        (sum, option, index) =>
          sum +
          option.cost +
          (index > 0 ? COSTS.semitoneMoved * totalMovement(chosen[index - 1]!.keys, option.keys) : 0),
        0,
      );
      expect(cost, `${symbols.join(' ')}, ${texture}, ${style}`).toBe(cheapestOfAll(options));
    }
  });
});
