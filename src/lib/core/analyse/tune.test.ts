import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { scoreFromText } from '../../testing/score-from-text';
import { pitchName } from '../pitch/pitch';
import { bestPath, findTune, POINTS } from './tune';

const TUNE = 'E4 F4 G4 A4 | G4:3/8 F4:1/8 E4:1/2 | D4 E4 F4 D4 | C4:1/1';
const CHORDS = '(C3 E3 G3):1/1 | (C3 E3 G3):1/1 | (G2 B2 F3):1/1 | (C3 E3 G3):1/1';
const FIGURE = Array(4).fill('C5:1/8 G5:1/8 E5:1/8 G5:1/8 C5:1/8 G5:1/8 E5:1/8 G5:1/8').join(' | ');

function found(right: string, left: string) {
  const score = scoreFromText({ time: [4, 4], key: 'C', right, left });
  const { notes, places, confidence } = findTune(score);
  const names = notes.map((id) => pitchName(score.notes.find((note) => note.id === id)!.pitch));
  return { names, staves: places.map(({ staff }) => staff), confidence };
}

const NAMES = ['E4', 'F4', 'G4', 'A4', 'G4', 'F4', 'E4', 'D4', 'E4', 'F4', 'D4', 'C4'];

describe('the tune', () => {
  it('is the line that moves by step over held chords', () => {
    const { names, staves, confidence } = found(TUNE, CHORDS);
    expect(names).toEqual(NAMES);
    expect(staves).toEqual([0]);
    expect(confidence).toBeGreaterThan(0);
  });

  it('is in the left hand where the right repeats a figure', () => {
    const { names, staves } = found(FIGURE, TUNE);
    expect(names).toEqual(NAMES);
    expect(staves).toEqual([1]);
  });

  it('is the top of chords where there is no other line', () =>
    expect(
      found('(C4 E4) (D4 F4) (E4 G4) (F4 A4) | (E4 G4):1/2 (D4 F4):1/2', 'C3:1/1 | G3:1/1').names,
    ).toEqual(['E4', 'F4', 'G4', 'A4', 'G4', 'F4']));

  it('is nothing where nothing sounds', () =>
    expect(findTune(scoreFromText({ time: [4, 4], key: 'C', right: 'r:1/1' }))).toEqual({
      notes: [],
      places: [],
      confidence: 0,
    }));

  it('is one line of the score’s own notes, its places following one another, in any score', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const { notes, places, confidence } = findTune(score);
        const ids = new Set(score.notes.map(({ id }) => id));
        expect(notes.every((id) => ids.has(id))).toBe(true);
        expect(new Set(notes).size).toBe(notes.length);
        expect(confidence).toBeGreaterThanOrEqual(0);
        expect(confidence).toBeLessThanOrEqual(100);
        for (const [index, { from, to }] of places.entries()) {
          expect(to).toBeGreaterThanOrEqual(from);
          if (index > 0) expect(from).toBe(places[index - 1]!.to + 1);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('the way from stream to stream', () => {
  it('earns the most of all ways', () => {
    const arbitraryStreams = fc.array(fc.record({ part: fc.nat(1), staff: fc.nat(1) }), {
      minLength: 1,
      maxLength: 3,
    });
    fc.assert(
      fc.property(
        arbitraryStreams,
        fc.integer({ min: 1, max: 5 }),
        fc.infiniteStream(fc.integer({ min: -250, max: 250 })),
        (streams, count, earned) => {
          const points = streams.map(() =>
            Array.from({ length: count }, () => earned.next().value as number),
          );
          const worth = (path: readonly number[]) =>
            path.reduce((sum, to, measure) => {
              const from = path[measure - 1] ?? to;
              const isSameHand =
                streams[from]!.part === streams[to]!.part && streams[from]!.staff === streams[to]!.staff;
              const price = from === to ? 0 : isSameHand ? POINTS.change : POINTS.changeHand;
              return sum + points[to]![measure]! - price;
            }, 0);
          let paths: readonly (readonly number[])[] = [[]];
          for (let measure = 0; measure < count; measure += 1)
            paths = paths.flatMap((path) => streams.map((_, index) => [...path, index]));
          expect(worth(bestPath(streams, points, count))).toBe(Math.max(...paths.map(worth)));
        },
      ),
    );
  });
});
