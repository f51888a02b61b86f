import { readKey } from '../pitch/key';
import { sectionsFault } from '../score/section-order';
import type { ArrangementDocument } from './document';
import { measureOf, type Pin } from './pins/registry';
import type { ArrangementStep } from './steps';

/** What a document stands on. */
export interface Ground {
  /** The length of each measure of the source, in ticks. */
  readonly lengths: readonly number[];
  /** How many rungs the studio's ladder has. */
  readonly rungs: number;
}

/** Why a step makes no sense for this piece and this ladder, in words; null where it does. What a step takes away is not asked about. */
export function stepFault(step: ArrangementStep, ground: Ground): string | null {
  switch (step.kind) {
    case 'recipe':
      return recipeFault(step.to, ground);
    case 'pins':
      return firstFault(step.added, ground);
    case 'sections':
      return step.to && sectionsFault(step.to, ground.lengths.length);
  }
}

/** The same of a whole document. */
export function documentFault(
  { recipe, pins, sections }: ArrangementDocument,
  ground: Ground,
): string | null {
  return (
    recipeFault(recipe, ground) ??
    firstFault(pins, ground) ??
    (sections && sectionsFault(sections, ground.lengths.length))
  );
}

function recipeFault(
  { key, rung }: { readonly key?: string | null | undefined; readonly rung?: number | undefined },
  { rungs }: Ground,
): string | null {
  if (key && !readKey(key)) return `“${key}” is no key with up to seven signs.`;
  if (rung !== undefined && rung > rungs)
    return `The ladder has ${rungs} rungs, so there is no rung ${rung}.`;
  return null;
}

function firstFault(pins: readonly Pin[], ground: Ground): string | null {
  for (const pin of pins) {
    const fault = pinFault(pin, ground);
    if (fault) return fault;
  }
  return null;
}

function pinFault(pin: Pin, { lengths }: Ground): string | null {
  const measure = measureOf(pin);
  if (measure === null) return null;
  const length = lengths[measure];
  if (length === undefined)
    return `The piece has ${lengths.length} measures, so nothing can be pinned in measure ${measure + 1}.`;
  // What ends with a measure stands at its length.
  if ('tick' in pin && typeof pin.tick === 'number' && pin.tick > length)
    return `A pin of measure ${measure + 1} lies behind the measure’s end.`;
  return null;
}
