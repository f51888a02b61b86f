import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { AVERAGE_HAND, spanOf, type HandSize } from '../hands/reach';
import { generatedNoteId } from '../score/ids';
import { midiOf } from '../pitch/pitch';
import { foldFigures } from './figures';
import { cutRuns } from './runs';

/** Touches of a left hand's run once figures are folded: the keys of each. `slots` says which chord each touch is made from. */
function folded(text: string, slots: string, size: HandSize = AVERAGE_HAND): string[] {
  const score = scoreFromText({ time: [4, 4], key: 'C', right: 'r:1/1', left: text });
  const onsets = [...new Set(score.notes.map((note) => note.at))];
  const notes = score.notes.map((note, index) => {
    const slot = slots[onsets.indexOf(note.at)]!;
    return slot === '-' ? note : { ...note, id: generatedNoteId(0, 'left', Number(slot), `t${index}`) };
  });
  const runs = cutRuns({
    notes,
    measures: score.measures,
    sections: [],
    msPerTick: 0.1,
    mayTakeOver: false,
  });
  return runs.flatMap((run) =>
    foldFigures(run, size).touches.map(({ struck }) =>
      [...new Set(struck.map((note) => midiOf(note.pitch)))].sort((a, b) => a - b).join(' '),
    ),
  );
}

describe('the figures of an accompaniment', () => {
  it('are one shape a chord', () => expect(folded('C3 G3 F3 C4', '0011')).toEqual(['48 55', '53 60']));

  it('stay apart where the low bass lies too far below', () =>
    expect(folded('C2 (E3 G3) G2 (E3 G3)', '0000')).toEqual(['36', '43 52 55']));

  it('are cut by what the hand covers', () => {
    const small = { right: spanOf(8), left: spanOf(8) };
    expect(folded('C3 G3 C4 G3', '0000')).toEqual(['48 55 60']);
    expect(folded('C3 G3 C4 G3', '0000', small)).toEqual(['48 55', '60']);
  });

  it('are made by the program: a composer’s notes stay touch by touch', () =>
    expect(folded('C3 G3 C3 G3', '----')).toEqual(['48', '55', '48', '55']));

  it('keep a chord that is struck again as one', () =>
    expect(folded('(C3 G3) (C3 G3) (F3 A3) (F3 A3)', '0011')).toEqual(['48 55', '53 57']));
});
