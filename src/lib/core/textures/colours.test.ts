import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { plainDocument } from '../../testing/documents';
import { readChart } from '../formats/chordpro/read';
import { chordName, spellChord } from '../pitch/chord';
import { diatonicIndex, midiOf, pitchClassOf, spellingName } from '../pitch/pitch';
import { validateScore } from '../score/validate';
import { arrange } from '../arrange/arrange';
import type { Colour } from '../document/choices/colours.data';
import { studySource } from '../analyse/study-source';
import type { LeftTexture } from '../document/choices/textures.data';

const facts = studySource(demoTunes().find(({ file }) => file.startsWith('lantern'))!.score);
const made = (colours: readonly Colour[], leftTexture: LeftTexture) =>
  arrange(facts, plainDocument({ colours: [...colours], leftTexture }));

describe('optional colours', () => {
  it('leave everything as it is when none is asked for', () => {
    expect(made([], 'close-triads').score.notes).toEqual(
      arrange(facts, plainDocument({ leftTexture: 'close-triads' })).score.notes,
    );
  });

  it('suspend the fourth at the end of a section, and resolve it to the third', () => {
    const { score } = made(['suspension'], 'close-triads');
    expect(validateScore(score)).toEqual([]);
    const fourth = score.notes.find((note) => note.id.endsWith('sus'))!;
    const third = score.notes.find(
      (note) =>
        note.measure === fourth.measure && note.at === fourth.at + fourth.duration && note.staff === 1,
    )!;
    expect(midiOf(fourth.pitch) - midiOf(third.pitch)).toBeGreaterThanOrEqual(1);
    expect(midiOf(fourth.pitch) - midiOf(third.pitch)).toBeLessThanOrEqual(2);
  });

  it('step towards the bass to come', () => {
    const { score } = made(['approach'], 'held-root');
    expect(validateScore(score)).toEqual([]);
    const steps = score.notes.filter((note) => note.id.endsWith('approach'));
    expect(steps.length).toBeGreaterThan(3);
    for (const step of steps) {
      const next = score.notes.find((note) => note.staff === 1 && note.at === step.at + step.duration)!;
      expect(Math.abs(midiOf(next.pitch) - midiOf(step.pitch))).toBeLessThanOrEqual(2);
    }
  });

  it('run to a distant bass in a triplet, or in the thirds of a compound beat', () => {
    const { score } = made(['triplet'], 'held-root');
    expect(validateScore(score)).toEqual([]);
    const runs = score.notes.filter((note) => /run$/.test(note.id));
    expect(runs.length).toBeGreaterThan(1);
    for (const first of runs) {
      const run = score.notes.filter(
        (note) => note.staff === 1 && note.at >= first.at && note.at < first.at + 3 * first.duration,
      );
      const next = score.notes.find((note) => note.staff === 1 && note.at === first.at + 3 * first.duration)!;
      const steps = [...run, next].map((note) => diatonicIndex(note.pitch));
      expect(new Set(steps.slice(1).map((step, index) => step - steps[index]!)).size).toBe(1);
      expect(Math.abs(steps[1]! - steps[0]!)).toBe(1);
    }
  });

  it('pass through a diminished chord between chords a whole step apart, both hands and the symbol', () => {
    const chart = readChart('{key: C}\n{time: 4/4}\n| C / / / | Dm / / / | C / / / | G / / / |', 'p.cho');
    if (!chart.ok) throw new Error(chart.error.message);
    const recipe = { setting: 'sing', rightTexture: 'inversions-held', leftTexture: 'held-root' } as const;
    const { score } = arrange(
      studySource(chart.value),
      plainDocument({ ...recipe, colours: ['passing-diminished'] }),
    );
    expect(validateScore(score)).toEqual([]);
    const quarter = 10_080;
    expect(score.chords.map(({ at, chord }) => `${at / quarter} ${chordName(chord)}`)).toEqual([
      ...['0 C', '3 C#dim7', '4 Dm', '7 Dbdim7', '8 C', '12 G'],
    ]);
    const passing = score.notes.filter((note) => note.at === 3 * quarter);
    expect(passing.filter((note) => note.staff === 1).map((note) => spellingName(note.pitch))).toEqual([
      'C#',
    ]);
    const tones = passing.filter((note) => note.staff === 0).map((note) => spellingName(note.pitch));
    expect(tones).toHaveLength(3);
    for (const tone of tones) expect(['C#', 'E', 'G', 'Bb']).toContain(tone);
  });

  it('do not pass through it where the tune has a note of its own', () => {
    const colours = ['passing-diminished'] as const;
    for (const { score } of demoTunes()) {
      const own = studySource(score);
      const coloured = arrange(own, plainDocument({ leftTexture: 'close-triads', colours: [...colours] }));
      const passing = coloured.score.chords.filter(({ id }) => id.startsWith('passing'));
      for (const { at, chord } of passing) {
        if (chord.kind !== 'chord') continue;
        const tones = spellChord(chord).map(pitchClassOf);
        const tune = coloured.score.notes.filter(
          (note) => note.staff === 0 && note.at + note.duration > at && note.at < at + 10_080,
        );
        for (const note of tune) expect(tones).toContain(pitchClassOf(note.pitch));
      }
      expect(validateScore(coloured.score)).toEqual([]);
    }
  });

  it('fill a held tune note upward through the chord, below the tune', () => {
    const { score } = made(['fill'], 'held-root');
    expect(validateScore(score)).toEqual([]);
    const fills = score.notes.filter((note) => /fill$/.test(note.id));
    expect(fills.length).toBeGreaterThanOrEqual(3);
    for (const fill of fills) {
      const tune = score.notes.findLast((note) => note.staff === 0 && note.at <= fill.at)!;
      expect(midiOf(fill.pitch)).toBeLessThan(midiOf(tune.pitch));
      expect(pitchClassOf(fill.pitch)).toBeGreaterThanOrEqual(0);
    }
  });
});
