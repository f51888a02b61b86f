import type { Rung } from '../limits/registry';
import { rungAt } from '../limits/rungs';
import { pedalPart, pedalPoints, type LoadTerms, type Load } from '../load/load';
import { planPedal, pedalMarks, type MeasurePedal, type PedalTask } from '../pedal/plan-pedal';
import type { PedalSpan } from '../pedal/place-pedal';
import type { PedalPolicy } from '../document/choices/pedal-policies.data';
import { msPerTick } from '../score/tempo';
import type { Mark, Measure, Note } from '../score/model';
import type { ArrangeFor } from './arrange-for';
import type { Chosen } from './choose-arrangement';
import type { OpenDocument } from '../document/open-document';
import type { SolvedRung } from '../ladder/rung-task';

/**
 * The pedal of the finished notes. It adds to the load, and the promise that a lower rung weighs no more must hold with
 * it: a measure is pedalled only as far as it stays under the rung's ceiling and under the rung above with its pedal.
 */
export function pedalFor(
  chosen: Chosen,
  notes: readonly Note[],
  document: OpenDocument,
  whom: ArrangeFor,
): readonly MeasurePedal[] {
  const asked = JSON.stringify([document.recipe.pedal, document.pedalledBy, document.soundsBy]);
  const known = planned.get(chosen);
  if (known?.asked === asked) return known.plan;
  const plan = planFor(chosen, notes, document, whom);
  planned.set(chosen, { asked, plan });
  return plan;
}

const planned = new WeakMap<Chosen, { readonly asked: string; readonly plan: readonly MeasurePedal[] }>();

function planFor(
  chosen: Chosen,
  notes: readonly Note[],
  document: OpenDocument,
  whom: ArrangeFor,
): readonly MeasurePedal[] {
  const { material, solved, facts } = chosen;
  const rung = rungAt(whom.rules.rungs, document.recipe.rung);
  const above = weightsAbove(chosen, document, whom);
  const fewest = alike(material.twinOf, (measure) =>
    changesWithin(solved.choices[measure]!.load.total, rung, above?.[measure] ?? null),
  );
  const mostChanges = (measure: number) =>
    document.mayWeighMore.has(facts.sourceMeasure[measure]!) ? Infinity : fewest(measure);
  return planPedal({
    ...taskFor(chosen, solved, rung, document, whom),
    notes: notes.filter((note) => note.staff <= 1),
    leftTextures: textures(chosen, document, ({ candidate }) => candidate.left.texture),
    rightTextures: textures(chosen, document, ({ candidate }) => candidate.right.texture),
    own: ownPedal(chosen, document, material.score.measures),
    mostChanges,
  });
}

/** Null where the notes are the teacher's own. */
function textures<T>(
  { solved, facts }: Chosen,
  document: OpenDocument,
  of: (choice: SolvedRung['choices'][number]) => T,
): readonly (T | null)[] {
  return solved.choices.map((choice, index) =>
    document.filled.has(facts.sourceMeasure[index]!) ? null : of(choice),
  );
}

function taskFor(
  { material }: Chosen,
  solved: SolvedRung,
  rung: Rung,
  { recipe }: OpenDocument,
  whom: ArrangeFor,
): Omit<PedalTask, 'mostChanges'> {
  return {
    measures: material.score.measures,
    notes: solved.choices.flatMap(({ candidate: { right, left } }) => [
      ...right.music.notes,
      ...left.music.notes,
    ]),
    chords: material.score.chords,
    slurs: material.score.slurs,
    marks: material.score.marks,
    leftTextures: solved.choices.map(({ candidate }) => candidate.left.texture),
    rightTextures: solved.choices.map(({ candidate }) => candidate.right.texture),
    leftSpan: whom.size.left,
    rule: rung.pedal,
    use: whom.pedal,
    wanted: recipe.pedal,
    own: new Map(),
    msPerTick: msPerTick(material.tempo),
  };
}

const weighed = new WeakMap<SolvedRung, { readonly asked: string; readonly weights: readonly number[] }>();

/** What the measures of the rung above weigh with its pedal; null at the top. */
function weightsAbove(chosen: Chosen, document: OpenDocument, whom: ArrangeFor): readonly number[] | null {
  let above: readonly number[] | null = null;
  for (const solved of chosen.above) {
    const rung = rungAt(whom.rules.rungs, solved.place);
    const asked = JSON.stringify([document.recipe.pedal, document.recipe.tempo, whom]);
    const known = weighed.get(solved);
    if (known?.asked === asked) {
      above = known.weights;
      continue;
    }
    const ceilings: readonly number[] | null = above;
    const plan = planPedal({
      ...taskFor(chosen, solved, rung, document, whom),
      mostChanges: alike(chosen.material.twinOf, (measure) =>
        changesWithin(solved.choices[measure]!.load.total, rung, ceilings?.[measure] ?? null),
      ),
    });
    above = plan.map(({ spans }, measure) =>
      Math.min(100, solved.choices[measure]!.load.total + pedalPoints(spans.length)),
    );
    weighed.set(solved, { asked, weights: above });
  }
  return above;
}

/** What is played alike is pedalled alike: by the measure of its kind that takes the fewest changes. */
function alike(
  twinOf: readonly number[],
  mostChanges: (measure: number) => number,
): (measure: number) => number {
  const fewest = new Map<number, number>();
  for (const [measure, first] of twinOf.entries())
    fewest.set(first, Math.min(fewest.get(first) ?? Infinity, mostChanges(measure)));
  return (measure) => fewest.get(twinOf[measure]!)!;
}

/** How many pedal changes a measure takes before it weighs more than its rung or the rung above allows. */
function changesWithin(dry: number, rung: Rung, above: number | null): number {
  const most = Math.min(Math.max(dry, rung.load), above ?? Infinity);
  let changes = 0;
  while (changes < MOST_CHANGES && dry + pedalPoints(changes + 1) <= most) changes += 1;
  return changes === MOST_CHANGES ? Infinity : changes;
}

/** From so many on, more changes weigh no more. */
const MOST_CHANGES = 4;

function ownPedal(
  { facts, scale }: Chosen,
  document: OpenDocument,
  measures: readonly Measure[],
): ReadonlyMap<number, PedalPolicy | readonly PedalSpan[]> {
  const found = new Map<number, PedalPolicy | readonly PedalSpan[]>();
  const { pedal, pedalPoints } = document.shows;
  for (const [index, source] of facts.sourceMeasure.entries()) {
    const policy = pedal.get(source);
    if (policy !== undefined) found.set(index, policy);
    const points = pedalPoints.get(source);
    const opening = measures[facts.sourceMeasure.indexOf(source)];
    if (points === undefined || !opening) continue;
    const { start, length } = measures[index]!;
    const spans = [...points]
      .sort((a, b) => a.down - b.down)
      .map(({ down, up }) => ({
        down: Math.max(start, opening.start + down * scale),
        up: Math.min(start + length, opening.start + up * scale),
      }))
      .filter(({ down, up }) => up > down);
    found.set(
      index,
      spans.map((span, place) => ({ ...span, up: Math.min(span.up, spans[place + 1]?.down ?? span.up) })),
    );
  }
  return found;
}

/** Marks without the score's own pedal, and with the one worked out. */
export function withPedalMarks(marks: readonly Mark[], pedal: readonly MeasurePedal[]): readonly Mark[] {
  const own = pedalMarks(pedal);
  const others = marks.some((mark) => mark.kind === 'pedal')
    ? marks.filter((mark) => mark.kind !== 'pedal')
    : marks;
  return own.length === 0 ? others : [...others, ...own].sort((a, b) => a.at - b.at);
}

/** A measure's load with its pedal changes. */
export function loadWithPedal(load: Load, changes: number): Load {
  if (changes === 0) return load;
  const own = Math.round(pedalPart(changes) / 100);
  return {
    right: load.right + own,
    left: load.left + own,
    total: Math.min(100, load.total + pedalPoints(changes)),
  };
}

export function termsWithPedal(terms: LoadTerms, changes: number): LoadTerms {
  return changes === 0 ? terms : { ...terms, pedal: pedalPart(changes) };
}
