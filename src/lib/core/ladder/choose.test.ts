import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import { AVERAGE_HAND } from '../hands/reach';
import { isLeap, leap, leapBetween } from '../limits/leap';
import type { Rung } from '../limits/registry';
import { DEFAULT_RUNGS } from '../limits/rungs';
import { handWork, loadTerms, measureLoad, sumOfTerms, unlikenessPart, type HandWork } from '../load/load';
import type { Candidate } from './candidates';
import { chooseCandidates, LOAD_TOLERANCE, type ChooseTask } from './choose';
import { PRICES, type HandChoice } from './hand-choice';

const LENGTH_MS = 2000;
const FIGURES = [
  'C4:1/1',
  'G4:1/1',
  'C5:1/2 C4:1/2',
  'C4 D4 E4 F4',
  '(C4 E4 G4):1/2 D5:1/2',
  'r:1/1',
] as const;

function workOf(text: string): HandWork {
  const { measures, notes } = scoreFromText({ time: [4, 4], key: 'C', right: text });
  const context = { measure: measures[0]!, offset: 0, key: measures[0]!.key, lengthMs: LENGTH_MS };
  return handWork(notes, new Set(), AVERAGE_HAND.right, context);
}
const WORKS = FIGURES.map(workOf);

function side<Texture>(work: HandWork, texture: Texture, rhythm = 'any') {
  return { work, texture, rhythm, music: { notes: [] } } as unknown as HandChoice<Texture>;
}

interface Plan {
  readonly right: number;
  readonly left: number;
  readonly rightTexture: RightTexture;
  readonly leftTexture: LeftTexture;
  readonly cost: number;
}

function candidateOf({ right, left, rightTexture, leftTexture, cost }: Plan): Candidate {
  const [r, l] = [WORKS[right]!, WORKS[left]!];
  const apart = unlikenessPart(r, l);
  return {
    right: side(r, rightTexture),
    left: side(l, leftTexture),
    cost,
    rightBase: r.ownSum + apart,
    leftBase: l.ownSum + apart,
    isFromAbove: false,
  };
}

const rung: Rung = { ...DEFAULT_RUNGS[2]!, load: 20, leapSemitones: 7 };

function taskOf(plan: readonly (readonly Plan[])[], change: Partial<ChooseTask> = {}): ChooseTask {
  return {
    candidates: plan.map((own) => own.map(candidateOf)),
    lengthsMs: plan.map(() => LENGTH_MS),
    opensSection: plan.map(() => false),
    settingAt: plan.map(() => 'solo' as const),
    rung,
    above: null,
    twinOf: plan.map((_, index) => index),
    open: null,
    ...change,
  };
}

function loadBetween(from: Candidate | null, to: Candidate) {
  const right = sumOfTerms(loadTerms(to.right.work, from?.right.work ?? null, to.left.work, LENGTH_MS));
  const left = sumOfTerms(loadTerms(to.left.work, from?.left.work ?? null, to.right.work, LENGTH_MS));
  return { right: Math.round(right / 100), left: Math.round(left / 100), total: measureLoad(right, left) };
}

/** What a way through all measures costs, added up by itself. */
function costOf(task: ChooseTask, path: readonly number[]): number {
  let total = 0;
  for (const [measure, chosen] of path.entries()) {
    const to = task.candidates[measure]![chosen]!;
    const from = measure > 0 ? task.candidates[measure - 1]![path[measure - 1]!]! : null;
    const load = loadBetween(from, to).total;
    total += to.cost + load * PRICES.loadPoint + Math.max(0, load - task.rung.load) * PRICES.loadPointOver;
    for (const hand of ['right', 'left'] as const) {
      const [last, first] = [from?.[hand].work.last, to[hand].work.first];
      const most = task.rung.leapSemitones;
      if (last && first && most !== null && isLeap(leapBetween(last, first), most, false))
        total += leap.price;
    }
    if (from && !task.opensSection[measure]) {
      if (from.right.texture !== to.right.texture) total += PRICES.rightTextureChange;
      const [a, b] = [from.left.texture, to.left.texture];
      if (a !== b) total += [a, b].includes('shares-tune') ? PRICES.sharingChange : PRICES.leftTextureChange;
    }
  }
  return total;
}

const sumOf = (all: readonly number[]) => all.reduce((total, each) => total + each, 0);

function loadsAlong({ candidates }: ChooseTask, path: readonly number[]): readonly number[] {
  const way = path.map((chosen, measure) => candidates[measure]![chosen]!);
  return way.map((to, measure) => loadBetween(way[measure - 1] ?? null, to).total);
}

function allPaths(task: ChooseTask): readonly (readonly number[])[] {
  return task.candidates.reduce<readonly (readonly number[])[]>(
    (paths, own) => paths.flatMap((path) => own.map((_, index) => [...path, index])),
    [[]],
  );
}

const pathOf = (task: ChooseTask) =>
  chooseCandidates(task).map(({ candidate }, measure) => task.candidates[measure]!.indexOf(candidate));

const plain: Plan = { right: 0, left: 0, rightTexture: 'tune', leftTexture: 'held-root', cost: 0 };

const arbitraryPlan = fc.record({
  right: fc.nat(FIGURES.length - 1),
  left: fc.nat(FIGURES.length - 1),
  rightTexture: fc.constantFrom<RightTexture>('tune', 'as-written'),
  leftTexture: fc.constantFrom<LeftTexture>('held-root', 'open-fifth', 'shares-tune'),
  cost: fc.nat(300),
});
const arbitraryPiece = fc.array(fc.array(arbitraryPlan, { minLength: 1, maxLength: 4 }), {
  minLength: 1,
  maxLength: 4,
});

describe('the choice over all measures', () => {
  it('is the cheapest of all ways, and knows what each other candidate would cost beside its neighbours', () => {
    fc.assert(
      fc.property(
        arbitraryPiece,
        fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
        (plan, opensSection) => {
          const task = taskOf(plan, { opensSection });
          const best = Math.min(...allPaths(task).map((path) => costOf(task, path)));
          const path = pathOf(task);
          expect(costOf(task, path)).toBe(best);
          for (const [measure, { extra }] of chooseCandidates(task).entries())
            for (const [index, own] of extra.entries()) {
              const other = path.map((each, at) => (at === measure ? index : each));
              expect(own).toBe(costOf(task, other) - best);
            }
        },
      ),
      { numRuns: 50 },
    );
  });

  it('is the cheapest of the ways that are open, and still knows what the others would cost', () => {
    fc.assert(
      fc.property(
        arbitraryPiece,
        fc.array(fc.array(fc.nat(3), { minLength: 1 }), { minLength: 4, maxLength: 4 }),
        (plan, kept) => {
          const task = taskOf(plan);
          const open = task.candidates.map((own, measure) =>
            own.filter((_, index) => kept[measure]!.some((each) => each % own.length === index)),
          );
          const ways = allPaths(task).filter((path) =>
            path.every((index, measure) => open[measure]!.includes(task.candidates[measure]![index]!)),
          );
          const best = Math.min(...ways.map((path) => costOf(task, path)));
          const path = pathOf({ ...task, open });
          expect(ways).toContainEqual(path);
          expect(costOf(task, path)).toBe(best);
          for (const [measure, { extra }] of chooseCandidates({ ...task, open }).entries())
            for (const [index, own] of extra.entries()) {
              const other = path.map((each, at) => (at === measure ? index : each));
              expect(own).toBe(Math.max(0, costOf(task, other) - best));
            }
        },
      ),
      { numRuns: 100 },
    );
  });

  it('gives measures with the same candidates and the same music the same one', () => {
    fc.assert(
      fc.property(arbitraryPiece, fc.array(fc.nat(3), { minLength: 4, maxLength: 4 }), (plan, likes) => {
        const twinOf = plan.map((_, index) => Math.min(index, likes[index]!));
        // A measure is like the first of its kind, never like a copy.
        for (const [index, like] of twinOf.entries()) twinOf[index] = twinOf[like]!;
        const task = taskOf(
          plan.map((_, index) => plan[twinOf[index]!]!),
          { twinOf },
        );
        const path = pathOf(task);
        for (const [index, first] of twinOf.entries()) expect(path[index]).toBe(path[first]);
      }),
      { numRuns: 30 },
    );
  });

  it('weighs no more than the rung above, on the whole and at the peak, and little more in a measure', () => {
    const heavier = fc.array(fc.record({ own: arbitraryPlan, above: arbitraryPlan }), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(heavier, (plan) => {
        const upper = taskOf(plan.map(({ above }) => [above]));
        const above = chooseCandidates(upper).map(({ load }) => load.total);
        const own = taskOf(plan.map((each) => [each.own, each.above]));
        const candidates = own.candidates.map(([first, last]) => [first!, { ...last!, isFromAbove: true }]);
        const loads = chooseCandidates({ ...own, candidates, above }).map(({ load }) => load.total);
        expect(sumOf(loads)).toBeLessThanOrEqual(sumOf(above));
        expect(Math.max(...loads)).toBeLessThanOrEqual(Math.max(...above));
        for (const [index, load] of loads.entries())
          expect(load).toBeLessThanOrEqual(above[index]! + LOAD_TOLERANCE);
      }),
      { numRuns: 100 },
    );
  });

  it('asks nothing of a way that is light enough already', () => {
    const heavy: Plan = { right: 3, left: 3, rightTexture: 'tune', leftTexture: 'open-fifth', cost: 900 };
    fc.assert(
      fc.property(arbitraryPiece, (plan) => {
        const free = taskOf(plan.map((own) => [...own, heavy]));
        const chosen = chooseCandidates(free);
        const above = chosen.map(({ load }) => load.total);
        expect(pathOf({ ...free, above })).toEqual(pathOf(free));
      }),
      { numRuns: 60 },
    );
  });

  it('pays for load no more than brings the whole down to the rung above', () => {
    const heavier = fc.array(
      fc.record({ own: fc.array(arbitraryPlan, { minLength: 1, maxLength: 3 }), above: arbitraryPlan }),
      {
        minLength: 1,
        maxLength: 4,
      },
    );
    fc.assert(
      fc.property(heavier, (plan) => {
        const above = chooseCandidates(taskOf(plan.map((each) => [each.above]))).map(
          ({ load }) => load.total,
        );
        const task = { ...taskOf(plan.map((each) => [...each.own, each.above])), above };
        const [peak, most] = [Math.max(...above), sumOf(above)];
        const ways = allPaths(task).map((path) => ({
          path,
          loads: loadsAlong(task, path),
          cost: costOf(task, path),
        }));
        const allowed = ways.filter(({ loads }) =>
          loads.every((load, at) => load <= Math.min(peak, above[at]! + LOAD_TOLERANCE)),
        );
        const priceAt = ({ loads, cost }: (typeof ways)[number], price: number) =>
          cost + sumOf(loads) * (price - PRICES.loadPoint);
        const cheapestAt = (price: number) => Math.min(...allowed.map((way) => priceAt(way, price)));
        const isLightAt = (price: number) =>
          allowed.some((way) => sumOf(way.loads) <= most && priceAt(way, price) === cheapestAt(price));
        let least = PRICES.loadPoint as number;
        while (!isLightAt(least)) least += 1;
        const path = pathOf(task);
        const taken = ways.find((way) => way.path.join() === path.join())!;
        expect(sumOf(taken.loads)).toBeLessThanOrEqual(most);
        // Of ways that cost the same at the least price one may be too heavy; a point more tells them apart.
        expect([least, least + 1].some((price) => priceAt(taken, price) === cheapestAt(price))).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  describe('measures that are played alike', () => {
    const notesOf = (text: string) => scoreFromText({ time: [4, 4], key: 'C', right: text }).notes;
    const later = (notes: ReturnType<typeof notesOf>, shift = 40_320) =>
      notes.map((note) => ({ ...note, at: (note.at + shift) as typeof note.at }));
    const withNotes = (candidate: Candidate, right: ReturnType<typeof notesOf>, left = right): Candidate => ({
      ...candidate,
      right: { ...candidate.right, music: { notes: right, rests: [], losses: [] } },
      left: { ...candidate.left, music: { notes: left, rests: [], losses: [] } },
    });
    const figure = notesOf('C4:1/2 E4:1/2');
    /** Each measure by itself would take another candidate; alike, both take the same. */
    function isTied(second: (candidate: Candidate) => Candidate): boolean {
      const [cheap, dear] = [0, 60].map((cost) => candidateOf({ ...plain, cost }));
      const task = taskOf([[plain], [plain]], { twinOf: [0, 0] });
      const first = [cheap!, dear!].map((each) => withNotes(each, figure));
      const other = [dear!, cheap!].map((each) => second(withNotes(each, later(figure))));
      const [a, b] = pathOf({ ...task, candidates: [first, other] });
      return a === b;
    }

    it('take the same candidate', () => expect(isTied((candidate) => candidate)).toBe(true));

    it.each<[string, (candidate: Candidate) => Candidate]>([
      ['a higher note', (each) => withNotes(each, later(notesOf('C4:1/2 F4:1/2')), later(figure))],
      ['a shorter note', (each) => withNotes(each, later(notesOf('C4:1/2 E4:1/4 r:1/4')), later(figure))],
      ['a later note', (each) => withNotes(each, later(notesOf('C4:1/2 r:1/4 E4:1/4')), later(figure))],
      ['a note more', (each) => withNotes(each, later(notesOf('C4:1/2 E4:1/4 E4:1/4')), later(figure))],
      ['a note fewer', (each) => withNotes(each, later(notesOf('C4:1/2 r:1/2')), later(figure))],
      ['another left hand', (each) => withNotes(each, later(figure), later(notesOf('C4:1/2 D4:1/2')))],
      ['another right texture', (each) => ({ ...each, right: { ...each.right, texture: 'as-written' } })],
      ['another left texture', (each) => ({ ...each, left: { ...each.left, texture: 'open-fifth' } })],
    ])('are decided each by itself with %s', (_, change) => expect(isTied(change)).toBe(false));

    it('are decided each by itself where one has more candidates', () => {
      const own = [candidateOf(plain), candidateOf({ ...plain, cost: 60 })];
      const more = [candidateOf({ ...plain, cost: 60 }), candidateOf(plain), candidateOf(plain)];
      const task = { ...taskOf([[plain], [plain]], { twinOf: [0, 0] }), candidates: [own, more] };
      expect(pathOf(task)).toEqual([0, 1]);
    });
  });

  it('tells the load of each measure as it is after the one before', () => {
    const task = taskOf([[plain], [{ ...plain, right: 2 }], [{ ...plain, right: 3, left: 1 }]]);
    const choices = chooseCandidates(task);
    for (const [measure, { candidate, load }] of choices.entries())
      expect(load).toEqual(loadBetween(choices[measure - 1]?.candidate ?? null, candidate));
  });

  it('takes the earlier of two that cost the same', () =>
    expect(
      pathOf(
        taskOf([
          [plain, { ...plain }],
          [plain, { ...plain }],
        ]),
      ),
    ).toEqual([0, 0]));

  it('keeps a texture until another is worth the change', () => {
    const change = PRICES.leftTextureChange;
    const path = (saved: number) =>
      pathOf(
        taskOf([
          [plain],
          [
            { ...plain, cost: saved },
            { ...plain, leftTexture: 'open-fifth' },
          ],
        ]),
      );
    expect(path(change - 1)).toEqual([0, 0]);
    expect(path(change + 1)).toEqual([0, 1]);
  });

  it('changes texture for nothing where a section opens', () => {
    const plan = [
      [plain],
      [
        { ...plain, cost: 1 },
        { ...plain, leftTexture: 'open-fifth' as const },
      ],
    ];
    expect(pathOf(taskOf(plan, { opensSection: [true, true] }))).toEqual([0, 1]);
    expect(pathOf(taskOf(plan))).toEqual([0, 0]);
  });
});
