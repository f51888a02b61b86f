import { describe, expect, it } from 'vitest';
import type { PedalPolicy } from '../document/choices/pedal-policies.data';
import { QUARTER, measureOf } from '../../testing/pedal-measure';
import { isAnswered, placePedal, type PedalMeasure } from './place-pedal';

/** Points in quarters: `0-4 4-8`. */
const points = (policy: PedalPolicy, measure: PedalMeasure) =>
  placePedal(policy, measure)
    .map(({ down, up }) => `${down / QUARTER}-${up / QUARTER}`)
    .join(' ');

describe('down and up points', () => {
  it.each<[PedalPolicy, string, string, readonly number[], string]>([
    ['none', 'C3:1/1', 'r:1/1', [0], ''],
    ['legato', 'C3:1/1', 'E4:1/2 G4:1/2', [0], '0-4'],
    ['legato', 'C3:1/2 F3:1/2', 'r:1/1', [0, 2], '0-2 2-4'],
    ['legato', 'C3 F3 G3 C3', 'r:1/1', [0, 1, 3], '0-1 1-3 3-4'],
    ['held-bass', 'C3:1/2 D3 E3', 'r:1/1', [0], '0-2'],
    ['held-bass', 'C3 D3 E3:1/2', 'r:1/1', [0], '2-4'],
    ['held-bass', 'C3:1/2 D3:1/2', 'r:1/1', [0], '0-2 2-4'],
    ['held-bass', 'C3:3/8 D3:1/8 E3:1/2', 'r:1/1', [0], '2-4'],
    ['low-to-chord', 'C2 (E3 G3) G2 (E3 G3)', 'r:1/1', [0], '0-1 2-3'],
    ['low-to-chord', '(C2 C3) (E3 G3) C3 (E3 G3)', 'r:1/1', [0], '2-3'],
    ['low-to-chord', 'C3 (E3 G3) E3 (G3 C4)', 'r:1/1', [0], '0-1 2-3'],
    ['low-to-chord', 'C3 (D3 G3) E3 (F3 C4)', 'r:1/1', [0], ''],
    ['low-under-chord', 'C2 (E3 G3):3/4', 'r:1/1', [0], '0-4'],
    ['low-under-chord', 'C2 (E3 G3) G2 (E3 G3)', 'r:1/1', [0], '0-2 2-4'],
    ['low-under-chord', 'C2 (E3 G3) C2 E3', 'r:1/1', [0], '0-4'],
    ['low-under-chord', 'C2 (E3 G3) F2 (F3 A3)', 'r:1/1', [0, 2], '0-2 2-4'],
    ['low-under-chord', 'C3 E3 C3 (E3 G3)', 'r:1/1', [], '2-4'],
    ['accent', '(C3 G3):1/4 r:1/4 (C3 G3):1/4 r:1/4', 'r:1/4 E4 r:1/4 E4', [0], '0-1 2-3'],
    ['accent', '(C3 G3):1/2 (F3 A3):1/2', 'r:1/4 E4 r:1/4 E4', [0], '0-2 2-4'],
    ['accent', '(C3 G3):1/4 r:3/4', 'r:1/2 E4:1/2', [0], '0-1'],
    ['accent', '(C3 G3):1/2 r:1/2', 'r:1/4 E4:1/4 r:1/2', [0], '0-1'],
    ['each-bass', 'C3 C3 B2 B2', 'r:1/1', [0], '0-2 2-4'],
    ['each-bass', 'C3 C3 C3 C3', 'r:1/1', [0, 2], '0-2 2-4'],
    ['each-bass', 'C3 (C3 E3) (B2 E3) C3', 'r:1/1', [0], '0-2 2-3 3-4'],
  ])('%s over %s, under %s', (policy, left, right, harmonies, expected) =>
    expect(points(policy, measureOf(left, right, harmonies))).toBe(expected),
  );

  it('lift where both hands rest: a rest stays a rest', () => {
    expect(points('legato', measureOf('C3:1/2 r:1/2', 'E4:1/4 r:3/4'))).toBe('0-2');
    expect(points('legato', measureOf('C3:1/4 r:3/4', 'E4:3/4 r:1/4'))).toBe('0-3');
    expect(points('legato', measureOf('r:1/1'))).toBe('');
    expect(points('legato', measureOf('r:1/2 C3:1/2', 'r:1/1', [0, 2]))).toBe('2-4');
  });

  it.each([
    ['C3:1/4 r:1/4 C3:1/2', 'E4:1/4 r:1/4 E4:1/2', '0-1 2-4'],
    ['C3:1/4 r:1/2 C3', 'E4:1/4 r:1/4 E4:1/2', '0-1 3-4'],
    ['r:1/4 C3:3/4', 'r:1/1', '1-4'],
    ['C3:1/1', 'E4 r:1/4 E4 r:1/4', '0-4'],
  ])('legato over %s, under %s: never through a rest of both hands', (left, right, expected) =>
    expect(points('legato', measureOf(left, right))).toBe(expected),
  );

  it('lift for a silence that is asked for, and go down again with the left hand', () => {
    const silences = [{ from: 2 * QUARTER, to: 3 * QUARTER }];
    expect(points('legato', { ...measureOf('C3 E3 G3 E3'), silences })).toBe('0-2 3-4');
    expect(points('legato', { ...measureOf('C3:1/1'), silences })).toBe('0-2');
    expect(points('low-under-chord', { ...measureOf('C2 (E3 G3):3/4'), silences })).toBe('0-2');
  });

  it.each([
    ['C3 r:1/4 C3 r:1/4', 'r:1/4 E4 r:1/4 E4', true],
    ['r:1/4 (E3 G3) r:1/4 (E3 G3)', 'C5 r:1/4 C5 r:1/4', true],
    ['(C3 E3 G3) r:3/4', 'r:1/2 E4 G4', true],
    ['C3:1/1', 'r:1/4 E4 r:1/4 E4', false],
    ['C3 r:1/4 C3 r:1/4', 'E4:1/1', false],
    ['C3 E3 G3 E3', 'C5:1/2 E5:1/2', false],
    // Less than half of what is struck is answered, then half.
    ['C3 r:1/4 C3 C3', 'r:1/4 E4:1/2 r:1/4', false],
    ['C3 r:1/4 C3:1/2', 'r:1/4 E4 r:1/2', true],
    // The answer comes before the hand has let go, or not at all.
    ['C3:3/8 r:5/8', 'r:1/4 E4 r:1/2', false],
    ['C3 r:3/4', 'r:1/1', false],
    ['C3 r:1/4 C3 r:1/4', 'E4 r:1/4 E4 r:1/4', false],
  ])('one hand strikes, rests, and the other answers: %s under %s is %s', (left, right, expected) => {
    const measure = measureOf(left, right);
    expect(isAnswered(measure)).toBe(expected);
    if (expected && !left.startsWith('r')) expect(points('accent', measure)).toMatch(/^0-1/);
  });

  it('are down with a right hand that strikes alone, up as the left answers', () =>
    expect(points('accent', measureOf('r:1/4 (E3 G3) r:1/4 (E3 G3)', 'C5 r:1/4 C5 r:1/4'))).toBe('0-1 2-3'));

  it.each([
    ['C3:1/1', 'C5 r:1/4 C5 r:1/4', '0-4'],
    ['r:1/4 E3:1/4 r:1/2', 'C5:1/4 r:3/4', '0-1'],
    ['r:1/4 E3:1/4 r:1/2', 'C5:1/2 r:1/2', ''],
    ['r:1/1', 'C5 r:1/4 C5 r:1/4', ''],
    ['r:1/1', 'r:1/1', ''],
    // Both begin together: the left hand leads.
    ['C3 r:3/4', 'C5:1/8 r:1/8 E5 r:1/2', '0-1'],
  ])('accents over %s, under %s: %s', (left, right, expected) =>
    expect(points('accent', measureOf(left, right))).toBe(expected),
  );

  it('are none for a right hand that strikes while the left holds on from before', () => {
    const measure = measureOf('C3:1/2 E3:1/2', 'C5 r:1/4 C5 r:1/4');
    const tiedInto = new Set([measure.left[0]!.id as string]);
    expect(points('accent', { ...measure, tiedInto })).toBe('');
  });

  it('are not put down by a note that is held over, nor lifted by one', () => {
    const held = measureOf('C3:1/2 D3:1/2');
    const tiedInto = new Set([held.left[0]!.id as string]);
    expect(points('held-bass', { ...held, tiedInto })).toBe('2-4');
    const answered = measureOf('(C3 G3):1/4 r:3/4', 'r:1/8 E4:1/8 E4:1/4 r:1/2');
    expect(points('accent', answered)).toBe('0-0.5');
    expect(points('accent', { ...answered, tiedInto: new Set([answered.right[0]!.id as string]) })).toBe(
      '0-1',
    );
  });

  it('begin with the measure, and end with it', () => {
    const late = measureOf('C3:1/1');
    expect(points('held-bass', { ...late, start: QUARTER })).toBe('');
    expect(points('legato', { ...late, end: 3 * QUARTER })).toBe('0-3');
  });

  it('are the score’s own where that is asked for: in order, apart, and inside', () => {
    const span = (down: number, up: number) => ({ down: down * QUARTER, up: up * QUARTER });
    const measure = measureOf('C3:1/1');
    const written = (...spans: readonly ReturnType<typeof span>[]) =>
      points('as-written', { ...measure, written: spans });
    expect(written()).toBe('');
    expect(written(span(2, 3), span(0, 1))).toBe('0-1 2-3');
    expect(written(span(0, 2), span(1, 3))).toBe('0-2 2-3');
    expect(written(span(0, 3), span(1, 2))).toBe('0-3');
    expect(written(span(3, 9))).toBe('3-4');
  });
});
