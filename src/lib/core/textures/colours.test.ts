import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { plainDocument } from '../../testing/documents';
import { midiOf, pitchClassOf } from '../pitch/pitch';
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
