import { countScore, DEFAULT_COUNT_OPTIONS, type Count, type CountOptions } from '../counting/count';
import type { Score } from '../score/model';
import type { Chosen } from './choose-arrangement';
import type { OpenDocument } from '../document/open-document';
import type { Recipe } from '../document/recipe';

/** The counting that a recipe asks for. */
export function countOptions(recipe: Recipe): CountOptions {
  return {
    ...DEFAULT_COUNT_OPTIONS,
    style: recipe.countStyle,
    compound: recipe.compoundCount,
    triplet: recipe.tripletCount,
    fill: recipe.countFill,
    isSwung: recipe.eighths === 'swung',
  };
}

/**
 * Counts of every measure from the learner's notes: of both hands together, of one, or of each apart; where the teacher
 * put a word of their own, that. Worked out whether they are printed or not.
 */
export function countsFor(
  chosen: Chosen,
  document: OpenDocument,
  score: Score,
): readonly (readonly Count[])[] {
  const { recipe } = document;
  const asked = JSON.stringify([
    countOptions(recipe),
    recipe.countHands,
    recipe.countWhere,
    document.shows.counts,
    document.soundsBy,
  ]);
  const known = counted.get(chosen);
  if (known?.asked === asked) return known.counts;
  const counts = countAll(chosen, document, score);
  counted.set(chosen, { asked, counts });
  return counts;
}

/** Counts stand while nothing that sounds or is said has changed. */
const counted = new WeakMap<
  Chosen,
  { readonly asked: string; readonly counts: readonly (readonly Count[])[] }
>();

function countAll(
  { facts, scale }: Chosen,
  document: OpenDocument,
  score: Score,
): readonly (readonly Count[])[] {
  const { recipe } = document;
  const options = countOptions(recipe);
  const of = (staves: readonly number[]) =>
    countScore({ ...score, notes: score.notes.filter((note) => staves.includes(note.staff)) }, options);
  const plain = countHands(recipe.countHands, of);
  const own = document.shows.counts;
  const renamed = own.length === 0 ? plain : plain.map((counts, index) => rename(counts, index));
  return recipe.countWhere === 'first-time' ? firstTimes(renamed) : renamed;

  function rename(counts: readonly Count[], index: number): readonly Count[] {
    const source = facts.sourceMeasure[index]!;
    const first = score.measures[facts.sourceMeasure.indexOf(source)]!;
    const into = score.measures[index]!.start - first.start;
    return counts.map((count) => {
      const pin = own.find((each) => each.measure === source && each.tick * scale === into + count.at);
      return pin ? { ...count, syllable: pin.syllable } : count;
    });
  }
}

function countHands(
  hands: Recipe['countHands'],
  of: (staves: readonly number[]) => readonly (readonly Count[])[],
): readonly (readonly Count[])[] {
  switch (hands) {
    case 'combined':
      return of([0, 1]);
    case 'right':
      return of([0]);
    case 'left':
      return of([1]);
    case 'each': {
      const left = of([1]);
      return of([0]).map((right, index) => [
        ...right.map((count) => ({ ...count, isRightOnly: true as const })),
        ...left[index]!,
      ]);
    }
  }
}

/** Only the first measure with each rhythm keeps its counts. */
function firstTimes(counts: readonly (readonly Count[])[]): readonly (readonly Count[])[] {
  const met = new Set<string>();
  return counts.map((own) => {
    const rhythm = JSON.stringify(own.map(({ at, duration, state }) => [at, duration, state]));
    const isNew = !met.has(rhythm);
    met.add(rhythm);
    return isNew ? own : [];
  });
}
