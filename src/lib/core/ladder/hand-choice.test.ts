import { describe, expect, it } from 'vitest';
import { contextFor, measureOfText } from '../../testing/candidate-context';
import { leftRank } from '../document/choices/textures.data';
import { DEFAULT_RUNGS } from '../limits/rungs';
import { LIMITS } from '../limits/registry';
import type { Note } from '../score/model';
import type { Loss } from '../score/losses';
import { PRICES, weighHand, type CandidateContext } from './hand-choice';

const { right, left, measure } = measureOfText('C5 D5 E5 F5', 'C3:1/2 G3:1/2');

function priceOf(losses: readonly Pick<Loss, 'kind' | 'notes'>[], change: Partial<CandidateContext> = {}) {
  const music = { notes: right, rests: [], losses: losses as readonly Loss[] };
  return weighHand(contextFor(measure, right, change), 'right', { texture: 'tune', rhythm: 'any', music })
    .price;
}

const ids = (notes: readonly Note[]) => notes.map(({ id }) => id);

describe('what speaks against a hand’s music', () => {
  it('is nothing for the tune as it is, in the house’s texture and within the rung', () => {
    const choice = weighHand(contextFor(measure, right), 'right', {
      texture: 'tune',
      rhythm: 'any',
      music: { notes: right, rests: [], losses: [] },
    });
    expect(choice).toMatchObject({
      price: 0,
      breaks: [],
      lowest: 72,
      highest: 77,
      texture: 'tune',
      rhythm: 'any',
    });
    expect(choice.work.touches).toHaveLength(4);
  });

  it('is what it leaves out: most of all the tune’s strong notes', () => {
    const [first, second] = ids(right);
    const strongTune = new Set([first!]);
    expect(priceOf([{ kind: 'left-out', notes: [first!] }], { strongTune })).toBe(PRICES.strongTuneNote);
    expect(priceOf([{ kind: 'left-out', notes: [second!] }], { strongTune })).toBe(PRICES.tuneNote);
    expect(priceOf([{ kind: 'left-out', notes: ids(left) }])).toBe(2 * PRICES.otherNote);
    expect(priceOf([{ kind: 'shortened', notes: [first!, second!] }])).toBe(2 * PRICES.shortened);
    expect(
      priceOf([
        { kind: 'moved', notes: [first!] },
        { kind: 'joined', notes: [second!] },
      ]),
    ).toBe(0);
  });

  it('is how far its texture is from the house’s', () => {
    const weigh = (
      texture: 'held-root' | 'open-fifth' | 'close-triads',
      house: 'held-root' | 'close-triads',
    ) =>
      weighHand(contextFor(measure, right, { houseLeft: house }), 'left', {
        texture,
        rhythm: 'any',
        music: { notes: left, rests: [], losses: [] },
      }).price;
    const ranks = Math.abs(leftRank('close-triads') - leftRank('held-root'));
    expect(ranks).toBeGreaterThan(0);
    expect(weigh('held-root', 'held-root')).toBe(0);
    expect(weigh('close-triads', 'held-root')).toBe(PRICES.otherTexture + ranks * PRICES.texturePerRank);
    expect(weigh('held-root', 'close-triads')).toBe(PRICES.otherTexture + ranks * PRICES.texturePerRank);
  });

  it('is judged for the right hand by the right hand’s house', () => {
    const price = (houseRight: 'tune' | 'as-written') => priceOf([], { houseRight });
    expect(price('tune')).toBe(0);
    expect(price('as-written')).toBeGreaterThanOrEqual(PRICES.otherTexture);
  });

  it('is every limit that it breaks, by the hand’s own comfortable span', () => {
    const tenth = measureOfText('C6:1/1', '(C3 E4):1/1');
    const choice = (comfortable: number) =>
      weighHand(
        contextFor(tenth.measure, [], {
          rung: DEFAULT_RUNGS[0]!,
          size: { right: { comfortable: 20, largest: 20 }, left: { comfortable, largest: 20 } },
        }),
        'left',
        { texture: 'as-written', rhythm: 'any', music: { notes: tenth.left, rests: [], losses: [] } },
      );
    const broken = choice(12).breaks.map(({ limit }) => limit);
    expect(broken).toContain('width');
    const prices = broken.reduce((sum, limit) => sum + LIMITS[limit].price, 0);
    expect(choice(12).price).toBeGreaterThanOrEqual(prices);
    expect(prices).toBeGreaterThan(0);
  });

  it('takes over work that is known', () => {
    const context = contextFor(measure, right);
    const music = { notes: right, rests: [], losses: [] };
    const { work } = weighHand(context, 'right', { texture: 'tune', rhythm: 'any', music });
    const again = weighHand(context, 'right', { texture: 'tune', rhythm: 'any', music }, work);
    expect(again.work).toBe(work);
  });
});

describe('notes that are held', () => {
  const tied = measureOfText('C5:1/2~ C5:1/4 D5:1/4', 'C3:1/1');
  const touches = (
    notes: readonly Note[],
    change: Partial<CandidateContext['material']>,
    rhythm: 'any' | 'quarters' = 'any',
  ) => {
    const context = contextFor(tied.measure, tied.right);
    return weighHand({ ...context, material: { ...context.material, ...change } }, 'right', {
      texture: 'tune',
      rhythm,
      music: { notes, rests: [], losses: [] },
    }).work.touches.length;
  };

  it('are no touch: tied inside the measure', () => expect(touches(tied.right, {})).toBe(2));

  it('are no touch when they were struck in the measure before, where the rhythm strikes them there', () => {
    const [first] = tied.right;
    expect(touches(tied.right, { heldFrom: new Map([[first!.id, 0]]) })).toBe(1);
    expect(touches(tied.right, { heldFrom: new Map([[first!.id, -1]]) })).toBe(1);
    // Struck between beats: a rhythm of quarters leaves that out, so the note is struck here.
    expect(touches(tied.right, { heldFrom: new Map([[first!.id, 5_040]]) })).toBe(1);
    expect(touches(tied.right, { heldFrom: new Map([[first!.id, 5_040]]) }, 'quarters')).toBe(2);
  });

  it('are a touch where they enter late', () => {
    const [first] = tied.right;
    expect(
      touches(tied.right, { heldFrom: new Map([[first!.id, 0]]), startOf: new Map([[first!.id, 999]]) }),
    ).toBe(2);
  });
});
