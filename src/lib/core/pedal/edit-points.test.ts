import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { liftAt, movePoint, putDown } from './edit-points';
import type { PedalSpan } from './place-pedal';

const spans: readonly PedalSpan[] = [
  { down: 0, up: 4 },
  { down: 4, up: 8 },
];

describe('editing pedal points', () => {
  it('moves a point between its neighbours', () => {
    expect(movePoint(spans, 0, 'up', 2)).toEqual([{ down: 0, up: 2 }, spans[1]]);
    expect(movePoint(spans, 0, 'up', 6)).toEqual(spans);
    expect(movePoint(spans, 1, 'down', 1)).toEqual(spans);
    expect(movePoint(spans, 1, 'up', 4)).toEqual([spans[0]]);
  });

  it('puts down, changes and lifts', () => {
    expect(putDown([], 2, 8)).toEqual([{ down: 2, up: 8 }]);
    expect(putDown(spans, 2, 8)).toEqual([{ down: 0, up: 2 }, { down: 2, up: 4 }, spans[1]]);
    expect(putDown(spans, 4, 8)).toEqual(spans);
    expect(liftAt(spans, 6)).toEqual([spans[0], { down: 4, up: 6 }]);
    expect(liftAt(spans, 4)).toEqual([spans[0]]);
  });

  it('never makes spans that overlap or run backwards', () => {
    const edit = fc.record({
      kind: fc.constantFrom('down', 'up', 'put', 'lift'),
      index: fc.nat(4),
      at: fc.nat(16),
    });
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
        let now: readonly PedalSpan[] = [];
        for (const { kind, index, at } of edits) {
          if (kind === 'put') now = putDown(now, at, 16);
          else if (kind === 'lift') now = liftAt(now, at);
          else now = movePoint(now, index, kind as 'down' | 'up', at);
          let last = 0;
          for (const { down, up } of now) {
            expect(down).toBeGreaterThanOrEqual(last);
            expect(up).toBeGreaterThan(down);
            last = up;
          }
        }
      }),
    );
  });
});
