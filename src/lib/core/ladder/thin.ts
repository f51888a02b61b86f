import { canReach } from '../hands/reach';
import { soundingWith } from '../load/load';
import { midiOf, pitchClassOf, pitchLabel } from '../pitch/pitch';
import type { Note } from '../score/model';
import { ticks } from '../units';
import type { HandName } from '../hands/hand';
import type { Loss } from '../score/losses';

export interface ThinLimits {
  readonly mostAtOnce: number;
  /** Widest notes together in semitones by the rung; null for none. */
  readonly widestSemitones: number | null;
  /** Comfortable reach of the hand, in semitones. */
  readonly reach: number;
  /** A chord a little too wide for the hand may be rolled instead of losing a note. */
  readonly canRoll: boolean;
}

/** How far past the hand a chord may be rolled: further, the arm would have to jump. */
const ROLL_PAST_REACH = 5;

export interface Thinned {
  readonly notes: readonly Note[];
  readonly losses: readonly Loss[];
}

/**
 * Takes notes from a hand that has too many at once or too wide apart, with the least loss: notes doubled at the octave
 * first, then inner ones, then the end that matters less (the right hand keeps its top, the left its bass); a low note
 * that was struck earlier is released rather than left out. O(notes²) in a measure.
 */
export function thin(notes: readonly Note[], hand: HandName, limits: ThinLimits): Thinned {
  let kept: readonly Note[] = notes;
  const losses: Loss[] = [];
  // What is taken leaves less together everywhere, so that a moment once looked at stays as it is.
  for (const findTrouble of [tooMany, tooWide])
    for (let at = 0; at < kept.length;) {
      const trouble = findTrouble(kept[at]!, kept, hand, limits);
      if (!trouble) {
        at += 1;
        continue;
      }
      const { left, loss } = relieve(kept, hand, trouble);
      losses.push(loss);
      // One that stood before may have gone: what has moved up is looked at too.
      at = Math.max(0, at - (kept.length - left.length));
      kept = left;
    }
  return { notes: kept, losses };
}

function relieve(
  notes: readonly Note[],
  hand: HandName,
  { note, why, release, roll, isForReach }: Trouble,
): { readonly left: readonly Note[]; readonly loss: Loss } {
  const care = isForReach ? { isForReach: true as const } : {};
  const base = { measure: note.measure, hand, notes: [note.id], ...care };
  if (roll.length > 0)
    return {
      left: notes.map((each) =>
        roll.includes(each)
          ? { ...each, articulations: [...each.articulations, 'arpeggiate' as const] }
          : each,
      ),
      loss: {
        ...base,
        notes: roll.map((each) => each.id),
        kind: 'rolled',
        sentence: `The chord is rolled: ${why}. Roll it loosely, and stop if the hand tires.`,
      },
    };
  if (release !== null)
    return {
      left: notes.map((each) =>
        each === note ? { ...each, duration: ticks(release - each.at), tieTo: null, tuplet: null } : each,
      ),
      loss: {
        ...base,
        kind: 'shortened',
        sentence: `${pitchLabel(note.pitch)} is released early: ${why}.`,
      },
    };
  return {
    left: notes.filter((each) => each !== note),
    loss: { ...base, kind: 'left-out', sentence: `${pitchLabel(note.pitch)} left out: ${why}.` },
  };
}

interface Trouble {
  readonly note: Note;
  readonly why: string;
  /** The tick at which the note is let go; null where it must be left out. */
  readonly release: number | null;
  /** The notes to roll instead; empty where that does not help. */
  readonly roll: readonly Note[];
  readonly isForReach: boolean;
}

type FindTrouble = (note: Note, notes: readonly Note[], hand: HandName, limits: ThinLimits) => Trouble | null;

/** What is struck or held with a note; grace notes are let go at once. */
function heldWith(note: Note, notes: readonly Note[]): readonly Note[] {
  return note.grace ? [] : soundingWith(note, notes).filter((each) => !each.grace);
}

const tooMany: FindTrouble = (note, notes, hand, limits) => {
  const together = heldWith(note, notes);
  return together.length > limits.mostAtOnce
    ? takeFrom(
        together,
        note.at,
        hand,
        `${limits.mostAtOnce === 1 ? 'one note' : `${limits.mostAtOnce} notes`} at once in this hand`,
      )
    : null;
};

const tooWide: FindTrouble = (note, notes, hand, limits) => {
  const together = heldWith(note, notes).filter((each) => !each.articulations.includes('arpeggiate'));
  const [low, high] = outer(together);
  if (!low || !high || low === high) return null;
  const width = midiOf(high.pitch) - midiOf(low.pitch);
  const isOverRung = limits.widestSemitones !== null && width > limits.widestSemitones;
  const isOverHand = !canReach(midiOf(low.pitch), midiOf(high.pitch), limits.reach);
  if (!isOverRung && !isOverHand) return null;
  const why = `${pitchLabel(low.pitch)} to ${pitchLabel(high.pitch)} is wider than ${isOverHand ? 'this hand' : 'this rung'} takes`;
  const end = hand === 'right' ? low : high;
  const other = hand === 'right' ? high : low;
  // What was struck before can be let go, whichever end it is.
  const earlier = [end, other].find((each) => each.at < note.at);
  if (earlier) return { note: earlier, why, release: note.at, roll: [], isForReach: isOverHand };
  // Rolled, the notes are not together: that asks for no more than the hand and a little.
  const canRoll =
    limits.canRoll && canReach(midiOf(low.pitch), midiOf(high.pitch), limits.reach + ROLL_PAST_REACH);
  return { note: end, why, release: null, roll: canRoll ? together : [], isForReach: isOverHand };
};

function outer(notes: readonly Note[]): readonly [Note | undefined, Note | undefined] {
  const sorted = byHeight(notes);
  return [sorted[0], sorted.at(-1)];
}

function byHeight(notes: readonly Note[]): readonly Note[] {
  return [...notes].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch) || (a.id < b.id ? -1 : 1));
}

/** The note that is missed least among those that sound at a tick. */
function takeFrom(together: readonly Note[], at: number, hand: HandName, why: string): Trouble {
  const sorted = byHeight(together);
  const keeps = hand === 'right' ? sorted.at(-1)! : sorted[0]!;
  const earlier = sorted.find((note) => note.at < at && note !== keeps) ?? null;
  if (earlier) return { note: earlier, why, release: at, roll: [], isForReach: false };
  const others = sorted.filter((note) => note !== keeps);
  const isDoubled = (note: Note) =>
    together.some((each) => each !== note && pitchClassOf(each.pitch) === pitchClassOf(note.pitch));
  const end = hand === 'right' ? sorted[0]! : sorted.at(-1)!;
  const note = others.find(isDoubled) ?? others.find((each) => each !== end) ?? others[0]!;
  return { note, why, release: null, roll: [], isForReach: false };
}
