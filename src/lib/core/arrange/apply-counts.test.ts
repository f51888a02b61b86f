import type { Pin } from '../document/pins/registry';
import type { Recipe } from '../document/recipe';
import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { plainDocument } from '../../testing/documents';
import { ANYONE } from './arrange-for';
import { arrange } from './arrange';
import { studySource } from '../analyse/study-source';

const facts = studySource(
  scoreFromText({
    time: [4, 4],
    key: 'C',
    right: 'C4:1/8 D4:1/8 E4 G4:1/2 | C4:1/8 D4:1/8 E4 G4:1/2 | E4:1/1',
    left: 'C3:1/1 | C3:1/2 G3:1/2 | C3:1/1',
  }),
);

function said(change: Partial<Recipe> = {}, pins: readonly Pin[] = []): readonly string[] {
  const document = { ...plainDocument({ leftTexture: 'as-written', ...change }), pins };
  return arrange(facts, document, ANYONE).counts.map((counts) =>
    counts
      .map(
        ({ syllable, state, isRightOnly }) =>
          `${isRightOnly ? 'R' : ''}${state === 'held' ? '-' : ''}${syllable}`,
      )
      .join(' '),
  );
}

describe('counts of an arrangement', () => {
  it('are of both hands together, of one, or of each apart', () => {
    expect(said()[1]).toBe('1 & 2 3 -4');
    expect(said({ countHands: 'left' })[1]).toBe('1 -2 3 -4');
    expect(said({ countHands: 'each' })[1]).toBe('R1 R& R2 R3 R-4 1 -2 3 -4');
    expect(said({ countHands: 'right' })[2]).toBe('1 -2 -3 -4');
  });

  it('stand everywhere, or where a rhythm is new', () => {
    expect(said({ countWhere: 'first-time' })).toEqual(['1 & 2 3 -4', '', '1 -2 -3 -4']);
    expect(said({ countWhere: 'first-time', countHands: 'left' })).toEqual(['1 -2 -3 -4', '1 -2 3 -4', '']);
  });

  it('are swung where the piece is', () => {
    expect(said({ eighths: 'swung' })[0]).toBe('1 let 2 3 -4');
  });

  it('take a word of the teacher’s own, in doubled values too, in every style', () => {
    const pin = { id: 'count:0:10080', kind: 'count', measure: 0, tick: 10_080, syllable: 'two' } as const;
    expect(said({}, [pin])[0]).toBe('1 & two 3 -4');
    expect(said({ countStyle: 'ta-ti' }, [pin])[0]).toBe('ti ti two ta -a');
    expect(said({ noteValues: 'doubled' }, [pin])[0]).toBe('1 2 two -4');
    expect(said({}, [pin])[1]).toBe('1 & 2 3 -4');
  });
});
