import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import type { Loss } from '../score/losses';
import { recordsOf } from './records';
import { snag } from './snag';

const { measures } = scoreFromText({ time: [4, 4], key: 'C', right: 'C4:1/1 | C4:1/1 | C4:1/1' });
const loss = (kind: Loss['kind'], measure: number): Loss => ({
  kind,
  measure,
  hand: 'left',
  notes: [],
  sentence: kind,
});

describe('records for programs', () => {
  it('name snags and losses by code, measure by measure, with the printed number', () => {
    const snags = [
      snag({ code: 'reach', measure: 2, hand: 'right', sentence: 'Too wide.' }),
      snag({ code: 'signature', measure: 0, isOfPiece: true, sentence: 'Too many signs.' }),
    ];
    expect(recordsOf({ snags, losses: [loss('rolled', 1)] }, measures)).toEqual([
      {
        kind: 'snag',
        code: 'signature',
        measureIndex: 0,
        number: '1',
        hand: null,
        scope: 'piece',
        sentence: 'Too many signs.',
      },
      {
        kind: 'loss',
        code: 'roll',
        measureIndex: 1,
        number: '2',
        hand: 'left',
        scope: 'measure',
        sentence: 'rolled',
      },
      {
        kind: 'snag',
        code: 'reach',
        measureIndex: 2,
        number: '3',
        hand: 'right',
        scope: 'measure',
        sentence: 'Too wide.',
      },
    ]);
  });

  it('have a code of their own for every kind of loss', () => {
    const kinds = [
      'left-out',
      'joined',
      'shortened',
      'moved',
      'rolled',
      'other-hand',
      'replaced',
      'sign',
    ] as const;
    const codes = recordsOf({ snags: [], losses: kinds.map((kind) => loss(kind, 0)) }, measures).map(
      ({ code }) => code,
    );
    expect(codes).toEqual([
      'left-out',
      'joined',
      'shortened',
      'moved',
      'roll',
      'other-hand',
      'replaced',
      'touch',
    ]);
  });
});
