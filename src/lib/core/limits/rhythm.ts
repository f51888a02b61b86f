import { pitchLabel } from '../pitch/pitch';
import { RHYTHM_LABELS, type RhythmClass } from '../rungs/rhythm-classes.data';
import { gridOf, isFinerThan } from '../rungs/rhythm-grid';
import type { Note } from '../score/model';
import { beatsOf, isCountedInEighths, placeLabel } from '../score/time';
import { TICKS_PER_QUARTER } from '../units';
import { oneOf } from './fields';
import { defineLimit, plainNotes, type HandFacts } from './limit';

/** The finest rhythm. */
export const rhythm = defineLimit({
  fields: {
    rhythmSimple: oneOf('Finest rhythm, simple metre', RHYTHM_LABELS, [
      'quarters',
      'eighth-pairs',
      'eighths',
      'triplets',
      'sixteenths',
      'any',
    ]),
    rhythmCompound: oneOf('Finest rhythm, compound metre', RHYTHM_LABELS, [
      'eighths',
      'eighths',
      'eighths',
      'eighths',
      'sixteenths',
      'any',
    ]),
  },
  price: 1000,
  remedies: ['easier-measure', 'doubled-values'],
  inHand: (facts, { rhythmSimple, rhythmCompound }) => {
    const { hand, measure, offset } = facts;
    const finest = isCountedInEighths(measure.time) ? rhythmCompound : rhythmSimple;
    const odd = unrhythmic(facts, finest);
    if (!odd) return [];
    const place = placeLabel(odd.at - measure.start + offset, measure.time);
    return [
      { hand, sentence: `${pitchLabel(odd.pitch)} ${place} is a finer rhythm than ${RHYTHM_LABELS[finest]}` },
    ];
  },
});

/** The least that a note of a class lasts: a triplet's eighth among triplets. */
function shortestOf(finest: RhythmClass, isInEighths: boolean): number {
  if (finest === 'sixteenths') return TICKS_PER_QUARTER / 4;
  if (finest === 'triplets') return TICKS_PER_QUARTER / 3;
  return isInEighths || isFinerThan(finest, 'quarters') ? TICKS_PER_QUARTER / 2 : TICKS_PER_QUARTER;
}

/** The first struck note that begins, or lasts, otherwise than the class allows. */
function unrhythmic(facts: HandFacts, finest: RhythmClass): Note | null {
  if (finest === 'any') return null;
  const { measure, offset, work } = facts;
  const notes = plainNotes(facts);
  const placeOf = (note: Note) => note.at - measure.start + offset;
  const triplets = new Set(notes.filter((note) => note.tuplet?.actual === 3).map(placeOf));
  const grid = new Set(gridOf(finest, measure.time, triplets));
  const shortest = shortestOf(finest, isCountedInEighths(measure.time));
  const struck = new Set(work.touches.map((touch) => touch.at));
  const beats = new Set(beatsOf(measure.time).map((beat) => beat.at as number));
  return (
    notes.find((note) => {
      if (!struck.has(note.at)) return false;
      const place = placeOf(note);
      if (!grid.has(place) || note.duration < shortest) return true;
      if (note.tuplet && !isFinerThan(finest, 'eighths')) return true;
      const isOffBeat = !beats.has(place) && place % TICKS_PER_QUARTER !== 0;
      return finest === 'eighth-pairs' && isOffBeat && !isCountedInEighths(measure.time)
        ? !struck.has(note.at - TICKS_PER_QUARTER / 2)
        : false;
    }) ?? null
  );
}
