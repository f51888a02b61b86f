import { describe, expect, it } from 'vitest';
import { GRACE } from '../../testing/grace';
import { ticks } from '../units';
import { contextFor, measureOfText } from '../../testing/candidate-context';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import { unlikenessPart } from '../load/load';
import { midiOf, pitchName } from '../pitch/pitch';
import { DEFAULT_RUNGS } from '../limits/rungs';
import { clearKeys, fromAbove, joinHands } from './candidates';
import type { ChordDemand } from './chord-sounds';
import { PRICES, weighHand, type CandidateContext } from './hand-choice';

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

  it('are let go by what was struck in the same voice at the same time alone', () => {
    const { right, left } = measureOfText('r:1/2 C4:1/4 r:1/4', '(C3 C4):3/4 E3:1/4');
    const other = { ...left[0]!, id: 'other' as (typeof left)[0]['id'], voice: 'second' };
    const cleared = clearKeys(right, [...left, other])!.notes;
    expect(cleared.map(({ duration }) => duration / 10_080)).toEqual([2, 2, 1, 3]);
    expect(cleared.map(({ tieTo }) => tieTo)).toEqual([null, null, null, null]);
    const graced = clearKeys(right, [{ ...left[0]!, grace: GRACE, duration: ticks(0) }, ...left])!.notes;
    expect(graced.map(({ duration }) => duration / 10_080)).toEqual([0, 2, 2, 1]);
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

describe('what a pair costs by its chords', () => {
  /** C major over the whole measure, or what is said of it instead. */
  const chordOfC: ChordDemand = {
    at: 0,
    end: 40_320,
    bass: 0,
    isOverAnother: false,
    isSectionEnd: false,
    isChange: true,
    telling: 1 << 4,
    bare: (1 << 0) | (1 << 7),
  };

  function priceOf(
    leftText: string,
    demand: Partial<ChordDemand> = {},
    change: Partial<CandidateContext> = {},
    texture: LeftTexture = 'held-root',
  ): number {
    const { right, left, measure } = measureOfText('C6:1/1', leftText);
    const context = contextFor(measure, right, { demands: [{ ...chordOfC, ...demand }], ...change });
    // What a texture makes has ids of its own.
    const made = left.map((note, index) => ({ ...note, id: `g0L${index}root` as typeof note.id }));
    const weigh = (hand: 'right' | 'left', notes: typeof left, own: LeftTexture | RightTexture) =>
      weighHand(context, hand, {
        texture: own as never,
        rhythm: 'any',
        music: { notes, rests: [], losses: [] },
      });
    const [upper, lower] = [weigh('right', right, 'tune'), weigh('left', made, texture)];
    const joined = joinHands(context, upper as never, lower as never);
    return joined.cost - upper.price - lower.price;
  }
  const { tellingTone, bassAtChange, offTheBassAtEnd } = PRICES;

  it('is the bass that is not there where the chord changes', () => {
    expect(priceOf('C3:1/1')).toBe(0);
    expect(priceOf('G2:1/1')).toBe(bassAtChange);
    expect(priceOf('G2:1/1', { isChange: false })).toBe(0);
    expect(priceOf('r:1/1')).toBe(bassAtChange);
  });

  it('is the bass that is not there where a section ends, whether the chord changes or not', () => {
    for (const isChange of [true, false]) {
      expect(priceOf('G2:1/1', { isSectionEnd: true, isChange })).toBe(offTheBassAtEnd);
      expect(priceOf('C3:1/1', { isSectionEnd: true, isChange })).toBe(0);
    }
  });

  it('is each tone that tells the chord and is not heard, wherever the chord stands', () => {
    for (const demand of [{}, { isChange: false }, { isSectionEnd: true }])
      expect(priceOf('(C3 G3 A3):1/1', demand)).toBe(tellingTone);
    expect(priceOf('(G2 C3 A3):1/1')).toBe(tellingTone + bassAtChange);
    expect(priceOf('(C3 E3 G3):1/1')).toBe(0);
  });

  it('asks for no bass of a solo’s close triad, or of a hand that stays in its position', () => {
    const triad = '(E3 G3 C4):1/1';
    expect(priceOf(triad, {}, {}, 'close-triads')).toBe(0);
    expect(priceOf(triad, { isOverAnother: true }, {}, 'close-triads')).toBe(bassAtChange);
    expect(priceOf(triad, {}, { setting: 'sing' }, 'close-triads')).toBe(bassAtChange);
    expect(priceOf(triad)).toBe(bassAtChange);
    const rung = { ...DEFAULT_RUNGS.at(-1)!, leftPosition: 'one-per-section' as const };
    expect(priceOf(triad, {}, { rung })).toBe(0);
    expect(priceOf(triad, {}, { rung, setting: 'sing' })).toBe(bassAtChange);
    expect(priceOf('r:1/1', {}, { rung })).toBe(bassAtChange);
  });

  it('asks nothing of the composer’s own left hand, or of a study', () => {
    const wrong = '(G2 D3 A3):1/1';
    expect(priceOf(wrong)).toBeGreaterThan(0);
    expect(priceOf(wrong, {}, {}, 'as-written')).toBe(0);
    expect(priceOf(wrong, {}, { setting: 'study' })).toBe(0);
  });

  it('tells what an accompaniment makes from notes that were given', () => {
    const { left, right, measure } = measureOfText('C6:1/1', '(C3 G3 A3):1/1');
    const context = contextFor(measure, right, { demands: [chordOfC] });
    const soundOf = (texture: LeftTexture, ids: readonly string[]) =>
      weighHand(context, 'left', {
        texture,
        rhythm: 'any',
        music: {
          notes: left.map((note, index) => ({ ...note, id: ids[index] as typeof note.id })),
          rests: [],
          losses: [],
        },
      }).sounds[0]!;
    const made = ['g0L0root', 'g0L1fifth', 'g0L2third'];
    expect(soundOf('held-root', made).made).not.toBe(0);
    expect(soundOf('as-written', made).made).toBe(0);
    expect(
      soundOf(
        'held-root',
        left.map(({ id }) => id),
      ).made,
    ).toBe(0);
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
