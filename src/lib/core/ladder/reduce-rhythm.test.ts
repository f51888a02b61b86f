import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { scoreFromText } from '../../testing/score-from-text';
import { midiOf, pitchName } from '../pitch/pitch';
import { RHYTHM_CLASSES, type RhythmClass } from '../rungs/rhythm-classes.data';
import type { Note, Score } from '../score/model';
import { metreLength, metreOffset, strongBeats } from '../score/time';
import { reduceRhythm } from './reduce-rhythm';
import { gridOf, isFinerThan } from '../rungs/rhythm-grid';
import { thin, type ThinLimits } from './thin';

function reduce(score: Score, rhythm: RhythmClass, staff = 0) {
  return score.measures.map((measure) =>
    reduceRhythm({
      measure,
      offset: metreOffset(score.measures, measure.index),
      hand: staff === 0 ? 'right' : 'left',
      notes: score.notes.filter((note) => note.measure === measure.index && note.staff === staff),
      rests: score.rests.filter((rest) => rest.measure === measure.index && rest.staff === staff),
      heldFrom: new Map(),
      rhythm,
    }),
  );
}

/** Notes as text: pitch, and length in quarters. */
function text(right: string, rhythm: RhythmClass, time: readonly [number, number] = [4, 4]): string {
  const [music] = reduce(scoreFromText({ time, key: 'C', right }), rhythm);
  return music!.notes.map((note) => `${pitchName(note.pitch)}:${note.duration / 10_080}`).join(' ');
}

describe('rhythm brought within a class', () => {
  it.each([
    ['quarters', 'C4:3/8 D4:1/8 E4 F4', 'C4:2 E4:1 F4:1'],
    ['quarters', 'C4:1/8 D4:1/8 E4:1/8 F4:1/8 G4:1/2', 'C4:1 E4:1 G4:2'],
    ['eighth-pairs', 'C4:1/8 D4:1/8 E4:3/8 F4:1/8 G4', 'C4:0.5 D4:0.5 E4:2 G4:1'],
    ['eighths', 'C4:3/16 D4:1/16 E4:1/4 F4:1/2', 'C4:1 E4:1 F4:2'],
    ['eighths', '3[C4:1/8 D4:1/8 E4:1/8] F4 G4:1/2', 'C4:1 F4:1 G4:2'],
    ['sixteenths', 'C4:1/32 D4:1/32 E4:1/16 F4:1/8 G4:3/4', 'C4:0.25 E4:0.25 F4:0.5 G4:3'],
    ['strong-beats', 'C4 D4 E4 F4', 'C4:2 E4:2'],
    ['downbeats', 'C4 D4 E4 F4', 'C4:4'],
  ] as const)('%s: %s', (rhythm, notes, expected) => expect(text(notes, rhythm)).toBe(expected));

  it('lets a syncopated note enter on the beat that it sounds over', () =>
    expect(text('C4:1/8 D4:1/4 E4:1/8 F4:1/2', 'quarters')).toBe('C4:1 D4:1 F4:2'));

  it('leaves rests rests, and compound beats their eighths', () => {
    expect(text('C4 r:1/4 D4:1/2', 'quarters')).toBe('C4:1 D4:2');
    expect(text('C4:1/8 D4:1/16 E4:1/16 F4:1/8 G4:3/8', 'eighths', [6, 8])).toBe(
      'C4:0.5 D4:0.5 F4:0.5 G4:1.5',
    );
  });

  it('keeps to the class, and tells every note that it took or changed, for any score', () => {
    fc.assert(
      fc.property(arbitraryScore, fc.constantFrom(...RHYTHM_CLASSES), (score, rhythm) => {
        for (const [index, music] of reduce(score, rhythm).entries()) {
          const measure = score.measures[index]!;
          const before = score.notes.filter((note) => note.measure === index && note.staff === 0);
          const kept = new Map(music.notes.map((note) => [note.id, note]));
          const told = new Set<string>(music.losses.flatMap((loss) => loss.notes));
          for (const note of before) {
            const now = kept.get(note.id);
            if (!now || now.at !== note.at) expect(told.has(note.id)).toBe(true);
            if (now) {
              expect(now.at).toBeGreaterThanOrEqual(note.at);
              expect(midiOf(now.pitch)).toBe(midiOf(note.pitch));
            }
          }
          for (const note of music.notes) {
            expect(note.at).toBeGreaterThanOrEqual(measure.start);
            expect(note.at + note.duration).toBeLessThanOrEqual(measure.start + measure.length);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it('keeps fewer notes the coarser the class', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const count = (rhythm: RhythmClass) =>
          reduce(score, rhythm).reduce((sum, { notes }) => sum + notes.length, 0);
        expect(count('downbeats')).toBeLessThanOrEqual(count('strong-beats'));
        expect(count('strong-beats')).toBeLessThanOrEqual(count('any'));
        expect(count('quarters')).toBeLessThanOrEqual(count('any'));
      }),
      { numRuns: 40 },
    );
  });
});

describe('the grids', () => {
  it('hold one another, from coarse to fine', () => {
    for (const time of [
      { beats: 4, beatType: 4 },
      { beats: 3, beatType: 4 },
      { beats: 6, beatType: 8 },
    ]) {
      const simple = (['downbeats', 'strong-beats', 'quarters', 'eighths', 'sixteenths'] as const).map(
        (rhythm) => gridOf(rhythm, time),
      );
      for (const [index, grid] of simple.entries())
        if (index > 0) for (const place of simple[index - 1]!) expect(grid).toContain(place);
      for (const grid of simple) for (const place of grid) expect(place).toBeLessThan(metreLength(time));
    }
  });

  it('know the strong beats', () => {
    expect(strongBeats({ beats: 4, beatType: 4 })).toEqual([0, 20_160]);
    expect(strongBeats({ beats: 3, beatType: 4 })).toEqual([0]);
    expect(strongBeats({ beats: 6, beatType: 8 })).toEqual([0, 15_120]);
    expect(isFinerThan('eighths', 'quarters')).toBe(true);
  });
});

describe('a hand with too much to hold', () => {
  const limits: ThinLimits = { mostAtOnce: 5, widestSemitones: null, reach: 13, canRoll: false };
  const notesOf = (right: string): readonly Note[] => scoreFromText({ time: [4, 4], key: 'C', right }).notes;
  const names = (notes: readonly Note[]) => notes.map((note) => pitchName(note.pitch)).join(' ');

  it('gives up a doubled note first, then an inner one, and keeps the end that matters', () => {
    const chord = notesOf('(C4 G4 C5):1/1');
    expect(names(thin(chord, 'right', { ...limits, mostAtOnce: 2 }).notes)).toBe('G4 C5');
    const triad = notesOf('(C4 E4 G4):1/1');
    expect(names(thin(triad, 'right', { ...limits, mostAtOnce: 2 }).notes)).toBe('C4 G4');
    expect(names(thin(triad, 'left', { ...limits, mostAtOnce: 1 }).notes)).toBe('C4');
    expect(names(thin(triad, 'right', { ...limits, mostAtOnce: 1 }).notes)).toBe('G4');
  });

  it('rolls a chord a little too wide where that is allowed, and otherwise leaves out the far end', () => {
    const tenth = notesOf('(C4 E5):1/1');
    const rolled = thin(tenth, 'left', { ...limits, canRoll: true });
    expect(rolled.notes.every((note) => note.articulations.includes('arpeggiate'))).toBe(true);
    expect(rolled.losses[0]!.kind).toBe('rolled');
    const cut = thin(tenth, 'left', limits);
    expect(names(cut.notes)).toBe('C4');
    expect(cut.losses[0]!.sentence).toContain('E5 left out');
  });

  it('lets an earlier note go rather than lose it', () => {
    const score = scoreFromText({ time: [4, 4], key: 'C', right: 'C4:1/1' });
    const low = score.notes[0]!;
    const high: Note = {
      ...low,
      id: 'x' as Note['id'],
      at: 20_160 as Note['at'],
      duration: 20_160 as Note['duration'],
      pitch: { step: 'G', alter: 0, octave: 5 },
    };
    const { notes, losses } = thin([low, high], 'right', limits);
    expect(notes.map((note) => note.duration)).toEqual([20_160, 20_160]);
    expect(losses[0]!.kind).toBe('shortened');
  });

  it('always ends within its limits', () => {
    fc.assert(
      fc.property(
        arbitraryScore,
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 5, max: 14 }),
        (score, mostAtOnce, reach) => {
          for (const measure of score.measures) {
            const own = score.notes.filter((note) => note.measure === measure.index && note.staff === 0);
            const { notes, losses } = thin(own, 'right', { ...limits, mostAtOnce, reach });
            for (const note of notes) {
              const together = notes.filter(
                (each) => each.at <= note.at && each.at + each.duration > note.at && !each.grace,
              );
              expect(together.length).toBeLessThanOrEqual(mostAtOnce);
            }
            const gone = own.length - notes.length;
            expect(losses.filter((loss) => loss.kind === 'left-out')).toHaveLength(gone);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});
