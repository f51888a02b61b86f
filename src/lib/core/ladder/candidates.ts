import { unlikenessPart } from '../load/load';
import { midiOf, pitchLabel } from '../pitch/pitch';
import type { Note } from '../score/model';
import { ticks } from '../units';
import { PRICES, weighHand, type CandidateContext, type HandChoice } from './hand-choice';
import type { Loss } from '../score/losses';
import { isOnBass, standsOnAnyTone, tonesMissing } from './chord-sounds';
import { fillWithRests } from '../score/fill-rests';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';

/** One way to play one measure, with what speaks against it. */
export interface Candidate {
  readonly right: HandChoice<RightTexture>;
  readonly left: HandChoice<LeftTexture>;
  /** Price of both hands and of their crossing; whole points. */
  readonly cost: number;
  /** Load of each hand but for what coming from the measure before adds, in hundredths. */
  readonly rightBase: number;
  readonly leftBase: number;
  /** The same choice as the rung above made. */
  readonly isFromAbove: boolean;
}

/** Puts two hands together: no key is asked of both at once. */
export function joinHands(
  context: CandidateContext,
  right: HandChoice<RightTexture>,
  left: HandChoice<LeftTexture>,
): Candidate {
  // Hands that do not meet have no key in common.
  if (right.lowest > left.highest) return pair(context, right, left, 0, false);
  const cleared = clearKeys(right.music.notes, left.music.notes);
  const freed = cleared === null ? left : withNotes(context, left, cleared);
  return pair(context, right, freed, crossings(right.music.notes, freed.music.notes), false);
}

/** The choice of the rung above, judged by this rung. */
export function fromAbove(context: CandidateContext, above: Candidate, isSamePace: boolean): Candidate {
  const right = weighHand(context, 'right', above.right, isSamePace ? above.right.work : null);
  const left = weighHand(context, 'left', above.left, isSamePace ? above.left.work : null);
  return pair(context, right, left, crossings(right.music.notes, left.music.notes), true);
}

function pair(
  context: CandidateContext,
  right: HandChoice<RightTexture>,
  left: HandChoice<LeftTexture>,
  crossed: number,
  isFromAbove: boolean,
): Candidate {
  const apart = unlikenessPart(right.work, left.work);
  return {
    right,
    left,
    cost: right.price + left.price + crossed * PRICES.crossing + chordPrice(context, right, left),
    rightBase: right.work.ownSum + apart,
    leftBase: left.work.ownSum + apart,
    isFromAbove,
  };
}

/** What speaks against a pair by its chords: their bass, and the tones that tell them. */
function chordPrice(
  { demands, setting, rung }: CandidateContext,
  right: HandChoice<RightTexture>,
  left: HandChoice<LeftTexture>,
): number {
  if (left.texture === 'as-written' || setting === 'study') return 0;
  return demands.reduce((sum, demand, index) => {
    const [above, below] = [right.sounds[index]!, left.sounds[index]!];
    const missing = tonesMissing(demand, above, below) * PRICES.tellingTone;
    if (demand.isSectionEnd)
      return sum + missing + (isOnBass(demand, above, below) ? 0 : PRICES.offTheBassAtEnd);
    if (!demand.isChange) return sum + missing;
    // A close triad of a solo may stand on another of its notes, and so may one note that stays in its position.
    const isFree =
      setting === 'solo' &&
      (rung.leftPosition === 'one-per-section' || standsOnAnyTone(left.texture, demand));
    const isBassed = below.lowest !== null && (isFree || isOnBass(demand, above, below));
    return sum + missing + (isBassed ? 0 : PRICES.bassAtChange);
  }, 0);
}

function withNotes(
  context: CandidateContext,
  left: HandChoice<LeftTexture>,
  { notes, losses }: NonNullable<ReturnType<typeof clearKeys>>,
): HandChoice<LeftTexture> {
  const { measure, offset } = context.own;
  const place = { staff: 1, voice: left.music.notes[0]?.voice ?? 'L' };
  return weighHand(context, 'left', {
    ...left,
    music: {
      notes,
      rests: fillWithRests(measure, offset, notes, left.music.rests, place),
      losses: [...left.music.losses, ...losses],
    },
  });
}

/** Left-hand notes that lie above a right-hand note meanwhile. */
function crossings(right: readonly Note[], left: readonly Note[]): number {
  return left.filter((low) =>
    right.some(
      (high) =>
        midiOf(high.pitch) < midiOf(low.pitch) &&
        high.at < low.at + low.duration &&
        high.at + high.duration > low.at,
    ),
  ).length;
}

/** Notes that are struck together in a voice are let go together: one stem has one value. */
function letGoTogether(notes: readonly Note[]): readonly Note[] {
  return notes.map((note) => {
    const together = notes.filter((each) => each.at === note.at && each.voice === note.voice && !each.grace);
    const duration = Math.min(...together.map((each) => each.duration));
    return note.grace || note.duration === duration
      ? note
      : { ...note, duration: ticks(duration), tieTo: null };
  });
}

/** The left hand without the keys that the right needs: let go in time, or left to the right hand. Null where none clash. */
export function clearKeys(
  right: readonly Note[],
  left: readonly Note[],
): { readonly notes: readonly Note[]; readonly losses: readonly Loss[] } | null {
  const losses: Loss[] = [];
  const notes = left.flatMap((note): readonly Note[] => {
    const key = midiOf(note.pitch);
    const clash = right.find(
      (each) =>
        midiOf(each.pitch) === key && each.at < note.at + note.duration && each.at + each.duration > note.at,
    );
    if (!clash) return [note];
    const base = { measure: note.measure, hand: 'left' as const, notes: [note.id] };
    if (clash.at > note.at) {
      losses.push({
        ...base,
        kind: 'shortened',
        sentence: `${pitchLabel(note.pitch)} is let go early: the right hand needs the key.`,
      });
      return [{ ...note, duration: ticks(clash.at - note.at), tieTo: null, tuplet: null }];
    }
    losses.push({
      ...base,
      kind: 'left-out',
      sentence: `${pitchLabel(note.pitch)} left out of the left hand: the right hand has the key.`,
    });
    return [];
  });
  return losses.length === 0 ? null : { notes: letGoTogether(notes), losses };
}
