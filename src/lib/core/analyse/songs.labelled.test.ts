import { describe, expect, it } from 'vitest';
import { scoreOfSong, SONGS } from '../../testing/labelled/songs';
import { keyName } from '../pitch/key';
import type { Score } from '../score/model';
import { analyseScore } from './analyse';
import type { InnerRepeat } from './inner-repeats';

const SCORES = SONGS.map((song) => ({ name: song.name, song, score: scoreOfSong(song) }));

/** `5-8 as 1-4 but 7-8`, by the printed numbers. */
function inWords({ measures }: Score, { from, to, asFrom, asTo, except }: InnerRepeat): string {
  const number = (measure: number) => measures[measure]!.number;
  const range = (first: number, last: number) =>
    first === last ? number(first) : `${number(first)}-${number(last)}`;
  const but = except.length === 0 ? '' : ` but ${range(except[0]!, except.at(-1)!)}`;
  return `${range(from, to)} as ${range(asFrom, asTo)}${but}`;
}

describe('labelled songs', () => {
  it('are at least twenty, minor ones whose file says major and typed modes that are contradicted among them', () => {
    expect(SONGS.length).toBeGreaterThanOrEqual(20);
    expect(SONGS.filter(({ saysMajor }) => saysMajor).length).toBeGreaterThanOrEqual(4);
  });

  it('are in their key, and no wrong one is wholly sure', () => {
    const wrong = SCORES.flatMap(({ name, song, score }) => {
      const { key, confidence } = analyseScore(score).key;
      return keyName(key) === song.key ? [] : [{ name, found: keyName(key), confidence }];
    });
    expect(wrong.filter(({ confidence }) => confidence === 100)).toEqual([]);
    expect(wrong.length, JSON.stringify(wrong)).toBeLessThanOrEqual(0.05 * SONGS.length);
  });

  it.each(SCORES)('$name: sections and what comes again in them', ({ song, score }) => {
    const { form } = analyseScore(score);
    expect({
      pattern: form.pattern.join(' ').replaceAll('′', "'"),
      starts: form.sections.map(({ from }) => score.measures[from]!.number),
      inner: form.sections.flatMap(({ inner }) => inner.map((each) => inWords(score, each))),
    }).toEqual({ pattern: song.pattern, starts: song.starts, inner: song.inner });
  });

  it.each(SCORES)('$name: nothing is misspelled', ({ score }) =>
    expect(analyseScore(score).misspellings).toEqual([]),
  );
});
