import type { Material, MeasureMaterial } from '../analyse/material';
import type { Candidate } from './candidates';
import { moveCandidates, type Passage } from './move-candidates';

interface Remembered extends Passage {
  readonly candidates: readonly Candidate[];
}

/** What rungs worked out, by the music (at any tempo and over any chords) and by what was asked of the rung. */
const memories = new WeakMap<Material['startOf'], Map<string, PassageMemory>>();

/** Where candidates come from that were moved from another measure, and all of a measure's together. */
const firsts = new WeakMap<Candidate, Candidate>();
const firstLists = new WeakMap<readonly Candidate[], readonly Candidate[]>();

let counted = 0;
const numbers = new WeakMap<Candidate, number>();

/** A number that a candidate shares with those it was moved to and from, and with no other. */
export function numberOf(candidate: Candidate): number {
  const first = firsts.get(candidate) ?? candidate;
  const known = numbers.get(first) ?? (counted += 1);
  numbers.set(first, known);
  return known;
}

/** The list from which a list was moved, or itself: the two are alike but for their place. */
export function firstListOf(candidates: readonly Candidate[]): readonly Candidate[] {
  return firstLists.get(candidates) ?? candidates;
}

/**
 * The ways to play measures of one rung, by all that they depend on: measures that ask the same have the same ways at their
 * own places, and a chord that is changed leaves the other measures as they were. Only what the last round asked for is kept.
 */
export class PassageMemory {
  #before: ReadonlyMap<string, readonly Remembered[]> = new Map();
  #now = new Map<string, Remembered[]>();

  /** The memory for a rung of a piece; a new round of asking begins. */
  static for(material: Material, asked: string): PassageMemory {
    const known = memories.get(material.startOf) ?? new Map<string, PassageMemory>();
    memories.set(material.startOf, known);
    const memory = known.get(asked) ?? new PassageMemory();
    known.set(asked, memory);
    memory.#before = memory.#now;
    memory.#now = new Map();
    return memory;
  }

  /** `name` says all that the candidates depend on but the place. */
  once(name: string, passage: Passage, workOut: () => readonly Candidate[]): readonly Candidate[] {
    const now = this.#now.get(name) ?? [];
    this.#now.set(name, now);
    const before = this.#before.get(name) ?? [];
    const own = before.find((each) => isSamePlace(each.own, passage.own));
    const known = own ?? now[0] ?? before[0];
    const candidates = own
      ? own.candidates
      : known
        ? moveCandidates(known.candidates, known, passage)
        : workOut();
    if (known && !own) {
      firstLists.set(candidates, firstListOf(known.candidates));
      for (const [index, candidate] of candidates.entries())
        firsts.set(candidate, firsts.get(known.candidates[index]!) ?? known.candidates[index]!);
    }
    now.push(own ?? { ...passage, candidates });
    return candidates;
  }
}

/** The very same notes of the source, at whatever tempo. */
function isSamePlace(a: MeasureMaterial, b: MeasureMaterial): boolean {
  return a.upper === b.upper && a.tune === b.tune && a.lower === b.lower;
}
