import { describe, expect, it } from 'vitest';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { analyseScore } from '../analyse/analyse';
import { chordName } from '../pitch/chord';
import { pitchName } from '../pitch/pitch';
import { stepFor, type Correction } from './corrections';
import type { Score } from './model';
import { applyScoreStep, invertScoreStep } from './steps';

const PIECE = scoreFromAbc(
  'X:1\nM:4/4\nL:1/4\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:G\nV:1\n"G"G _G A B|"D"d c B A|"G"G4|\nV:2\nG,2 B,2|D,4|G,,4|',
);

function correct(score: Score, correction: Correction): Score {
  const made = stepFor(score, correction);
  if (!made.ok) throw new Error(made.message);
  const applied = applyScoreStep(score, made.step);
  if (!applied.ok) throw new Error(applied.message);
  const back = applyScoreStep(applied.score, invertScoreStep(made.step));
  expect(back).toMatchObject({ ok: true, score: { ...score } });
  return applied.score;
}

describe('corrections of a source', () => {
  it('take a finding of the spelling check, and then there is none', () => {
    const [finding] = analyseScore(PIECE).misspellings;
    expect(finding?.sentence).toBe('G♭ is written; F♯ belongs to G major.');
    const better = correct(PIECE, { kind: 'respell', notes: [...finding!.notes], step: 'F', alter: 1 });
    expect(better.notes.map((note) => pitchName(note.pitch))).toContain('F#4');
    expect(analyseScore(better).misspellings).toEqual([]);
  });

  it('set a finding aside for good', () => {
    const [finding] = analyseScore(PIECE).misspellings;
    const kept = correct(PIECE, { kind: 'dismiss', finding: finding!.id });
    expect(analyseScore(kept).misspellings).toEqual([]);
  });

  it('overrule key, chord, tune and sections, and each sticks', () => {
    const key = correct(PIECE, { kind: 'key', key: 'Em' });
    expect(analyseScore(key).key).toMatchObject({ key: { fifths: 1, mode: 'minor' }, confidence: 100 });
    const chord = correct(key, { kind: 'chord', measure: 1, at: 40_320, symbol: 'D7/A' });
    expect(analyseScore(chord).chords.map((each) => chordName(each.symbol.chord))).toEqual([
      'G',
      'D7/A',
      'G',
    ]);
    expect(analyseScore(chord).chords[1]!.origin).toBe('chosen');
    const tune = correct(chord, { kind: 'tune', from: 1, to: 2, place: { part: 0, staff: 1 } });
    expect(analyseScore(tune).tune.places.map(({ from, to, staff }) => [from, to, staff])).toEqual([
      [0, 0, 0],
      [1, 2, 1],
    ]);
    const sections = correct(tune, {
      kind: 'sections',
      sections: [
        { id: 'b', name: 'Ending', from: 1, to: 2 },
        { id: 'a', name: 'Intro', from: 0, to: 0 },
      ],
    });
    const { form } = analyseScore(sections);
    // The order of learning is the teacher's; the letters follow the music.
    expect(form.sections.map(({ name, label }) => [name, label])).toEqual([
      ['Ending', 'B'],
      ['Intro', 'A'],
    ]);
    expect(form.origin).toBe('chosen');
  });

  it.each([
    ['a name that sounds otherwise', { kind: 'respell', notes: [PIECE.notes[0]!.id], step: 'A', alter: 0 }],
    ['a note that is gone', { kind: 'respell', notes: ['gone'], step: 'A', alter: 0 }],
    ['no key', { kind: 'key', key: 'H' }],
    ['no chord', { kind: 'chord', measure: 0, at: 0, symbol: 'Xyz' }],
    ['too few uses', { kind: 'uses', uses: [['tune']] }],
  ] as const)('refuse %s', (_, correction) =>
    expect(stepFor(PIECE, correction as unknown as Correction)).toMatchObject({
      ok: false,
      code: 'bad-correction',
    }),
  );
});
