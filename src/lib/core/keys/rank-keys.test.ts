import type { VoiceRange } from '../learner/voice';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { ANYONE } from '../arrange/arrange-for';
import { newDocument } from '../document/document';
import { makeupOf, studySource } from '../analyse/study-source';
import { transposeScore } from '../score/transpose-score';
import { intervalBetweenTonics, readKey, tonicOf } from '../pitch/key';
import type { Score } from '../score/model';
import {
  KEY_STYLES,
  KEY_TERMS,
  rateKey,
  sortKeys,
  twelveKeys,
  weighKey,
  type KeyTerm,
  type RankTask,
} from './rank-keys';

let tune: Score;
beforeAll(() => {
  tune = demoTunes().find(({ file }) => file.startsWith('slow-tide'))!.score;
});

function rank(score: Score, change: Partial<RankTask> = {}) {
  const facts = studySource(score);
  const task: RankTask = {
    facts,
    document: newDocument(makeupOf(facts), 3),
    whom: ANYONE,
    weights: KEY_STYLES['fewest-signs'].weights,
    voice: null,
    ...change,
  };
  return sortKeys(twelveKeys(facts.key.mode).map((key) => rateKey(task, key)));
}

describe('ranking keys', () => {
  it('is the same from every starting key while distance has no weight', () => {
    const expected = rank(tune).map(({ name, cost }) => `${name} ${cost}`);
    expect(new Set(expected).size).toBe(12);
    for (const name of ['C', 'E', 'Ab', 'B']) {
      const interval = intervalBetweenTonics(tonicOf(studySource(tune).key), tonicOf(readKey(name)!));
      const moved = transposeScore(tune, interval);
      expect(rank(moved).map((each) => `${each.name} ${each.cost}`)).toEqual(expected);
    }
  });

  it('prefers few signs, or with the other style the shape of the hand', () => {
    expect(Math.abs(rank(tune)[0]!.key.fifths)).toBeLessThanOrEqual(1);
    const shaped = rank(tune, { weights: KEY_STYLES['hand-shape'].weights });
    expect(shaped.every(({ terms }) => terms.signature === 0)).toBe(true);
  });

  it('brings the tune into a singer’s range, and says what lies outside it', () => {
    const low: VoiceRange = { lowest: 53, highest: 65, comfortLowest: 55, comfortHighest: 62 };
    const [best] = rank(tune, { voice: low });
    const anyone = rank(tune).find(({ name }) => name === best!.name)!;
    expect(best!.lowest).toBeLessThan(anyone.lowest + 1);
    expect(best!.terms.voice).toBeLessThanOrEqual(rank(tune, { voice: low }).at(-1)!.terms.voice);
  });

  it('counts distance when it is asked to', () => {
    const weights = { ...KEY_STYLES['fewest-signs'].weights, distance: 50 };
    const [first] = rank(tune, { weights });
    expect(first!.terms.distance).toBe(0);
  });

  it('is the weighted sum of what was counted, the cheapest first, whatever the weights', () => {
    const rated = rank(tune);
    const weight = fc.integer({ min: 0, max: 20 });
    const arbitraryWeights = fc.record(
      Object.fromEntries(Object.keys(KEY_TERMS).map((term) => [term, weight])) as Record<
        KeyTerm,
        typeof weight
      >,
    );
    fc.assert(
      fc.property(arbitraryWeights, (weights) => {
        const ranked = sortKeys(rated.map((each) => weighKey(each, weights)));
        expect(new Set(ranked.map(({ name }) => name)).size).toBe(12);
        for (const [index, { cost, terms }] of ranked.entries()) {
          const sum = Object.values(terms).reduce((total, each) => total + each, 0);
          expect(Math.abs(cost - sum)).toBeLessThanOrEqual(1);
          if (index > 0) expect(cost).toBeGreaterThanOrEqual(ranked[index - 1]!.cost);
        }
        for (const { terms } of ranked)
          for (const [term, points] of Object.entries(terms))
            if (weights[term as KeyTerm] === 0) expect(points).toBe(0);
      }),
    );
  });
});
