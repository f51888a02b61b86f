import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { readChord } from '../pitch/chord';
import type { ChordSymbol, Section } from '../score/model';
import { ticks } from '../units';
import { sectionKind, twinsOf } from './twins';

function twins(tune: string, chords: string, sections: readonly (readonly [string, number, number])[]) {
  const score = scoreFromText({ time: [4, 4], key: 'C', right: tune });
  const symbols = chords.split(' ').flatMap((symbol, measure): ChordSymbol[] => {
    const reading = readChord(symbol);
    return reading.ok
      ? [{ id: `h${measure}`, measure, at: ticks(measure * 40_320), chord: reading.chord }]
      : [];
  });
  return twinsOf({
    measures: score.measures,
    chords: symbols,
    sections: sections.map(([name, from, to]): Section => ({ id: name, name, from, to })),
    areSectionsGiven: sections.length > 0,
    notes: score.measures.map(({ index }) => score.notes.filter((note) => note.measure === index)),
  });
}

const TUNE = 'C5:1/1 | D5:1/1 | C5:1/1 | D5:1/1 | E5:1/1';

describe('measures that are played alike', () => {
  it('have the same notes over the same chords', () => {
    expect(twins(TUNE, 'C G C G C', [])).toEqual([0, 1, 0, 1, 4]);
    expect(twins(TUNE, 'C G F G C', [])).toEqual([0, 1, 2, 1, 4]);
  });

  it('count a chord that goes on as if it stood there', () =>
    expect(twins('C5:1/1 | C5:1/1 | C5:1/1 | E5:1/1', 'C - C G', [])).toEqual([0, 0, 0, 3]));

  it('stand in sections of one kind, and close a section only like another that closes', () => {
    const named = [
      ['A', 0, 1],
      ['A again', 2, 3],
      ['B', 4, 4],
    ] as const;
    expect(twins(TUNE, 'C G C G C', named)).toEqual([0, 1, 0, 1, 4]);
    expect(twins(TUNE, 'C G C G C', [named[0], ['B', 2, 3], ['C', 4, 4]])).toEqual([0, 1, 2, 3, 4]);
    expect(
      twins(TUNE, 'C G C G C', [
        ['A', 0, 2],
        ['A′', 3, 4],
      ]),
    ).toEqual([0, 1, 2, 1, 4]);
  });

  it('are never the last of the piece', () => expect(twins('C5:1/1 | C5:1/1', 'C C', [])).toEqual([0, 1]));

  it('without notes need the chord before to be the same as well', () =>
    expect(twins('r:1/1 | r:1/1 | r:1/1 | r:1/1 | r:1/1 | r:1/1', 'C G Am C G C', [])).toEqual([
      0, 1, 2, 3, 1, 5,
    ]));
});

it('names the kind of a section by its first word', () => {
  expect(['A', 'A′', 'A again', 'A 2'].map(sectionKind)).toEqual(['A', 'A', 'A', 'A']);
  expect(sectionKind('Verse 2')).toBe('Verse');
  expect(sectionKind('')).toBe('');
});
