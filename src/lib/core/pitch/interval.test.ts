import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryPitch } from '../../testing/arbitrary-score';
import { intervalBetween, intervalName, invertDirection, transposePitch } from './interval';
import { midiOf, pitchName, readPitch } from './pitch';

const pitch = (name: string) => readPitch(name)!;

describe('intervals', () => {
  it('keeps the spelling exact', () => {
    const minorThird = intervalBetween(pitch('C4'), pitch('Eb4'));
    expect(pitchName(transposePitch(pitch('F#4'), minorThird))).toBe('A4');
    expect(pitchName(transposePitch(pitch('Gb4'), minorThird))).toBe('Bbb4');
    expect(pitchName(transposePitch(pitch('B#3'), minorThird))).toBe('D#4');
  });

  it.each([
    ['C4', 'E4', 'major third'],
    ['C4', 'Gb4', 'diminished fifth'],
    ['E4', 'C4', 'major third'],
    ['C3', 'C4', 'octave'],
    ['C3', 'D4', 'major second and an octave'],
    ['F4', 'B4', 'augmented fourth'],
  ])('names %s–%s a %s', (from, to, name) => {
    expect(intervalName(intervalBetween(pitch(from), pitch(to)))).toBe(name);
  });

  it('there and back is identity, spelling included', () => {
    fc.assert(
      fc.property(arbitraryPitch, arbitraryPitch, arbitraryPitch, (from, to, moved) => {
        const interval = intervalBetween(from, to);
        expect(transposePitch(from, interval)).toEqual(to);
        const there = transposePitch(moved, interval);
        expect(midiOf(there) - midiOf(moved)).toBe(interval.semitones);
        expect(transposePitch(there, invertDirection(interval))).toEqual(moved);
      }),
    );
  });
});
