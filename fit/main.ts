// Fits the weights of fingering on musical features: scales, arpeggios, broken chords, five-finger patterns and passages as method books
// print them. Run `npm run fit -- SECONDS SEED [TONIC]`; copy what it prints into weights.data.ts. With a tonic, everything on it is left
// out of a fit from plain prices and measured apart. Nothing here knows a key or a piece.
import {
  ARPEGGIOS,
  FIGURES,
  FIVE_FINGERS,
  POSITION_LINES,
  SCALES,
  type StandardFingering,
} from '../src/lib/testing/labelled/scales';
import { PASSAGES } from '../src/lib/testing/labelled/passages';
import { passageHits } from '../src/lib/testing/passage-hits';
import { seeded } from '../src/lib/testing/random-songs';
import { FINGERING_STYLES, type FingeringWeights } from '../src/lib/core/fingering/weights.data';
import { shareOf } from '../src/lib/testing/standard-hits';
import { UNFITTED } from './start.data';

const seconds = Number(process.argv[2] ?? 120);
const random = seeded(Number(process.argv[3] ?? 1));
const leftOut = process.argv[4] ?? null;
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
] as const;

function passageShare(weights: FingeringWeights): number {
  const all = PASSAGES.map((passage) => passageHits(passage, weights));
  return all.reduce((sum, { hits }) => sum + hits, 0) / all.reduce((sum, { notes }) => sum + notes, 0);
}

function goal(weights: FingeringWeights) {
  const shares = Object.fromEntries(GOALS.map(({ name, list }) => [name, shareOf(list, weights)]));
  const passages = passageShare(weights);
  const total = GOALS.reduce((sum, { name, weight }) => sum + weight * shares[name]!, 2.5 * passages);
  return { total, passages, ...shares };
}

/** The weights with one or two of them moved by some percent. */
function moved(weights: FingeringWeights): FingeringWeights {
  // What goes beyond the practical span stays dear: a fit on scales would give it away. One style alone asks for the other.
  const names = (Object.keys(weights) as (keyof FingeringWeights)[]).filter(
    (name) => !['beyondPractical', 'leap', 'substitution', 'thumbOffLowest', 'passTooWide'].includes(name),
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

let best: FingeringWeights = leftOut ? UNFITTED : FINGERING_STYLES.smooth.weights;
let bestGoal = goal(best);
const until = Date.now() + 1000 * seconds;
let tries = 0;
while (Date.now() < until) {
  tries += 1;
  const next = moved(best);
  const score = goal(next);
  if (score.total < bestGoal.total) continue;
  if (score.total > bestGoal.total) console.error(tries, thousandths(score));
  best = next;
  bestGoal = score;
}
console.log(JSON.stringify(best));
if (leftOut) {
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
