import { expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { positionsOf, positionWords } from './positions';

function found(hand: 'right' | 'left', notes: string, fingers: readonly number[]) {
  const rest = notes
    .split('|')
    .map(() => 'r:1/1')
    .join(' | ');
  const score = scoreFromText({
    time: [4, 4],
    key: 'C',
    right: hand === 'right' ? notes : rest,
    left: hand === 'right' ? rest : notes,
  });
  const own = score.notes;
  return positionsOf(own, new Map(own.map((note, index) => [note.id, { finger: fingers[index]! }])), hand);
}

it('names a position by the lowest of its five letters, in either hand', () => {
  expect(positionWords(found('right', 'E4 G4 C4 D4', [3, 5, 1, 2]))).toBe('C position');
  expect(positionWords(found('left', 'C3 G3 E3 C3', [5, 1, 3, 5]))).toBe('C position');
  expect(positionWords(found('right', 'F#4 A4 D4 E4', [3, 5, 1, 2]))).toBe('D position');
});

it('says where the hand goes on to', () => {
  expect(positionWords(found('right', 'C4 D4 E4 F4', [1, 2, 3, 1]))).toBe('C position, then thumb on F');
  const two = found('right', 'C4 D4 F4 G4', [1, 2, 1, 2]);
  expect(two.map(({ keys }) => [...keys])).toEqual([
    [
      [60, 1],
      [62, 2],
    ],
    [
      [65, 1],
      [67, 2],
    ],
  ]);
});
