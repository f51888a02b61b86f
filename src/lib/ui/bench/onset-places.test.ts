import { describe, expect, it } from 'vitest';
import { scoreFromText } from '$lib/testing/score-from-text';
import { nearestPlace, onsetPlaces, placeOf } from './onset-places';

const QUARTER = 10_080;
const score = scoreFromText({ time: [4, 4], key: 'C', right: 'r:1/4 C4:1/8 D4:1/8 E4:1/2 | C4:1/1' });
const box = { index: 0, left: 100, right: 500 };
const heads = new Map(score.notes.map((note, index) => [note.id as string, 200 + 100 * index]));
const places = onsetPlaces(
  score.measures[0]!,
  score.notes.filter((note) => note.measure === 0),
  box,
  heads,
);

describe('moments of a measure on its line', () => {
  it('are every onset, every beat and the barline, in order', () => {
    expect(places.map(({ at }) => at / QUARTER)).toEqual([0, 1, 1.5, 2, 3, 4]);
    expect(places.map(({ x }) => x)).toEqual([...places.map(({ x }) => x)].sort((a, b) => a - b));
    expect(places.find(({ at }) => at === QUARTER)!.x).toBe(200);
    expect(places.at(-1)).toEqual({ at: 4 * QUARTER, x: 500 });
  });

  it('lie between their neighbours where nothing is struck, and are found by the nearest place', () => {
    const [third, end] = [placeOf(3 * QUARTER, places), placeOf(4 * QUARTER, places)];
    expect(third).toBeGreaterThan(400);
    expect(third).toBeLessThan(end);
    expect(placeOf(2 * QUARTER, places)).toBe(400);
    expect(nearestPlace(205, places).at).toBe(QUARTER);
    expect(nearestPlace(900, places).at).toBe(4 * QUARTER);
  });
});
