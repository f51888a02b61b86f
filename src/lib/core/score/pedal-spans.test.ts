import { expect, it } from 'vitest';
import { ticks } from '../units';
import type { Mark } from './model';
import { pedalSpans } from './pedal-spans';

const mark = (at: number, action: 'down' | 'up' | 'change'): Mark => ({
  kind: 'pedal',
  action,
  part: 0,
  staff: 1,
  measure: 0,
  at: ticks(at),
});

it('goes from down to up, and on at a change', () => {
  expect(pedalSpans([mark(0, 'down'), mark(4, 'change'), mark(8, 'up')])).toEqual([
    { down: 0, up: 4 },
    { down: 4, up: 8 },
  ]);
});

it('stays down when asked for again, and is open where it is never lifted', () => {
  expect(pedalSpans([mark(0, 'down'), mark(2, 'down'), mark(4, 'up'), mark(6, 'down')])).toEqual([
    { down: 0, up: 4 },
    { down: 6, up: null },
  ]);
});

it('makes nothing of a lift without a press, in whatever order the marks come', () => {
  expect(pedalSpans([mark(3, 'up'), mark(1, 'down'), mark(0, 'up')])).toEqual([{ down: 1, up: 3 }]);
});
