import type { Setting } from '../document/choices/settings.data';
import type { ChordSpan } from '../voicing/chord-spans';
import { bassOf } from '../pitch/chord';
import { type Pitch, diatonicIndex } from '../pitch/pitch';
import type { Position } from '../hands/position';
import type { Material } from '../analyse/material';
import { sectionKind } from '../analyse/twins';

export const FIVE_FINGERS = 4;

/** Where the hands stay through a section when neither may shift: the right hand's five letters, and the left's below. */
export interface SectionHands {
  readonly right: Position;
  readonly left: Position;
  /** The tune goes below the right hand's letters, and the left hand takes those notes. */
  readonly isShared: boolean;
}

/** Sections of one kind, which are placed alike: by their place in the piece. */
function kindred(material: Material, section: number): ReadonlySet<number> {
  const kind = sectionKind(material.sections[section]?.name ?? '');
  return new Set(
    material.sections.flatMap(({ name }, index) =>
      index === section || sectionKind(name) === kind ? [index] : [],
    ),
  );
}

/**
 * Picks the five letters that hold most of the tune of sections of one kind, and, when that is not all, the five below them for
 * the left hand. Longer notes weigh more. O(notes × places).
 */
export function placeHands(material: Material, section: number): SectionHands {
  const alike = kindred(material, section);
  const notes = material.measures
    .filter((each) => alike.has(each.section))
    .flatMap((each) => each.tune.notes.filter((note) => !note.grace));
  const steps = notes.map((note) => diatonicIndex(note.pitch));
  const [lowest, highest] = [Math.min(...steps), Math.max(...steps)];
  if (notes.length === 0) return { right: window(28), left: window(21), isShared: false };
  if (highest - lowest <= FIVE_FINGERS)
    return { right: window(lowest), left: window(lowest - 1 - FIVE_FINGERS), isShared: false };
  let best = { low: lowest, weight: -1 };
  for (let low = lowest; low <= highest; low += 1) {
    // Notes under the right hand count for a little less: it keeps as much of the tune as it can.
    const weight = notes.reduce((sum, note, index) => {
      const step = steps[index]!;
      if (step >= low && step <= low + FIVE_FINGERS) return sum + 4 * note.duration;
      return step < low && step >= low - 1 - FIVE_FINGERS ? sum + 3 * note.duration : sum;
    }, 0);
    if (weight > best.weight) best = { low, weight };
  }
  return { right: window(best.low), left: window(best.low - 1 - FIVE_FINGERS), isShared: true };
}

export function window(low: number): Position {
  return { low, high: low + FIVE_FINGERS };
}

/** Letters around C3 where a left hand that stays in one position may lie. */
export const LEFT_PLACES = { lowest: 18, highest: 24 } as const;

/** The basses of a section's first and last chords count for so many quarters: there the chord must stand on them. */
const SECTION_END_WEIGHT = 200_000;

/**
 * The five letters, below the right hand's, that hold the basses with which the sections open and close, and then the most of the
 * others. `sections` are the chords of each section. O(spans × places).
 */
export function placeLeftHand(sections: readonly (readonly ChordSpan[])[], below: number): Position {
  let best = { low: 21, weight: -1 };
  const basses = sections.flatMap((spans) => {
    const named = spans.flatMap((span) =>
      span.chord?.kind === 'chord'
        ? [{ spelling: bassOf(span.chord), duration: span.duration as number }]
        : [],
    );
    return named.map(({ spelling, duration }, index) => ({
      spelling,
      weight: duration + (index === 0 || index === named.length - 1 ? SECTION_END_WEIGHT : 0),
    }));
  });
  for (let low = LEFT_PLACES.lowest; low <= LEFT_PLACES.highest; low += 1) {
    if (low + 4 >= below && low > LEFT_PLACES.lowest) break;
    const weight = basses.reduce((sum, bass) => {
      const isHeld = [1, 2, 3, 4].some((octave) => {
        const step = diatonicIndex({ ...bass.spelling, octave } as Pitch);
        return step >= low && step <= low + 4;
      });
      return isHeld ? sum + bass.weight : sum;
    }, 0);
    // The one nearest to C3 wins where several hold as much.
    const isNearer = Math.abs(low - 21) < Math.abs(best.low - 21);
    if (weight > best.weight || (weight === best.weight && isNearer)) best = { low, weight };
  }
  return { low: best.low, high: best.low + 4 };
}

/** A tune too wide for one hand is shared by both; otherwise the left hand lies where most of its basses are. */
export function sectionHands(
  material: Material,
  section: number,
  spans: readonly ChordSpan[],
  setting: Setting,
): SectionHands {
  const placed = placeHands(material, section);
  const isSung = setting === 'sing';
  if (placed.isShared && !isSung) return placed;
  const chordsOf = (each: number) =>
    spans.filter((span) => material.measures[span.measure]!.section === each);
  return {
    ...placed,
    isShared: false,
    left: placeLeftHand(
      [...kindred(material, section)].map(chordsOf),
      isSung ? MIDDLE_C_STEP : placed.right.low,
    ),
  };
}

export const MIDDLE_C_STEP = 28;
