import { describe, expect, it } from 'vitest';
import { readChord } from '../pitch/chord';
import { ticks } from '../units';
import { scoreFromText } from '../../testing/score-from-text';
import { cuesOf, placeName } from './cues';

const section = { id: 's', name: 'Verse', from: 0, to: 7 };

function cues(right: string, left: string, chords: readonly string[] = []) {
  const plain = scoreFromText({ time: [4, 4], key: 'C', right, left });
  const score = {
    ...plain,
    chords: chords.map((symbol, measure) => {
      const reading = readChord(symbol);
      if (!reading.ok) throw new Error(reading.message);
      return { id: `h${measure}`, measure, at: ticks(plain.measures[measure]!.start), chord: reading.chord };
    }),
  };
  const fingered = new Map(score.notes.map((note, index) => [note.id, { finger: (index % 5) + 1 }]));
  return cuesOf({ score, sections: [section], fingered });
}

describe('cues in words', () => {
  it('say which notes stay when a chord changes, and what moves where, once', () => {
    const found = cues(
      'r:1/1 | r:1/1 | r:1/1 | r:1/1',
      '(C3 E3 G3):1/1 | (C3 F3 A3):1/1 | (C3 E3 G3):1/1 | (C3 F3 A3):1/1',
      ['C', 'F', 'C', 'F'],
    );
    expect(found.map(({ measure }) => measure)).toEqual([1, 2]);
    expect(found[0]!.text).toMatch(
      /^Left hand, to F: C stays; finger \d moves to F, finger \d moves to A\.$/,
    );
    expect(found[1]!.text).toContain('to C: C stays');
  });

  it('say where the bass walks, and not where it only steps once', () => {
    const found = cues('r:1/1 | r:1/1', 'C3 D3 E3 F3 | G3:1/2 F3:1/2');
    expect(found).toEqual([{ measure: 0, text: 'The bass walks up: C D E F G.' }]);
    expect(cues('r:1/1', 'C3:1/2 D3:1/2')).toEqual([]);
  });

  it('say where one hand echoes the other, higher or lower', () => {
    const found = cues('E4 G4 F4:1/2 | r:1/1', 'r:1/1 | C3 E3 D3:1/2');
    expect(found.map(({ text }) => text)).toEqual(['The left hand echoes what the right has just played.']);
    expect(cues('E4 G4 F4:1/2 | r:1/1', 'r:1/1 | C3 E3:1/2 D3')).toEqual([]);
  });

  it('are placed by section, measure and what is sung there', () => {
    const score = scoreFromText({ time: [4, 4], key: 'C', right: 'C4:1/1 | D4:1/1' });
    const sung = {
      ...score,
      notes: score.notes.map((note) => ({
        ...note,
        lyrics: [{ verse: 1, text: 'tide', syllabic: 'single' as const, isExtended: false }],
      })),
    };
    expect(placeName({ score: sung, sections: [section] }, 1)).toBe('Verse, measure 2 (“tide”)');
    expect(placeName({ score, sections: [] }, 0)).toBe('measure 1');
  });
});
