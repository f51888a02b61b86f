import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { keepPin } from '../document/pins/keep';
import { pedalPinId } from '../document/pins/pedal';
import { pedalPointsPinId } from '../document/pins/pedal-points';
import {
  easeMeasure,
  easier,
  keepTune,
  leaveOut,
  otherTexture,
  pedalAs,
  releaseAt,
  takeAway,
  takePedalAway,
  toOtherHand,
} from './remedies';

const { notes } = scoreFromText({ time: [4, 4], key: 'C', right: 'C5:1/1', left: 'C3:1/1' });
const [left, right] = [notes.find(({ staff }) => staff === 1)!, notes.find(({ staff }) => staff === 0)!];

describe('a remedy', () => {
  it('gives a note to the hand that has it not', () => {
    expect(toOtherHand(left)).toMatchObject({
      label: 'Give it to the right hand',
      put: [{ hand: 'right', note: left.id }],
    });
    expect(toOtherHand(right)).toMatchObject({
      label: 'Give it to the left hand',
      put: [{ hand: 'left', note: right.id }],
    });
  });

  it('lets go by ticks of the source, counted from the note', () =>
    expect(releaseAt({ ...left, at: 4000 as typeof left.at }, 10_000, 2).put).toMatchObject([
      { duration: 3000 },
    ]));

  it('eases by a rung, and measures each by one', () => {
    expect(easeMeasure(3, 2).put).toMatchObject([{ measure: 3, by: 1 }]);
    expect(easier([1, 2]).put).toMatchObject([
      { measure: 1, by: -1 },
      { measure: 2, by: -1 },
    ]);
  });

  it('takes away what it names, and nothing else', () => {
    expect(takeAway(keepPin(2))).toEqual({
      label: 'Take the pin away',
      put: [],
      remove: [keepPin(2).id],
      recipe: null,
    });
    expect(takePedalAway(2)).toEqual({
      label: 'Take the pedal pin away',
      put: [],
      remove: [pedalPinId(2), pedalPointsPinId(2)],
      recipe: null,
    });
    expect(pedalAs(2, 'legato', 'Legato').remove).toEqual([pedalPointsPinId(2)]);
  });

  it('keeps the tune, leaves a note out, or takes another texture by its name', () => {
    expect(keepTune(5)).toMatchObject({
      label: 'Keep the tune whole here',
      put: [{ kind: 'keep', measure: 5 }],
    });
    expect(leaveOut(left)).toMatchObject({
      label: 'Leave it out',
      put: [{ kind: 'leave-out', note: left.id }],
    });
    expect(otherTexture(1, 'open-fifth').label).toMatch(/^Left hand: \S/);
    expect(otherTexture(1, 'open-fifth').put).toMatchObject([
      { kind: 'texture', measure: 1, texture: 'open-fifth' },
    ]);
  });
});
