/** A note of an unsplit keyboard part: onset and end in ticks, and its key. */
export interface StreamNote {
  readonly at: number;
  readonly end: number;
  readonly key: number;
}

/** Costs in semitones of hand movement. */
const COSTS = {
  perSemitoneMoved: 1,
  /** Each semitone that the notes of one hand spread beyond an easy octave. */
  beyondOctave: 6,
  /** A note that another finger of the same hand cannot reach while it holds. */
  heldTooFar: 10,
  handsCross: 12,
  /** A hand that strikes while it holds another note. */
  strikesWhileHolding: 12,
  /** Each note more or fewer than the hand had in its hold just before. */
  changeOfGrip: 4,
  /** Each semitone a hand plays on the other's side of middle C. */
  otherSide: 0.18,
} as const;
const EASY_SPAN = 12;
const MIDDLE_C = 60;
const FORGET_AFTER_TICKS = 20_160;

interface Hand {
  readonly centre: number;
  readonly at: number;
  readonly grip: number;
  readonly held: readonly StreamNote[];
}

interface Hands {
  readonly cost: number;
  /** Last place of each hand (centre of what it played) and when it let go. */
  readonly left: Hand;
  readonly right: Hand;
  readonly back: Hands | null;
  readonly cut: number;
}

/**
 * Divides the notes of one keyboard part between two hands. At every onset the notes are cut in two, low and high; dynamic
 * programming over the cuts keeps each hand's stream together (distance moved, spread, keys still held), instead of
 * parting them at a fixed note (after Kilian & Hoos 2002, streams by local costs). Returns true for the left hand.
 * O(onsets × notes²), 16 cuts kept.
 */
export function splitHands(notes: readonly StreamNote[]): readonly boolean[] {
  const order = notes
    .map((note, index) => ({ note, index }))
    .sort((a, b) => a.note.at - b.note.at || a.note.key - b.note.key);
  const groups: { note: StreamNote; index: number }[][] = [];
  for (const each of order) {
    const last = groups.at(-1);
    if (last && last[0]!.note.at === each.note.at) last.push(each);
    else groups.push([each]);
  }
  const start: Hand = { centre: NaN, at: 0, grip: 0, held: [] };
  let states: Hands[] = [{ cost: 0, left: start, right: start, back: null, cut: 0 }];
  for (const group of groups) {
    const at = group[0]!.note.at;
    const next: Hands[] = [];
    for (let cut = 0; cut <= group.length; cut += 1) {
      const low = group.slice(0, cut).map(({ note }) => note);
      const high = group.slice(cut).map(({ note }) => note);
      const candidates = states.map((state) => ({ state, ...step(state, low, high, at) }));
      const best = candidates.reduce((a, b) => (b.cost < a.cost ? b : a));
      next.push({ cost: best.cost, left: best.left, right: best.right, back: best.state, cut });
    }
    states = next.sort((a, b) => a.cost - b.cost).slice(0, 16);
  }
  const isLeft = Array<boolean>(notes.length).fill(false);
  let state: Hands | null = states[0]!;
  for (let index = groups.length - 1; index >= 0 && state; index -= 1) {
    for (const [place, { index: note }] of groups[index]!.entries()) isLeft[note] = place < state.cut;
    state = state.back;
  }
  return isLeft;
}

function step(state: Hands, low: readonly StreamNote[], high: readonly StreamNote[], at: number) {
  const isAlone = low.length + high.length === 1;
  const left = move(state.left, low, at, isAlone);
  const right = move(state.right, high, at, isAlone);
  let cost = state.cost + left.cost + right.cost;
  for (const note of low) cost += COSTS.otherSide * Math.max(0, note.key - MIDDLE_C);
  for (const note of high) cost += COSTS.otherSide * Math.max(0, MIDDLE_C - note.key);
  const highestLeft = Math.max(...left.hand.held.map((note) => note.key), -Infinity);
  const lowestRight = Math.min(...right.hand.held.map((note) => note.key), Infinity);
  if (highestLeft > lowestRight) cost += COSTS.handsCross;
  return { cost, left: left.hand, right: right.hand };
}

function move(hand: Hand, notes: readonly StreamNote[], at: number, isAlone: boolean) {
  const held = hand.held.filter((note) => note.end > at);
  const isFresh = !Number.isNaN(hand.centre) && at - hand.at <= FORGET_AFTER_TICKS;
  const change = isFresh && !isAlone ? COSTS.changeOfGrip * Math.abs(notes.length - hand.grip) : 0;
  if (notes.length === 0) return { cost: change, hand: { ...hand, held } };
  const keys = notes.map((note) => note.key);
  const [lowest, highest] = [Math.min(...keys), Math.max(...keys)];
  const centre = (lowest + highest) / 2;
  let cost = change + COSTS.beyondOctave * Math.max(0, highest - lowest - EASY_SPAN);
  if (held.length > 0) cost += COSTS.strikesWhileHolding;
  for (const note of held) {
    const reach = Math.max(Math.abs(note.key - lowest), Math.abs(note.key - highest));
    if (reach > EASY_SPAN + 2) cost += COSTS.heldTooFar;
  }
  if (!Number.isNaN(hand.centre)) {
    // A hand that has rested may be anywhere; one that has just played moves at a price.
    const fade = Math.min(1, FORGET_AFTER_TICKS / Math.max(1, at - hand.at));
    cost += COSTS.perSemitoneMoved * Math.abs(centre - hand.centre) * fade;
  }
  return { cost, hand: { centre, at, grip: notes.length, held: [...held, ...notes] } };
}
