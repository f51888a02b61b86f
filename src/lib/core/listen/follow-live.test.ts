import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { arrangedAt } from '../../testing/hearing';
import { scoreFromText } from '../../testing/score-from-text';
import { LiveFollower } from './follow-live';
import { expectedOf } from './moments';

const LINE = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4 D4 E4 F4 | G4 A4 B4 C5 | D5 C5 B4 A4 | G4 F4 E4 D4',
});
const WHOLE = { from: 0, to: Infinity, hand: null };

/** The measures that the follower says, key after key, half a second apart. */
const measuresOf = (follower: LiveFollower, keys: readonly number[]) =>
  keys.map((key, index) => follower.press(key, index * 500)!.measure);

describe('following a player while they play', () => {
  it('is where they are, key by key, in every demo tune', () => {
    for (const { score } of demoTunes()) {
      const arranged = arrangedAt(score, 3);
      const follower = new LiveFollower(arranged, WHOLE);
      const { moments } = expectedOf(arranged, null, false);
      for (const moment of moments)
        for (const [index, { key }] of moment.keys.entries()) {
          const at = follower.press(key, moment.tick / 2 + index);
          if (index === moment.keys.length - 1) expect(at).toMatchObject({ tick: moment.tick });
        }
    }
  });

  it('goes on after a wrong key, and finds a restart', () => {
    const keys = [60, 62, 64, 65, 67, 70, 71, 72];
    expect(measuresOf(new LiveFollower(LINE, WHOLE), keys)).toEqual([0, 0, 0, 0, 1, 1, 1, 1]);
    const again = [60, 62, 64, 65, 67, 69, 60, 62, 64, 65];
    expect(measuresOf(new LiveFollower(LINE, WHOLE), again).slice(-3)).toEqual([0, 0, 0]);
  });

  it('takes the setting of the keyboard off, and begins in the passage that is asked for', () => {
    expect(measuresOf(new LiveFollower(LINE, WHOLE, 2), [62, 64, 66])).toEqual([0, 0, 0]);
    const follower = new LiveFollower(LINE, { from: 2, to: 3, hand: 'right' });
    expect(measuresOf(follower, [74, 72, 71])).toEqual([2, 2, 2]);
  });

  it('has no place in a hand that rests', () => {
    expect(new LiveFollower(LINE, { ...WHOLE, hand: 'left' }).press(60, 0)).toBeNull();
  });
});
