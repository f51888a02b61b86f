import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { pitchName } from '../pitch/pitch';
import { playedOrder, unfoldScore } from './unfold';
import { validateScore } from './validate';

const order = (body: string) =>
  playedOrder(scoreFromAbc(`X:1\nM:2/4\nL:1/4\nK:C\n${body}`))
    .map(({ measure }) => measure + 1)
    .join(' ');

describe('the order of playing', () => {
  it.each([
    ['no repeats', 'CC|DD|EE|]', '1 2 3'],
    ['a repeat to the start', 'CC|DD:|EE|]', '1 2 1 2 3'],
    ['a repeat to its sign', 'CC|:DD|EE:|FF|]', '1 2 3 2 3 4'],
    ['two strains', '|:CC|DD:|:EE|FF:|', '1 2 1 2 3 4 3 4'],
    ['two endings', '|:CC|DD|1 EE:|2 FF||GG|]', '1 2 3 1 2 4 5'],
    ['endings of two measures', '|:CC|1 DD|EE:|2 FF|GG||AA|]', '1 2 3 1 4 5 6'],
    ['three times', '|::CC|DD::|EE|]', '1 2 1 2 1 2 3'],
    ['endings, then another strain', '|:CC|1 DD:|2 EE||:FF|GG:|', '1 2 1 3 4 5 4 5'],
  ])('%s', (_, body, expected) => expect(order(body)).toBe(expected));
});

describe('a score written out', () => {
  it('has every pass as measures of its own, with ties and slurs inside each', () => {
    const score = scoreFromAbc('X:1\nM:2/4\nL:1/4\nK:C\n|:(C D)|E2-:|E F|]');
    const { measures, notes, slurs } = unfoldScore(score);
    expect(measures.map((measure) => measure.start / 10_080)).toEqual([0, 2, 4, 6, 8]);
    expect(notes.map((note) => pitchName(note.pitch)).join(' ')).toBe('C4 D4 E4 C4 D4 E4 E4 F4');
    expect(new Set(notes.map((note) => note.id)).size).toBe(notes.length);
    expect(slurs).toHaveLength(2);
    // The tie leads into the measure that follows the last pass only.
    expect(notes.filter((note) => note.tieTo !== null).map((note) => note.measure)).toEqual([3]);
  });

  it('is sound, and is the score itself where nothing repeats', () =>
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        expect(unfoldScore(score)).toBe(score);
        const repeated = {
          ...score,
          measures: score.measures.map((measure, index) =>
            index === score.measures.length - 1 ? { ...measure, endsRepeat: 2 } : measure,
          ),
        };
        const twice = unfoldScore(repeated);
        expect(twice.measures).toHaveLength(2 * score.measures.length);
        expect(validateScore(twice)).toEqual([]);
      }),
      { numRuns: 60 },
    ));
});
