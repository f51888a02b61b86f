import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { fingerPinId } from '../document/pins/finger';
import { fingerSnags } from './finger-snags';

const { notes } = scoreFromText({ time: [4, 4], key: 'C', right: '(C5 G5 E6):1/1', left: '(C3 E4):1/1' });
const right = notes.filter(({ staff }) => staff === 0).reverse();
const left = notes.filter(({ staff }) => staff === 1);

describe('fingers that a hand cannot take', () => {
  it('are those set on a chord: the ones the teacher set are what can be taken away', () => {
    const [snag] = fingerSnags([{ kind: 'pins', notes: right, hand: 'right' }], (id) => id !== right[1]!.id);
    expect(snag).toMatchObject({
      code: 'fingers',
      hand: 'right',
      measure: 0,
      sentence: 'The fingers set on C5 G5 E6 cannot be taken together by the right hand.',
    });
    expect(snag!.notes).toHaveLength(3);
    expect(snag!.remedies).toMatchObject([
      {
        label: 'Take these fingers away',
        put: [],
        remove: [fingerPinId(right[2]!.id), fingerPinId(right[0]!.id)],
      },
    ]);
  });

  it('are passes of the thumb where the rung has none yet', () => {
    const [snag] = fingerSnags([{ kind: 'pass', notes: [right[0]!, right[1]!], hand: 'right' }], () => false);
    expect(snag).toMatchObject({ code: 'thumb-pass', hand: 'right', measure: 0, remedies: [] });
    expect(snag!.sentence).toMatch(/^The thumb passes between .* and .*, and this rung has no passes yet\.$/);
  });

  it('have nothing to take away where all came with the source', () => {
    const [snag] = fingerSnags([{ kind: 'pins', notes: left, hand: 'left' }], () => false);
    expect(snag!.remedies).toEqual([]);
  });

  it('take one finger away by that name', () => {
    const [snag] = fingerSnags([{ kind: 'pins', notes: left, hand: 'left' }], (id) => id === left[0]!.id);
    expect(snag!.remedies.map(({ label }) => label)).toEqual(['Take the finger away']);
  });

  it('are missing where a chord is too wide: its inner end is what can go', () => {
    const [ofRight, ofLeft] = fingerSnags(
      [
        { kind: 'reach', notes: right, hand: 'right' },
        { kind: 'reach', notes: left, hand: 'left' },
      ],
      () => true,
    );
    expect(ofRight!.sentence).toBe(
      'No fingers of this right hand hold C5 G5 E6 together. Never force it: release, roll or re-voice.',
    );
    expect(ofRight!.remedies.map(({ label }) => label)).toEqual([
      'Leave out C5',
      'Give it to the left hand',
      'Move C5 up an octave',
    ]);
    expect(ofLeft!.remedies.map(({ label }) => label)).toEqual([
      'Leave out E4',
      'Give it to the right hand',
      'Move C3 up an octave',
    ]);
  });

  it('keep two troubles of one measure apart', () => {
    const ids = fingerSnags(
      [
        { kind: 'pins', notes: left, hand: 'left' },
        { kind: 'reach', notes: left, hand: 'left' },
        { kind: 'reach', notes: right, hand: 'right' },
      ],
      () => true,
    ).map(({ id }) => id);
    expect(new Set(ids).size).toBe(3);
  });
});
