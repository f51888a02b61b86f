import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { AVERAGE_HAND, spanOf } from '../hands/reach';
import { midiOf } from '../pitch/pitch';
import { underLine } from './line-over-notes';

/** What is left beneath each note of a tune, whose chords are given as they would be added: the top is the tune. */
function kept(text: string, largest = 15): string {
  const { measures, notes } = scoreFromText({ time: [4, 4], key: 'C', right: text });
  const top = (at: number) =>
    Math.max(...notes.filter((note) => note.at === at).map((note) => midiOf(note.pitch)));
  const tune = notes.filter((note) => midiOf(note.pitch) === top(note.at));
  const added = notes.filter((note) => !tune.includes(note));
  const reach = largest === 15 ? AVERAGE_HAND.right : spanOf(largest);
  const left = underLine(measures[0]!, tune, added, reach);
  return tune.map((note) => left.filter((each) => each.at === note.at).length).join('');
}

describe('what stands under a tune', () => {
  it('stays where some finger can go on', () => {
    expect(kept('(C4 E4) F4 (E4 G4) F4')).toBe('1010');
    expect(kept('(E4 G4 C5) D5 C5 B4')).toBe('2000');
  });

  it('goes where the line could only slide or cross long fingers', () => {
    // Steps down from under the little finger onto full chords leave no finger for the top.
    expect(kept('(C4 E4 G4 C5) (B3 D4 G4 B4) (A3 C4 F4 A4) (G3 B3 D4 G4)')).not.toBe('3333');
  });

  it('goes where the hand does not reach it', () => {
    expect(kept('(C4 C5):1/2 D5:1/2')).toBe('10');
    expect(kept('(C4 C5):1/2 D5:1/2', 8)).toBe('00');
  });

  it('is free again after a rest and a long note', () =>
    expect(kept('(C4 E4 G4 C5):1/2 (B3 D4 G4 B4):1/2')).toBe('33'));
});
