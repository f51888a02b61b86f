import { describe, expect, it } from 'vitest';
import { contextFor, measureOfText } from '../../testing/candidate-context';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import { unlikenessPart } from '../load/load';
import { midiOf, pitchName } from '../pitch/pitch';
import { DEFAULT_RUNGS } from '../limits/rungs';
import { clearKeys, fromAbove, joinHands } from './candidates';
import { PRICES, weighHand } from './hand-choice';

function hands(rightText: string, leftText: string) {
  const { right, left, measure } = measureOfText(rightText, leftText);
  const context = contextFor(measure, right);
  return {
    context,
    right: weighHand<RightTexture>(context, 'right', {
      texture: 'tune',
      rhythm: 'any',
      music: { notes: right, rests: [], losses: [] },
    }),
    left: weighHand<LeftTexture>(context, 'left', {
      texture: 'held-root',
      rhythm: 'any',
      music: { notes: left, rests: [], losses: [] },
    }),
  };
}

const join = (rightText: string, leftText: string) => {
  const { context, right, left } = hands(rightText, leftText);
  return { right, left, joined: joinHands(context, right, left) };
};

describe('keys that both hands want', () => {
  const clear = (rightText: string, leftText: string) => {
    const { right, left } = measureOfText(rightText, leftText);
    const cleared = clearKeys(right, left);
    return (
      cleared && {
        notes: cleared.notes.map(
          ({ pitch, at, duration }) => `${pitchName(pitch)} ${at / 10_080}+${duration / 10_080}`,
        ),
        losses: cleared.losses.map(({ kind, hand, sentence }) => `${kind} ${hand} ${sentence}`),
      }
    );
  };

  it('are none where nothing clashes', () => {
    expect(clear('C5:1/1', 'C4:1/1')).toBeNull();
    expect(clear('r:1/2 C4:1/2', 'C4:1/2 r:1/2')).toBeNull();
    expect(clear('C4:1/2 r:1/2', 'r:1/2 C4:1/2')).toBeNull();
  });

  it('are let go when the right hand comes, with what was struck beside them', () =>
    expect(clear('r:1/2 C4:1/2', '(C3 C4):1/1')).toEqual({
      notes: ['C3 0+2', 'C4 0+2'],
      losses: ['shortened left C4 is let go early: the right hand needs the key.'],
    }));

  it('are left to the right hand where it has them already', () => {
    expect(clear('C4:1/1', '(C3 C4):1/1')).toEqual({
      notes: ['C3 0+4'],
      losses: ['left-out left C4 left out of the left hand: the right hand has the key.'],
    });
    expect(clear('C4:1/1', 'r:1/2 C4:1/2')!.notes).toEqual([]);
  });

  it('end the tie and the tuplet of what is cut short', () => {
    const { right, left } = measureOfText('r:1/2 C4:1/2', 'C4:1/1~ | C4:1/1');
    expect(left[0]!.tieTo).not.toBeNull();
    expect(clearKeys(right, left)!.notes[0]).toMatchObject({ tieTo: null, tuplet: null });
  });
});

describe('two hands together', () => {
  it('cost what each costs', () => {
    const { right, left, joined } = join('C5 D5 E5 F5', 'C3:1/1');
    expect(joined.cost).toBe(right.price + left.price);
    expect(joined.left).toBe(left);
    expect(joined.isFromAbove).toBe(false);
  });

  it('have the load of each hand, and of how far they are apart', () => {
    const { right, left, joined } = join('C5 D5 E5 F5', 'r:1/8 C3:1/4 C3:1/4 C3:1/4 C3:1/8');
    const apart = unlikenessPart(right.work, left.work);
    expect(apart).toBeGreaterThan(0);
    expect(joined.rightBase).toBe(right.work.ownSum + apart);
    expect(joined.leftBase).toBe(left.work.ownSum + apart);
  });

  it('ask no key of both at once: the left hand is freed, told, and rests where it is gone', () => {
    const { joined, left } = join('C4:1/2 C5:1/2', 'C4:1/2 C3:1/2');
    expect(joined.left).not.toBe(left);
    expect(joined.left.music.notes.map(({ pitch }) => midiOf(pitch))).toEqual([48]);
    expect(joined.left.music.losses.map(({ kind }) => kind)).toEqual(['left-out']);
    expect(joined.left.music.rests.map(({ at, duration, staff }) => [at, duration, staff])).toEqual([
      [0, 20_160, 1],
    ]);
    expect(joined.left.texture).toBe('held-root');
    expect(joined.cost).toBe(joined.right.price + joined.left.price);
  });

  it('cost more where they cross, by as many notes as lie above', () => {
    const { right, left, joined } = join('C4:1/1', 'E4:1/2 G4:1/2');
    expect(joined.cost).toBe(right.price + left.price + 2 * PRICES.crossing);
    const apart = join('C4:1/2 G5:1/2', 'C3:1/2 E4:1/2');
    expect(apart.joined.cost).toBe(apart.right.price + apart.left.price);
    const before = join('G5:1/2 C4:1/2', 'E4:1/2 C3:1/2');
    expect(before.joined.cost).toBe(before.right.price + before.left.price);
  });
});

describe('the choice of the rung above', () => {
  it('is judged by this rung, with the work that is known', () => {
    const [right, left] = ['C5:1/16 D5:1/16 E5:1/16 F5:1/16 r:3/4', '(C3 E4):1/1'] as const;
    const { context } = hands(right, left);
    const { joined } = join(right, left);
    const lower = fromAbove({ ...context, rung: DEFAULT_RUNGS[0]! }, joined, true);
    expect(lower.isFromAbove).toBe(true);
    expect(lower.right.work).toBe(joined.right.work);
    expect(lower.right.breaks.length).toBeGreaterThan(0);
    expect(lower.cost).toBeGreaterThan(joined.cost);
    expect(lower.rightBase).toBe(joined.rightBase);
  });

  it('still pays for crossing', () => {
    const { context } = hands('C4:1/1', 'E4:1/1');
    const { joined } = join('C4:1/1', 'E4:1/1');
    expect(fromAbove(context, joined, true).cost).toBe(joined.cost);
  });
});
