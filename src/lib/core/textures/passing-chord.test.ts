import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { plainDocument } from '../../testing/documents';
import { studySource } from '../analyse/study-source';
import { arrange } from '../arrange/arrange';
import { readChart } from '../formats/chordpro/read';
import { chordName, isOverAnother, spellChord } from '../pitch/chord';
import { midiOf, mod, pitchClassOf } from '../pitch/pitch';
import { validateScore } from '../score/validate';
import type { Score } from '../score/model';

const chart = (text: string): Score => {
  const read = readChart(`{title: A chart}\n{key: C}\n{time: 4/4}\n${text}\n`, 'chart.txt');
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
};
const made = (score: Score) =>
  arrange(studySource(score), plainDocument({ colours: ['passing-diminished'], leftTexture: 'close-triads' }))
    .score;
/** The chords that were put in, by the measure they stand in. */
const passing = (score: Score) =>
  made(score).chords.flatMap(({ id, measure, chord }) =>
    id.startsWith('passing') ? [`${measure} ${chordName(chord)}`] : [],
  );

describe('a passing diminished seventh', () => {
  it('leads over the half tone between chords a whole step apart, up and down', () => {
    expect(passing(chart('| C | Dm | G | C |'))).toEqual(['0 C#dim7']);
    expect(passing(chart('| Dm | C | F | C |'))).toEqual(['0 Dbdim7']);
    expect(passing(chart('| F | G | C | C |'))).toEqual(['0 F#dim7']);
  });

  it('is not there where the chords lie otherwise', () => {
    expect(passing(chart('| C | F | G7 | C |')).filter((each) => each.startsWith('0'))).toEqual([]);
    expect(passing(chart('| C | C | C | C |'))).toEqual([]);
  });

  it('is not put under another bass, or where the chord changes in the last beat', () => {
    expect(passing(chart('| C/E | Dm | G | C |'))).toEqual([]);
    expect(passing(chart('| C . . F | Dm | G | C |'))).toEqual([]);
  });

  it('takes the last beat of both hands, sounds its own tones, and the root lowest', () => {
    const score = made(chart('| C | Dm | G | C |'));
    expect(validateScore(score)).toEqual([]);
    const symbol = score.chords.find(({ id }) => id.startsWith('passing'))!;
    const [first] = score.measures;
    expect(symbol.at).toBe(first!.start + (first!.length * 3) / 4);
    const tones = spellChord(symbol.chord).map(pitchClassOf);
    const sounding = score.notes.filter(
      (note) => note.measure === 0 && note.at + note.duration > symbol.at && note.staff === 1,
    );
    expect(sounding.length).toBeGreaterThan(0);
    for (const { pitch, at } of sounding) {
      expect(at).toBe(symbol.at);
      expect(tones).toContain(pitchClassOf(pitch));
    }
    const lowest = sounding.reduce((a, b) => (midiOf(b.pitch) < midiOf(a.pitch) ? b : a));
    expect(pitchClassOf(lowest.pitch)).toBe(tones[0]);
  });

  it('clashes with no note of a tune, in any of the demo tunes', () => {
    let found = 0;
    for (const { score } of demoTunes()) {
      const result = made(score);
      expect(validateScore(result)).toEqual([]);
      for (const symbol of result.chords.filter(({ id }) => id.startsWith('passing'))) {
        found += 1;
        const measure = result.measures[symbol.measure]!;
        const end = measure.start + measure.length;
        const tones = spellChord(symbol.chord).map(pitchClassOf);
        for (const note of result.notes)
          if (
            !note.grace &&
            note.at < end &&
            note.at + note.duration > symbol.at &&
            note.measure === symbol.measure
          )
            expect(tones).toContain(pitchClassOf(note.pitch));
        const next = result.chords.find(({ at }) => at >= end)!;
        if (next.chord.kind === 'chord' && symbol.chord.kind === 'chord' && !isOverAnother(next.chord))
          expect([1, 11]).toContain(mod(pitchClassOf(next.chord.root) - pitchClassOf(symbol.chord.root), 12));
      }
    }
    expect(found).toBeGreaterThan(0);
  });
});
