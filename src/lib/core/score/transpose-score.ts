import { type Keyboard, FULL_KEYBOARD } from '../hands/keyboards.data';
import {
  addIntervals,
  invertDirection,
  OCTAVE,
  transposePitch,
  transposeSpelling,
  UNISON,
  type Interval,
} from '../pitch/interval';
import { transposeChord } from '../pitch/chord';
import { intervalBetweenTonics, isSameKey, keyOf, respellKey, tonicOf, type Key } from '../pitch/key';
import { midiOf } from '../pitch/pitch';
import type { ChordSymbol, Measure, Note, Score } from './model';
import type { NoteId } from '../units';

/** The interval of a transposition from the piece's key to another, with the octave that fits the keyboard best. */
export function transpositionTo(
  score: Score,
  from: Key,
  to: Key,
  keyboard: Keyboard = FULL_KEYBOARD,
): Interval {
  if (isSameKey(from, to)) return UNISON;
  const nearest = intervalBetweenTonics(tonicOf(from), tonicOf(to));
  const candidates = [nearest, addIntervals(nearest, OCTAVE), addIntervals(nearest, invertDirection(OCTAVE))];
  const sounding = score.notes.map((note) => midiOf(note.pitch));
  const overrun = ({ semitones }: Interval) =>
    sounding.reduce((sum, midi) => {
      const key = midi + semitones;
      return sum + Math.max(0, keyboard.lowest - key, key - keyboard.highest);
    }, 0);
  // The nearest octave comes first, so it wins unless another leaves fewer notes off the keyboard.
  return candidates.reduce((best, each) => (overrun(each) < overrun(best) ? each : best));
}

/** An interval and so many octaves more. */
export function byOctaves({ steps, semitones }: Interval, octaves: number): Interval {
  return { steps: steps + 7 * octaves, semitones: semitones + 12 * octaves };
}

/**
 * Moves a whole score by an interval with exact spelling. Passages whose signature would pass seven signs are
 * respelled to the sounding twin, always from the source, so the same call gives the same result. O(events).
 */
export function transposeScore(score: Score, interval: Interval): Score {
  if (interval.steps === 0 && interval.semitones === 0) return score;
  const measures = score.measures.map((measure) => transposeMeasure(measure, interval));
  const intervals = measures.map((each) => each.interval);
  const tieSources = new Map<NoteId, Note>();
  const notes = score.notes.map((note): Note => {
    // A tie keeps one spelling, even into a passage that is respelled.
    const origin = tieSources.get(note.id) ?? note;
    if (note.tieTo !== null) tieSources.set(note.tieTo, origin);
    return { ...note, pitch: transposePitch(note.pitch, intervals[origin.measure]!) };
  });
  return {
    ...score,
    measures: measures.map((each) => each.measure),
    typedKey:
      score.typedKey &&
      respellKey(keyOf(transposeSpelling(tonicOf(score.typedKey), interval), score.typedKey.mode)).key,
    notes,
    chords: transposeChords(score, score.chords, interval),
  };
}

/** Chords over a score, as they go with it when the score is moved. O(chords). */
export function transposeChords(
  { measures }: Pick<Score, 'measures'>,
  chords: readonly ChordSymbol[],
  interval: Interval,
): readonly ChordSymbol[] {
  if (interval.steps === 0 && interval.semitones === 0) return chords;
  return chords.map((symbol) => ({
    ...symbol,
    chord: transposeChord(symbol.chord, transposeMeasure(measures[symbol.measure]!, interval).interval),
  }));
}

function transposeMeasure(measure: Measure, interval: Interval): { measure: Measure; interval: Interval } {
  const moved = keyOf(transposeSpelling(tonicOf(measure.key), interval), measure.key.mode);
  const { key, shiftFifths } = respellKey(moved);
  // Twelve fifths flatward is the next letter up: F♯ becomes G♭.
  const respelling: Interval = { steps: 0 - shiftFifths / 12, semitones: 0 };
  return { measure: { ...measure, key }, interval: addIntervals(interval, respelling) };
}
