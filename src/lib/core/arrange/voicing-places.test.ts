import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { studySource } from '../analyse/study-source';
import { newDocument, type ArrangementDocument } from '../document/document';
import { voicingPin } from '../document/pins/voicing';
import { chordName } from '../pitch/chord';
import { pitchName, type Pitch } from '../pitch/pitch';
import { validateScore } from '../score/validate';
import { byOctave, turned } from '../voicing/by-hand';
import { arrange } from './arrange';
import { voicingPlaces } from './voicing-places';

const facts = studySource(demoTunes().find(({ file }) => file.startsWith('lantern'))!.score);
const names = (pitches: readonly Pitch[]) => pitches.map(pitchName);
const plain = (change: Partial<ArrangementDocument['recipe']> = {}): ArrangementDocument => {
  const made = newDocument({ hasTune: true }, 3);
  return { ...made, recipe: { ...made.recipe, leftTexture: 'close-triads', ...change } };
};
const played = (document: ArrangementDocument, measure: number) => {
  const { score } = arrange(facts, document);
  expect(validateScore(score)).toEqual([]);
  return [
    ...new Set(
      score.notes
        .filter((note) => note.measure === measure && note.staff === 1)
        .map(({ pitch }) => pitchName(pitch)),
    ),
  ];
};

describe('a voicing of the teacher’s own', () => {
  it('is what the hand plays there, in any key, and nothing else changes', () => {
    for (const key of [null, 'Eb', 'A']) {
      const document = plain({ key });
      const [place] = voicingPlaces(facts, document, 2).filter(({ hand }) => hand === 'left');
      const pitches = byOctave(turned(place!.chord, place!.pitches, 1), -1);
      const pinned = { ...document, pins: [voicingPin({ ...place!, pitches })] };
      const [now] = voicingPlaces(facts, pinned, 2).filter(({ hand }) => hand === 'left');
      expect(names(now!.pitches)).toEqual(names(pitches));
      expect(now!.isByHand).toBe(true);
      expect(played(pinned, 2)).toEqual(expect.arrayContaining(names(now!.shown.pitches)));
      const rest = (each: ArrangementDocument) =>
        arrange(facts, each).score.notes.filter((note) => note.measure !== 2 && note.staff === 1);
      expect(rest(pinned).map(({ pitch }) => pitchName(pitch))).toEqual(
        rest(document).map(({ pitch }) => pitchName(pitch)),
      );
    }
  });

  it('wins over the limits of the rung, with a snag', () => {
    const document = plain();
    const [place] = voicingPlaces(facts, document, 2).filter(({ hand }) => hand === 'left');
    const pitches = [...place!.pitches.slice(0, 1), ...byOctave(place!.pitches.slice(-1), 1)];
    const wide = {
      ...document,
      pins: [voicingPin({ ...place!, pitches: [...place!.pitches, ...pitches.slice(-1)] })],
    };
    const { score, snags } = arrange(facts, wide);
    expect(
      score.notes.filter((note) => note.measure === 2 && note.staff === 1).length,
    ).toBeGreaterThanOrEqual(4);
    expect(snags.filter(({ measure }) => measure === 2).length).toBeGreaterThan(0);
  });

  it('knows where else the hand has the same chord', () => {
    const [place] = voicingPlaces(facts, plain(), 1).filter(({ hand }) => hand === 'left');
    const { chords } = arrange(facts, plain({ key: null })).score;
    const same = chords.filter(({ chord }) => chordName(chord) === chordName(place!.shown.chord));
    expect(place!.others.length).toBeGreaterThan(0);
    expect(place!.others.length).toBeLessThanOrEqual(same.length * 2);
  });

  it('rests where the hand has another texture, and comes back', () => {
    const document = plain();
    const [place] = voicingPlaces(facts, document, 2).filter(({ hand }) => hand === 'left');
    const pins = [voicingPin({ ...place!, pitches: byOctave(place!.pitches, -1) })];
    const other = { ...plain({ leftTexture: 'held-root' }), pins };
    expect(arrange(facts, other).restingPins).toEqual(pins);
    expect(played(other, 2)).toEqual(played(plain({ leftTexture: 'held-root' }), 2));
    expect(arrange(facts, { ...document, pins }).restingPins).toEqual([]);
  });

  it('is of the right hand in a sing-along, too', () => {
    const document = plain({ setting: 'sing', leftTexture: 'by-rung' });
    const [place] = voicingPlaces(facts, document, 2).filter(({ hand }) => hand === 'right');
    const pitches = turned(place!.chord, place!.pitches, 1);
    const pinned = { ...document, pins: [voicingPin({ ...place!, pitches })] };
    const { score } = arrange(facts, pinned);
    const right = score.notes.filter((note) => note.measure === 2 && note.staff === 0);
    expect(new Set(right.map(({ pitch }) => pitchName(pitch)))).toEqual(new Set(names(pitches)));
  });
});
