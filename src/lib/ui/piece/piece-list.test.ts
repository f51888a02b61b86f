import { expect, it } from 'vitest';
import { listedPieces, type ListedPiece, type Wanted } from './piece-list';

const piece = (
  title: string,
  composer: string,
  key: string,
  measures: number,
  learners: readonly string[] = [],
  chords: readonly string[] = [],
): ListedPiece => ({
  ...{ id: title, title, composer, archivedAtMs: null, importedAtMs: measures, learners },
  arrangements: [{ id: title, name: title, rung: measures / 10 }],
  summary: { ok: true, value: { key, time: '4/4', measures, chords } },
});
const ALL = [
  piece('Étude 10', 'B. Quay', 'G', 30, ['Ida']),
  piece('Etude 9', 'A. Quay', 'Am', 20, [], ['Am', 'Bbm7', 'F#dim']),
  piece('Night Ferry', 'B. Quay', 'G', 40, ['Bram', 'Ida']),
];
const wanted = (change: Partial<Wanted> = {}): Wanted => ({
  ...{ words: '', key: '', time: '', learner: '', rung: '', sort: 'newest' },
  ...change,
});
const titles = (change: Partial<Wanted>) => listedPieces(ALL, wanted(change)).map(({ title }) => title);

it('finds by words anywhere, whatever their accents', () => {
  expect(titles({ words: 'etude' })).toEqual(['Étude 10', 'Etude 9']);
  expect(titles({ words: 'quay bram' })).toEqual(['Night Ferry']);
  expect(titles({ words: 'a minor' })).toEqual(['Etude 9']);
  expect(titles({ words: 'nothing' })).toEqual([]);
});

it('finds by a chord, as it is written with signs or letters', () => {
  expect(titles({ words: 'B♭m7' })).toEqual(['Etude 9']);
  expect(titles({ words: 'F#dim quay' })).toEqual(['Etude 9']);
  expect(titles({ words: 'Bbm' })).toEqual([]);
});

it('keeps to the rung of an arrangement', () => {
  expect(titles({ rung: '3' })).toEqual(['Étude 10']);
  expect(titles({ rung: '6' })).toEqual([]);
});

it('keeps to a key, a metre and a learner', () => {
  expect(titles({ key: 'G', learner: 'Ida' })).toEqual(['Night Ferry', 'Étude 10']);
  expect(titles({ time: '3/4' })).toEqual([]);
});

it('puts in order, numbers by their size', () => {
  expect(titles({ sort: 'title' })).toEqual(['Etude 9', 'Étude 10', 'Night Ferry']);
  expect(titles({ sort: 'measures' })).toEqual(['Etude 9', 'Étude 10', 'Night Ferry']);
  expect(titles({ sort: 'composer' })).toEqual(['Etude 9', 'Étude 10', 'Night Ferry']);
});
