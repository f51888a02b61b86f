import { canReach } from '../hands/reach';
import { mostAtOnce, soundingWith } from '../load/load';
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
  let kept = [...notes];
  const losses: Loss[] = [];
  // Every round takes one note or shortens one, so it ends.
  for (;;) {
    const trouble = findTrouble(kept, hand, limits);
    if (!trouble) return { notes: kept, losses };
    const { note, why, release, roll } = trouble;
    const care = trouble.isForReach ? { isForReach: true as const } : {};
    const base = { measure: note.measure, hand, notes: [note.id], ...care };
    if (roll.length > 0) {
      kept = kept.map((each) =>
        roll.includes(each)
          ? { ...each, articulations: [...each.articulations, 'arpeggiate' as const] }
          : each,
      );
      losses.push({
        ...base,
        notes: roll.map((each) => each.id),
        kind: 'rolled',
        sentence: `The chord is rolled: ${why}. Roll it loosely, and stop if the hand tires.`,
      });
    } else if (release !== null) {
      kept = kept.map((each) =>
        each === note ? { ...each, duration: ticks(release - each.at), tieTo: null, tuplet: null } : each,
      );
      losses.push({
        ...base,
        kind: 'shortened',
        sentence: `${pitchLabel(note.pitch)} is released early: ${why}.`,
      });
    } else {
      kept = kept.filter((each) => each !== note);
      losses.push({ ...base, kind: 'left-out', sentence: `${pitchLabel(note.pitch)} left out: ${why}.` });
    }
  }
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

function findTrouble(notes: readonly Note[], hand: HandName, limits: ThinLimits): Trouble | null {
  const plain = notes.filter((note) => !note.grace);
  if (mostAtOnce(plain) > limits.mostAtOnce) {
    const crowded = plain.find((note) => soundingWith(note, plain).length > limits.mostAtOnce)!;
    const together = soundingWith(crowded, plain);
    return takeFrom(
      together,
      crowded.at,
      hand,
      `${limits.mostAtOnce === 1 ? 'one note' : `${limits.mostAtOnce} notes`} at once in this hand`,
    );
  }
  for (const note of plain) {
    const together = soundingWith(note, plain).filter((each) => !each.articulations.includes('arpeggiate'));
    const [low, high] = outer(together);
    if (!low || !high || low === high) continue;
    const width = midiOf(high.pitch) - midiOf(low.pitch);
    const isOverRung = limits.widestSemitones !== null && width > limits.widestSemitones;
    const isOverHand = !canReach(midiOf(low.pitch), midiOf(high.pitch), limits.reach);
    if (!isOverRung && !isOverHand) continue;
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
  }
  return null;
}

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
