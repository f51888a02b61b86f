import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureOf, QUARTER } from '../../testing/pedal-measure';
import { roughness } from '../hands/mud';
import { midiOf, pitchName, type Pitch } from '../pitch/pitch';
import { amplitudeAfter, isPedalMuddy, worstUnderPedal, type PedalledNote } from './under-pedal';

const notesOf = (left: string): readonly PedalledNote[] =>
  measureOf(left).left.map((note) => ({ pitch: note.pitch, at: note.at, end: note.at + note.duration }));

const ms = (bpm: number) => 60_000 / bpm / QUARTER;
const whole = { down: 0, up: 4 * QUARTER };
const named = (left: string, span = whole) => {
  const worst = worstUnderPedal(notesOf(left), span, ms(120));
  return worst && `${pitchName(worst.low)} ${pitchName(worst.high)} at ${worst.at / QUARTER}`;
};

describe('a tone under the pedal', () => {
  it('falls by 60 dB in sixteen seconds on A1, and twice as fast twenty semitones up', () => {
    expect(amplitudeAfter(33, 0)).toBe(1);
    expect(amplitudeAfter(33, 16_000)).toBeCloseTo(0.001, 12);
    expect(amplitudeAfter(33, 8_000)).toBeCloseTo(10 ** -1.5, 12);
    expect(amplitudeAfter(53, 8_000)).toBeCloseTo(0.001, 12);
    expect(amplitudeAfter(13, 16_000)).toBeCloseTo(10 ** -1.5, 12);
    expect(amplitudeAfter(33, -5)).toBe(1);
  });
});

describe('the worst pair', () => {
  it('is named low to high, whichever was struck first, at the later one', () => {
    expect(named('C2 D2 r:1/2')).toBe('C2 D2 at 1');
    expect(named('D2 C2 r:1/2')).toBe('C2 D2 at 1');
    expect(named('(C2 D2):1/4 r:3/4')).toBe('C2 D2 at 0');
  });

  it('is the roughest of all', () => {
    expect(named('C2 G2 D2 r:1/4')).toMatch(/^C2 D2/);
    expect(named('(C2 G2):1/4 (C2 C#2):1/4 r:1/2')).toMatch(/^C2 C#2/);
  });

  it('needs two notes, one of them below E3, that are not the same key', () => {
    expect(named('C2:1/1')).toBeNull();
    expect(named('C2 C2 C2 C2')).toBeNull();
    expect(named('E3 F3 r:1/2')).toBeNull();
    expect(named('D#3 E3 r:1/2')).toBe('D#3 E3 at 1');
  });

  it('lies under the pedal: what is over before, or begins after, is not heard', () => {
    expect(named('C2 D2 r:1/2', { down: QUARTER, up: 4 * QUARTER })).toBeNull();
    expect(named('C2 D2 r:1/2', { down: 0, up: QUARTER })).toBeNull();
    expect(named('C2:3/8 D2:1/8 r:1/2', { down: QUARTER, up: 2 * QUARTER })).toBe('C2 D2 at 1.5');
  });

  it('is over the limit or not', () => {
    const at = (thousandths: number) => ({
      ...worstUnderPedal(notesOf('C2 D2 r:1/2'), whole, ms(120))!,
      thousandths,
    });
    expect(isPedalMuddy(at(831))).toBe(true);
    expect(isPedalMuddy(at(830))).toBe(false);
    expect(isPedalMuddy(null)).toBe(false);
  });

  it('is what a search of every pair finds', () => {
    const arbitraryNote = fc.record({
      step: fc.constantFrom('C', 'D', 'E', 'F', 'G', 'A', 'B'),
      octave: fc.integer({ min: 1, max: 4 }),
      at: fc.integer({ min: 0, max: 8 }),
      length: fc.integer({ min: 1, max: 4 }),
    });
    fc.assert(
      fc.property(
        fc.array(arbitraryNote, { maxLength: 6 }),
        fc.integer({ min: 40, max: 160 }),
        (plan, bpm) => {
          const notes = plan.map(({ step, octave, at, length }): PedalledNote => ({
            pitch: { step, alter: 0, octave } as Pitch,
            at: at * 1000,
            end: (at + length) * 1000,
          }));
          const span = { down: 2000, up: 7000 };
          let worst = 0;
          const heard = notes.filter(({ at, end }) => at < span.up && end > span.down);
          for (const [i, a] of heard.entries())
            for (const b of heard.slice(i + 1)) {
              const [keyA, keyB] = [midiOf(a.pitch), midiOf(b.pitch)];
              if (keyA === keyB || Math.min(keyA, keyB) >= 52) continue;
              const first = a.at <= b.at ? a : b;
              const left = amplitudeAfter(midiOf(first.pitch), Math.abs(a.at - b.at) * ms(bpm));
              worst = Math.max(worst, 1000 * left * roughness(keyA, keyB));
            }
          const found = worstUnderPedal(notes, span, ms(bpm))?.thousandths ?? 0;
          expect(Math.abs(found - worst)).toBeLessThanOrEqual(1.001);
        },
      ),
    );
  });
});
