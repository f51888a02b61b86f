import { weightsOf, type FingeringWeights } from '../src/lib/core/fingering/weights.data';
// Fits the weights of fingering on musical features: scales, arpeggios, broken chords, five-finger patterns and passages as method books
// print them. Run `npm run fit -- TRIES SEED [TONIC | FAMILY]`; copy what it prints into weights.data.ts. With a tonic, or a family of
// passages (scales and arpeggios are families, too), all of it is left out of a fit from plain prices and measured apart. Nothing
// here knows a key or a piece.
import {
  ARPEGGIOS,
  FIGURES,
  FIVE_FINGERS,
  POSITION_LINES,
  SCALES,
  type StandardFingering,
} from '../src/lib/testing/labelled/scales';
import { FAMILIES, PASSAGES } from '../src/lib/testing/labelled/passages';
import { passageHits } from '../src/lib/testing/passage-hits';
import { seeded } from '../src/lib/testing/random-songs';
import { shareOf } from '../src/lib/testing/standard-hits';
import { UNFITTED } from './start.data';

const tries = Number(process.argv[2] ?? 1000);
const random = seeded(Number(process.argv[3] ?? 1));
const leftOut = process.argv[4] ?? null;
const isFamily = leftOut !== null && (leftOut in FAMILIES || leftOut === 'scales' || leftOut === 'arpeggios');
const MOST_STEP_PERCENT = 60;

const kept = (list: readonly StandardFingering[]) => list.filter(({ tonic }) => tonic !== leftOut);

/** Every seventh figure: they are many and much alike. */
const SOME_FIGURES = kept(FIGURES).filter((_, index) => index % 7 === 0);

/** What each list weighs in the goal. */
const GOALS = [
  { name: 'scales', list: kept(SCALES), weight: 4 },
  { name: 'arpeggios', list: kept(ARPEGGIOS), weight: 2 },
  { name: 'five', list: kept(FIVE_FINGERS), weight: 1.5 },
  { name: 'figures', list: SOME_FIGURES, weight: 1.2 },
  { name: 'position', list: kept(POSITION_LINES), weight: 1.5 },
].filter(({ name }) => !isLeftOut(name));

/** Lists that are of the family left out. */
function isLeftOut(name: string): boolean {
  if (leftOut === 'positions') return name === 'five' || name === 'position';
  return leftOut === 'figures' ? name === 'figures' : name === leftOut;
}

const KEPT_PASSAGES = PASSAGES.filter(({ family }) => family !== leftOut);

function passageShare(weights: FingeringWeights, passages = KEPT_PASSAGES): number {
  const all = passages.map((passage) => passageHits(passage, weights));
  return all.reduce((sum, { hits }) => sum + hits, 0) / all.reduce((sum, { notes }) => sum + notes, 0);
}

interface Goal {
  readonly total: number;
  readonly shares: Readonly<Record<string, number>>;
}

/** How far a try may fall behind, list by list, before it is given up. */
const SLACK = 0.03;

/** What weights come to; null when they have fallen so far behind the best that the rest would hardly make it good. */
function goal(weights: FingeringWeights, best: Goal | null): Goal | null {
  const shares: Record<string, number> = {};
  let total = 0;
  let behind = 0;
  const add = (name: string, weight: number, share: number) => {
    shares[name] = share;
    total += weight * share;
    behind += best ? weight * (best.shares[name]! - share) : 0;
  };
  for (const { name, list, weight } of GOALS) {
    add(name, weight, shareOf(list, weights));
    if (behind > SLACK) return null;
  }
  add('passages', 4, passageShare(weights));
  return { total, shares };
}

/** The weights with one or two of them moved by some percent. */
function moved(weights: FingeringWeights): FingeringWeights {
  // What goes beyond the practical span stays dear: a fit on scales would give it away. One style alone asks for the other.
  const names = (Object.keys(weights) as (keyof FingeringWeights)[]).filter(
    (name) =>
      !['beyondPractical', 'leap', 'substitution', 'thumbOffLowest', 'offPosition', 'passTooWide'].includes(
        name,
      ),
  );
  let next: FingeringWeights = weights;
  for (let change = 0; change <= random(3); change += 1) {
    const name = names[random(names.length)]!;
    const shift = (value: number) =>
      Math.max(
        0,
        Math.round(value * (1 + (random(2 * MOST_STEP_PERCENT) - MOST_STEP_PERCENT) / 100)) + random(5) - 2,
      );
    if (name === 'passes') {
      const at = random(4);
      const passes = next.passes.map((value, index) => (index === at ? shift(value) : value));
      next = { ...next, passes: passes as unknown as FingeringWeights['passes'] };
    } else next = { ...next, [name]: shift(next[name]) };
  }
  return next;
}

const thousandths = (value: unknown) =>
  JSON.stringify(value, (_, each: unknown) =>
    typeof each === 'number' ? Math.round(1000 * each) / 1000 : each,
  );

let best: FingeringWeights = leftOut ? UNFITTED : weightsOf('smooth');
let bestGoal = goal(best, null)!;
for (let tried = 1; tried <= tries; tried += 1) {
  const next = moved(best);
  const score = goal(next, bestGoal);
  if (!score || score.total < bestGoal.total) continue;
  if (score.total > bestGoal.total) console.error(tried, thousandths(score));
  best = next;
  bestGoal = score;
}
console.log(JSON.stringify(best));
if (isFamily) {
  const own = PASSAGES.filter(({ family }) => family === leftOut);
  const list = leftOut === 'scales' ? SCALES : leftOut === 'arpeggios' ? ARPEGGIOS : null;
  console.error(leftOut, thousandths(list ? shareOf(list, best) : passageShare(best, own)));
} else if (leftOut) {
  const own = (list: readonly StandardFingering[]) => list.filter(({ tonic }) => tonic === leftOut);
  const apart = Object.fromEntries(
    [
      ['scales', SCALES],
      ['arpeggios', ARPEGGIOS],
      ['five', FIVE_FINGERS],
      ['figures', FIGURES],
    ].map(([name, list]) => [name, shareOf(own(list as readonly StandardFingering[]), best)]),
  );
  console.log(thousandths({ leftOut, ...apart }));
}
