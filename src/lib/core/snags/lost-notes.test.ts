import { describe, expect, it } from 'vitest';
import type { Choice } from '../ladder/choose';
import type { Loss } from '../score/losses';
import { keepTune } from './remedies';
import { lostNotes } from './lost-notes';

const loss = (kind: Loss['kind'], notes: readonly string[], hand: Loss['hand'] = 'right') =>
  ({ measure: 0, hand, kind, notes, sentence: `${notes.join()} ${kind}` }) as Loss;

const choice = (right: readonly Loss[], left: readonly Loss[] = []) =>
  ({
    candidate: { right: { music: { losses: right } }, left: { music: { losses: left } } },
  }) as unknown as Choice;

const find = (choices: readonly Choice[], present: readonly string[] = []) =>
  lostNotes(choices, new Set(['strong', 'other']), new Set(present), (measure) => [keepTune(10 + measure)]);

describe('tune notes on strong beats', () => {
  it('are told where they were left out, at their measure, with what would keep them', () => {
    expect(find([choice([]), choice([loss('left-out', ['strong'])])])).toMatchObject([
      {
        code: 'tune-lost',
        measure: 1,
        hand: 'right',
        id: 'tune-lost:1:strong',
        sentence: 'strong left-out',
        remedies: [{ put: [{ kind: 'keep', measure: 11 }] }],
      },
    ]);
  });

  it('are told of the left hand, too', () =>
    expect(find([choice([], [loss('left-out', ['strong'], 'left')])])).toMatchObject([{ hand: 'left' }]));

  it('are not lost when shortened or moved, when weak, or when a pin brought them back', () => {
    expect(
      find([choice([loss('shortened', ['strong']), loss('moved', ['strong']), loss('left-out', ['weak'])])]),
    ).toEqual([]);
    expect(find([choice([loss('left-out', ['strong'])])], ['strong'])).toEqual([]);
  });

  it('are told when one of several is missing', () =>
    expect(find([choice([loss('left-out', ['weak', 'strong', 'other'])])], ['strong'])).toHaveLength(1));
});
