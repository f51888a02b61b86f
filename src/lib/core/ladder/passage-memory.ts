import type { Material, MeasureMaterial } from '../analyse/material';
import type { Candidate } from './candidates';
import { moveCandidates, type Passage } from './move-candidates';

interface Remembered extends Passage {
  readonly candidates: readonly Candidate[];
}

/** What rungs worked out, by the music (at any tempo and over any chords) and by what was asked of the rung. */
const memories = new WeakMap<Material['startOf'], Map<string, PassageMemory>>();

/** Of a piece: six rungs as they were asked for in three ways. The one that was not asked for longest is forgotten first. */
const MOST_RUNGS = 18;

/** Where candidates come from that were moved from another measure, and all of a measure's together. */
const firsts = new WeakMap<Candidate, Candidate>();
const firstLists = new WeakMap<readonly Candidate[], readonly Candidate[]>();

let counted = 0;
const numbers = new WeakMap<Candidate, number>();

/** A number that a candidate shares with those it was moved to and from, and with no other. */
export function numberOf(candidate: Candidate): number {
  const first = firstOf(candidate);
  const known = numbers.get(first) ?? (counted += 1);
  numbers.set(first, known);
  return known;
}

/** The candidate from which a candidate was moved, or itself. */
function firstOf(candidate: Candidate): Candidate {
  return firsts.get(candidate) ?? candidate;
}

/** The list from which a list was moved, or itself: the two are alike but for their place. */
export function firstListOf(candidates: readonly Candidate[]): readonly Candidate[] {
  return firstLists.get(candidates) ?? candidates;
}

/** A measure to be asked about: `name` says all that its candidates depend on but the place. */
export interface Asked {
  readonly name: string;
  readonly passage: Passage;
  readonly workOut: () => readonly Candidate[];
}

/**
 * The ways to play measures of one rung, by all that they depend on: measures that ask the same have the same ways at their
 * own places, and a chord that is changed leaves the other measures as they were. Only what was asked for last is kept.
 */
export class PassageMemory {
  #known: ReadonlyMap<string, readonly Remembered[]> = new Map();

  /** The memory for a rung of a piece. */
  static for(material: Material, asked: string): PassageMemory {
    const known = memories.get(material.startOf) ?? new Map<string, PassageMemory>();
    memories.set(material.startOf, known);
    const memory = known.get(asked) ?? new PassageMemory();
    known.delete(asked);
    known.set(asked, memory);
    if (known.size > MOST_RUNGS) known.delete(known.keys().next().value!);
    return memory;
  }

  /** The candidates of every measure of the piece. */
  candidatesOf(measures: readonly Asked[]): readonly (readonly Candidate[])[] {
    const now = new Map<string, Remembered[]>();
    const lists = measures.map(({ name, passage, workOut }) => {
      const here = now.get(name) ?? [];
      now.set(name, here);
      const before = this.#known.get(name) ?? [];
      const own = before.find((each) => isSamePlace(each.own, passage.own));
      const remembered = own ??
        recall(here[0] ?? before[0], passage) ?? { ...passage, candidates: workOut() };
      here.push(remembered);
      return remembered.candidates;
    });
    this.#known = now;
    return lists;
  }
}

/** What is known of one measure, moved to another. */
function recall(known: Remembered | undefined, passage: Passage): Remembered | null {
  if (!known) return null;
  const candidates = moveCandidates(known.candidates, known, passage);
  firstLists.set(candidates, firstListOf(known.candidates));
  for (const [index, candidate] of candidates.entries())
    firsts.set(candidate, firstOf(known.candidates[index]!));
  return { ...passage, candidates };
}

/** The very same notes of the source, at whatever tempo. */
function isSamePlace(a: MeasureMaterial, b: MeasureMaterial): boolean {
  return a.upper === b.upper && a.tune === b.tune && a.lower === b.lower;
}
