import { canReach, type HandSize } from '../hands/reach';
import type { HandWork, Touch } from '../load/load';
import { mostAtOnce, soundingWith } from '../load/load';
import { isInScale, tonicOf, type Key } from '../pitch/key';
import { diatonicIndex, midiOf, mod, pitchClassOf } from '../pitch/pitch';
import { LEFT_ONSETS, RHYTHM_LABELS, type Rung } from '../rungs/rungs';
import type { Measure, Note } from '../score/model';
import { beatsOf } from '../score/time';
import type { Setting } from './document';
import { pitchLabel, placeLabel, type HandName } from './losses';
import { gridOf, isCountedInEighths, isFinerThan, strongBeats } from './rhythm-grid';
import {
  leftRank,
  isSung,
  rightRank,
  textureLabel,
  type LeftTexture,
  type RightTexture,
} from './textures.data';

export type LimitName =
  | 'rhythm'
  | 'onsets'
  | 'texture'
  | 'at-once'
  | 'width'
  | 'leap'
  | 'left-onsets'
  | 'position'
  | 'chromatic'
  | 'load'
  | 'signature'
  | 'length';

/** A limit of the rung that a measure breaks, and what breaks it. */
export interface Break {
  readonly limit: LimitName;
  readonly hand: HandName | null;
  readonly sentence: string;
}

/** One hand of one measure, as it is judged. */
export interface JudgedHand {
  readonly hand: HandName;
  readonly notes: readonly Note[];
  readonly work: HandWork;
  /** The left hand has notes of the tune, which come when they come. */
  readonly hasTune?: boolean;
}

export interface JudgeContext {
  readonly rung: Rung;
  readonly setting: Setting;
  readonly measure: Measure;
  readonly offset: number;
  readonly lengthMs: number;
  readonly size: HandSize;
  /** Ticks at which chords change. */
  readonly chordChanges: ReadonlySet<number>;
}

/** The limits that one hand breaks inside one measure, whatever its neighbours do. O(notes²) in the measure. */
export function breaksInMeasure(judged: JudgedHand, context: JudgeContext): readonly Break[] {
  const { hand, notes, work } = judged;
  const { rung, setting, measure, offset, lengthMs } = context;
  const found: Break[] = [];
  const say = (limit: LimitName, sentence: string) => found.push({ limit, hand, sentence });
  const plain = notes.filter((note) => !note.grace);
  if (plain.length === 0) return found;
  const whose = hand === 'right' ? 'right' : 'left';

  const rhythm = isCountedInEighths(measure.time) ? rung.rhythmCompound : rung.rhythmSimple;
  const odd = unrhythmic(plain, work.touches, context, rhythm);
  if (odd)
    say(
      'rhythm',
      `${pitchLabel(odd.pitch)} ${placeLabel(odd.at - measure.start + offset, measure.time)} is a finer rhythm than ${RHYTHM_LABELS[rhythm]}`,
    );

  if (rung.onsetsPerSecondTenths !== null && work.touches.length > 1) {
    const tenths = Math.round((10_000 * work.touches.length) / Math.max(1, lengthMs));
    if (tenths > rung.onsetsPerSecondTenths)
      say(
        'onsets',
        `${decimal(tenths)} touches a second in the ${whose} hand, over ${decimal(rung.onsetsPerSecondTenths)}: a slower tempo or a plainer rhythm`,
      );
  }

  const most = notesAllowed(rung, setting, hand);
  const atOnce = mostAtOnce(plain);
  if (atOnce > most) say('at-once', `${atOnce} notes at once in the ${whose} hand, over ${most}`);

  const wide = widest(plain);
  if (wide) {
    const [low, high] = wide;
    const width = midiOf(high.pitch) - midiOf(low.pitch);
    const span = context.size[hand];
    if (rung.widestSemitones !== null && width > rung.widestSemitones)
      say(
        'width',
        `${pitchLabel(low.pitch)} to ${pitchLabel(high.pitch)} together is wider than ${rung.widestSemitones} semitones`,
      );
    else if (!canReach(midiOf(low.pitch), midiOf(high.pitch), span.comfortable))
      say(
        'width',
        `${pitchLabel(low.pitch)} to ${pitchLabel(high.pitch)} together is wider than is comfortable for this hand`,
      );
  }

  if (hand === 'left' && setting !== 'study' && !judged.hasTune) {
    const late = lateOnset(work.touches, context);
    if (late !== null)
      say(
        'left-onsets',
        `the left hand plays ${placeLabel(late - measure.start + offset, measure.time)}, and this rung has it play ${LEFT_ONSETS[rung.leftOnsets]}`,
      );
  }
  const jump = innerLeap(work.touches, plain, rung);
  if (jump) say('leap', leapSentence(jump, whose, rung));
  return found;
}

export function notesAllowed(rung: Rung, setting: Setting, hand: HandName): number {
  return (setting === 'sing' ? rung.notesSing : rung.notesSolo)[hand];
}

/** Is a texture beyond the rung? What the source itself has is judged by the other limits. */
export function breaksTexture(texture: LeftTexture | RightTexture, hand: HandName, rung: Rung): Break | null {
  if (texture === 'as-written') return null;
  const rank = hand === 'left' ? leftRank(texture as LeftTexture) : rightRank(texture as RightTexture);
  const most =
    hand === 'left'
      ? rung.leftTextures
      : isSung(texture as RightTexture)
        ? rung.rightTexturesSing
        : rung.rightTexturesSolo;
  if (rank <= most) return null;
  return {
    limit: 'texture',
    hand,
    sentence: `the ${hand} hand’s texture (${textureLabel(texture)}) belongs to rung ${rank}`,
  };
}

export interface Leap {
  readonly from: Touch;
  readonly to: Touch;
  readonly semitones: number;
}

/**
 * How far the hand must jump: as far as its outer notes move; between shapes of other sizes by the end that moves less, as
 * the fingers of the other end are laid down or lifted where they are.
 */
export function leapBetween(from: Touch, to: Touch): Leap {
  const ends = [Math.abs(to.lowest - from.lowest), Math.abs(to.highest - from.highest)];
  return { from, to, semitones: from.size === to.size ? Math.max(...ends) : Math.min(...ends) };
}

function innerLeap(touches: readonly Touch[], notes: readonly Note[], rung: Rung): Leap | null {
  if (rung.leapSemitones === null) return null;
  for (const [index, touch] of touches.entries()) {
    const before = touches[index - 1];
    if (!before) continue;
    const leap = leapBetween(before, touch);
    if (leap.semitones > rung.leapSemitones && !hasRestBefore(touch.at, notes)) return leap;
  }
  return null;
}

function hasRestBefore(at: number, notes: readonly Note[]): boolean {
  return notes.every((note) => note.at >= at || note.at + note.duration < at);
}

export function leapSentence({ semitones }: Leap, whose: string, rung: Rung): string {
  return `the ${whose} hand leaps ${semitones} semitones without a rest, over ${rung.leapSemitones ?? 'any'}`;
}

/** The first note that begins, or lasts, otherwise than the class allows. */
function unrhythmic(
  notes: readonly Note[],
  touches: readonly Touch[],
  { measure, offset }: JudgeContext,
  rhythm: Rung['rhythmSimple'],
): Note | null {
  if (rhythm === 'any') return null;
  const triplets = new Set(
    notes.filter((note) => note.tuplet?.actual === 3).map((note) => note.at - measure.start + offset),
  );
  const grid = new Set(gridOf(rhythm, measure.time, triplets));
  const struck = new Set(touches.map((touch) => touch.at));
  const beats = new Set(beatsOf(measure.time).map((beat) => beat.at as number));
  return (
    notes.find((note) => {
      if (!struck.has(note.at)) return false;
      const place = note.at - measure.start + offset;
      if (!grid.has(place)) return true;
      if (note.tuplet && !isFinerThan(rhythm, 'eighths')) return true;
      const isOffBeat = !beats.has(place) && place % 10_080 !== 0;
      return rhythm === 'eighth-pairs' && isOffBeat && !isCountedInEighths(measure.time)
        ? !struck.has(note.at - 5_040)
        : false;
    }) ?? null
  );
}

function widest(notes: readonly Note[]): readonly [Note, Note] | null {
  let found: readonly [Note, Note] | null = null;
  let most = 0;
  for (const note of notes) {
    if (note.articulations.includes('arpeggiate')) continue;
    for (const other of soundingWith(note, notes)) {
      if (other.articulations.includes('arpeggiate')) continue;
      const width = Math.abs(midiOf(note.pitch) - midiOf(other.pitch));
      if (width <= most) continue;
      most = width;
      found = midiOf(note.pitch) < midiOf(other.pitch) ? [note, other] : [other, note];
    }
  }
  return found;
}

function lateOnset(touches: readonly Touch[], context: JudgeContext): number | null {
  const { rung, measure, offset, chordChanges } = context;
  if (rung.leftOnsets === 'anywhere') return null;
  const strong = new Set(strongBeats(measure.time));
  const beats = new Set(beatsOf(measure.time).map((beat) => beat.at as number));
  const isAllowed = (at: number) => {
    const place = at - measure.start + offset;
    if (at === measure.start || chordChanges.has(at)) return true;
    if (rung.leftOnsets === 'chord-changes') return false;
    return rung.leftOnsets === 'strong-beats' ? strong.has(place) : beats.has(place);
  };
  return touches.find((touch) => !isAllowed(touch.at))?.at ?? null;
}

/** Notes outside the key; raised sixth and seventh of minor do not count. */
export function isChromatic(note: Note, key: Key): boolean {
  if (isInScale(note.pitch, key)) return false;
  if (key.mode === 'major') return true;
  const degree = mod(pitchClassOf(note.pitch) - pitchClassOf(tonicOf(key)), 12);
  return degree !== 9 && degree !== 11;
}

/** The note that leaves five letters within a stretch, if any. */
export function leavesPosition(notes: readonly Note[], mostSteps = 4): Note | null {
  let low = Infinity;
  let high = -Infinity;
  for (const note of notes) {
    const step = diatonicIndex(note.pitch);
    low = Math.min(low, step);
    high = Math.max(high, step);
    if (high - low > mostSteps) return note;
  }
  return null;
}

function decimal(tenths: number): string {
  return (tenths / 10).toFixed(1).replace(/\.0$/, '');
}
