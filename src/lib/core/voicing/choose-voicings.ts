/** A set of keys pressed together, low to high, as MIDI numbers, with what it costs by itself. */
export interface Voicing {
  readonly keys: readonly number[];
  readonly cost: number;
}

/**
 * Picks one voicing a chord so that the whole progression costs least: each voicing's own cost plus the movement
 * between neighbours in semitones. Dynamic programming over all chords, because the nearest shape now can be the
 * wrong one for the next chord. Ties go to the earlier candidate. O(chords × candidates²).
 */
export function chooseVoicings(
  progression: readonly (readonly Voicing[])[],
  movement = totalMovement,
): readonly Voicing[] {
  let totals: number[] = progression[0]?.map((voicing) => voicing.cost) ?? [];
  const backs: number[][] = [];
  for (let index = 1; index < progression.length; index += 1) {
    const back: number[] = [];
    totals = progression[index]!.map((voicing, candidate) => {
      let best = Infinity;
      for (const [previous, total] of totals.entries()) {
        const cost = total + movement(progression[index - 1]![previous]!.keys, voicing.keys);
        if (cost < best) {
          best = cost;
          back[candidate] = previous;
        }
      }
      return best + voicing.cost;
    });
    backs.push(back);
  }
  let state = totals.indexOf(Math.min(...totals));
  const chosen: Voicing[] = [];
  for (let index = progression.length - 1; index >= 0; index -= 1) {
    chosen.unshift(progression[index]![state]!);
    state = backs[index - 1]?.[state] ?? 0;
  }
  return chosen;
}

/** Semitones moved by all fingers together; where sizes differ, each surplus key goes to its nearest neighbour. */
export function totalMovement(from: readonly number[], to: readonly number[]): number {
  if (from.length === to.length) return from.reduce((sum, key, index) => sum + Math.abs(key - to[index]!), 0);
  const [more, fewer] = from.length > to.length ? [from, to] : [to, from];
  return more.reduce((sum, key) => sum + Math.min(...fewer.map((each) => Math.abs(each - key))), 0);
}
