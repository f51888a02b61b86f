import type { CodedBreak } from '../limits/registry';
import type { Note } from '../score/model';
import { RHYTHM_CLASSES, type RhythmClass } from '../rungs/rhythm-classes.data';
import type { Accompaniment } from '../voicing/accompany';
import type { CandidateContext } from './hand-choice';
import { notesAllowed } from '../limits/notes-at-once';
import type { HandName } from '../hands/hand';
import { isHandPinned, isHandVoiced } from './measure-pins';
import { fillWithRests } from '../score/fill-rests';
import { reduceRhythm, type HandMusic } from './reduce-rhythm';
import { isCountedInEighths } from '../score/time';
import { isFinerThan } from '../rungs/rhythm-grid';
import { thin } from './thin';

/** Coarser rhythms that are tried when the rung's own does not do. */
const COARSER_TRIES = 3;

/** Why a coarser rhythm than the rung's own is tried: what its own breaks, or else the load. */
export function whyCoarser(breaks: readonly CodedBreak[]): string {
  const isFast = breaks.some(({ limit }) => limit === 'speed');
  if (isFast) return 'at this tempo the notes would come faster than this rung takes';
  const other = breaks.find(({ limit }) => limit !== 'rhythm');
  return other
    ? `otherwise ${other.sentence}`
    : 'the measure would weigh more than this rung, or the one above it, takes';
}

/** The rung's own rhythm and coarser ones; the source's where the tune must be kept. */
export function rhythmsAt({ own, rung, pins }: CandidateContext): readonly RhythmClass[] {
  if (pins.keep.has(own.measure.index)) return ['any'];
  const most = isCountedInEighths(own.measure.time) ? rung.rhythmCompound : rung.rhythmSimple;
  const finest = RHYTHM_CLASSES.indexOf(most);
  const tried = RHYTHM_CLASSES.slice(Math.max(0, finest - COARSER_TRIES), finest + 1).reverse();
  return isCountedInEighths(own.measure.time) ? tried.filter((each) => each !== 'eighth-pairs') : tried;
}

/** The source's own notes in a rhythm, thinned to what the rung and the hand take. */
export function writtenMusic(
  context: CandidateContext,
  hand: HandName,
  rhythm: RhythmClass,
  because: string | null,
): HandMusic {
  const { material, own, rung, setting, size, pins } = context;
  const source = hand === 'right' ? own.upper : own.lower;
  const reduced = reduceRhythm({
    measure: own.measure,
    offset: own.offset,
    hand,
    notes: source.notes,
    rests: source.rests,
    heldFrom: material.heldFrom,
    rhythm,
    because,
  });
  if (pins.keep.has(own.measure.index)) return reduced;
  const thinned = thin(reduced.notes, hand, {
    mostAtOnce: notesAllowed(rung, setting, hand),
    widestSemitones: rung.widestSemitones,
    reach: size[hand].comfortable,
    canRoll: isFinerThan(rung.rhythmSimple, 'eighths'),
  });
  if (thinned.losses.length === 0) return reduced;
  return {
    notes: thinned.notes,
    rests: fillWithRests(own.measure, own.offset, thinned.notes, reduced.rests, {
      staff: hand === 'right' ? 0 : 1,
      voice: thinned.notes[0]?.voice ?? source.notes[0]?.voice ?? '1',
    }),
    losses: [...reduced.losses, ...thinned.losses],
  };
}

/** What a hand has of an accompaniment in one measure, within what the rung and the hand take; pins may have more. */
export function madeMusic(
  context: CandidateContext,
  hand: HandName,
  accompaniment: Accompaniment,
): HandMusic {
  const { own, rung, setting, size, pins } = context;
  const notes = accompaniment.notes.get(own.measure.index) ?? [];
  const { index } = own.measure;
  const isVoiced = isHandVoiced(pins, hand, index);
  const isPinned = isHandPinned(pins, hand, index);
  const thinned = thin(notes, hand, {
    mostAtOnce: isVoiced ? 6 : isPinned ? 5 : notesAllowed(rung, setting, hand),
    widestSemitones: isPinned ? null : rung.widestSemitones,
    reach: isVoiced ? Infinity : size[hand].comfortable,
    canRoll: false,
  });
  return {
    notes: thinned.notes,
    rests: fillWithRests(own.measure, own.offset, thinned.notes, [], {
      staff: hand === 'right' ? 0 : 1,
      voice: hand === 'right' ? 'R' : 'L',
    }),
    losses: [],
  };
}

export function isSameMusic(a: readonly Note[], b: readonly Note[]): boolean {
  return (
    a.length === b.length &&
    a.every((note, index) => {
      const other = b[index]!;
      return note.id === other.id && note.at === other.at && note.duration === other.duration;
    })
  );
}
