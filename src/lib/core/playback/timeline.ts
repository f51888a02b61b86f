import type { Count } from '../counting/count';
import { bassOf, spellChord, type Chord } from '../pitch/chord';
import { midiOf, mod, pitchClassOf } from '../pitch/pitch';
import { handOf } from '../score/hand-of';
import type { Mark, Note, Score } from '../score/model';
import { pedalSpans } from '../score/pedal-spans';
import { beatsOf, endOf, isCompound, measureAt, metreLength, metreOffset } from '../score/time';
import { TICKS_PER_QUARTER } from '../units';
import { quartersAMinute, usualTempo } from '../score/tempo';

export interface PlayOptions {
  readonly hands: 'both' | 'right' | 'left';
  /** Percent of the written tempo. */
  readonly tempoPercent: number;
  /** Measures to play, both included; null plays to the end. */
  readonly from: number;
  readonly to: number | null;
  readonly isLooped: boolean;
  readonly countInMeasures: 0 | 1 | 2;
  /** What is clicked while it plays: nothing, the beats, or every syllable that is counted. */
  readonly clicks: 'none' | 'beats' | 'counts';
}

/** A key that sounds; times in seconds from the start. `noteIds` are marked in the engraving meanwhile. */
export interface Sound {
  readonly at: number;
  readonly lasts: number;
  readonly key: number;
  /** 0–1. */
  readonly loudness: number;
  readonly noteIds: readonly string[];
}

export interface Click {
  readonly at: number;
  readonly weight: 'downbeat' | 'beat' | 'division';
}

export interface Timeline {
  readonly sounds: readonly Sound[];
  readonly clicks: readonly Click[];
  /** When each measure begins, for showing where playing is. */
  readonly measures: readonly { readonly measure: number; readonly at: number }[];
  /** Length of one pass in seconds, count-in included; a loop comes round after `loopAt … seconds`. */
  readonly seconds: number;
  /** Where a loop starts again: after the count-in of the first pass. */
  readonly loopAt: number;
}

const GRACE_SECONDS = 0.09;
const ROLL_SECONDS = 0.035;
/** Notes of a legato line touch; a staccato note sounds for half its value. */
const LOUDNESS: Readonly<Record<string, number>> = {
  ppp: 0.25,
  pp: 0.33,
  p: 0.45,
  mp: 0.55,
  mf: 0.65,
  f: 0.8,
  ff: 0.92,
  fff: 1,
};

/**
 * Works out when everything sounds. Tempo marks are followed, tied notes sound once, the pedal holds what it caught, and
 * grace notes come before their note. A looped passage goes on to the downbeat after it, so that the join is practised,
 * and comes round in time, its pickup in the measure of that downbeat. A piece without notes plays its chords. O(events).
 */
export function buildTimeline(
  score: Score,
  counts: readonly (readonly Count[])[],
  options: PlayOptions,
): Timeline {
  const first = score.measures[options.from];
  const last = score.measures[options.to ?? score.measures.length - 1];
  if (!first || !last) return { sounds: [], clicks: [], measures: [], seconds: 0, loopAt: 0 };
  const startTick = first.start;
  const endTick = last.start + last.length;
  const clock = tempoClock(score, options.tempoPercent);
  const full = metreLength(first.time);
  const offset = metreOffset(score.measures, first.index);
  const countInTicks =
    options.countInMeasures === 0 ? 0 : options.countInMeasures * full - (offset > 0 ? full - offset : 0);
  const secondsPerTick = clock.rateAt(startTick);
  const countIn = countInTicks * secondsPerTick;
  const at = (tick: number) => countIn + clock.seconds(startTick, tick);
  const closing =
    options.isLooped && endTick < endOf(score.measures) ? measureAt(score.measures, endTick) : null;
  const closingTick = closing ? endTick + Math.min(closing.length, beatTicks(closing.time)) : endTick;
  const sounds =
    score.notes.length > 0
      ? noteSounds(score, options, startTick, endTick, closingTick, at)
      : chordSounds(score, startTick, closingTick, at);
  const clicks = [
    ...countInClicks(first, offset, countInTicks, secondsPerTick),
    ...(options.clicks === 'counts' ? countClicks(score, counts, startTick, endTick, at) : []),
    ...(options.clicks === 'beats' ? beatClicks(score, startTick, endTick, at) : []),
  ];
  // A pickup comes in the measure of the closing downbeat; a full measure starts after it.
  const lead = offset > 0 ? full - offset : 0;
  const roundTicks = closing ? Math.max(beatTicks(closing.time), closing.length - lead) : Math.max(0, -lead);
  return {
    sounds,
    clicks,
    measures: score.measures
      .slice(first.index, last.index + 1)
      .map((measure) => ({ measure: measure.index, at: at(measure.start) })),
    seconds: at(endTick) + (options.isLooped ? roundTicks * clock.rateAt(endTick) : 0.4),
    loopAt: countIn,
  };
}

function beatTicks(time: { beats: number; beatType: number }): number {
  return isCompound(time) ? (3 * 40_320) / time.beatType : 40_320 / time.beatType;
}

/** Seconds between ticks, by the tempo marks of the score. */
function tempoClock(score: Score, percent: number) {
  const marks = score.marks
    .filter((mark): mark is Extract<Mark, { kind: 'tempo' }> => mark.kind === 'tempo')
    .sort((a, b) => a.at - b.at);
  const usual = usualTempo(score.measures[0]?.time);
  const rate = (quarters: number) => 60 / ((quarters * percent) / 100) / TICKS_PER_QUARTER;
  const pieces = [
    { from: 0, rate: rate(usual) },
    ...marks.map((mark) => ({
      from: mark.at as number,
      rate: rate(quartersAMinute(mark)),
    })),
  ];
  const rateAt = (tick: number) => pieces.findLast((piece) => piece.from <= tick)!.rate;
  const seconds = (from: number, to: number) => {
    let total = 0;
    let tick = from;
    for (const [index, piece] of pieces.entries()) {
      const until = Math.min(to, pieces[index + 1]?.from ?? Infinity);
      if (until <= tick) continue;
      total += (until - tick) * piece.rate;
      tick = until;
    }
    return total;
  };
  return { rateAt, seconds };
}

function noteSounds(
  score: Score,
  { hands }: PlayOptions,
  start: number,
  end: number,
  closing: number,
  at: (tick: number) => number,
): readonly Sound[] {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const targets = new Set(score.notes.flatMap((note) => (note.tieTo === null ? [] : [note.tieTo])));
  const wanted = (note: Note) =>
    hands === 'both' || (hands === 'right') === (handOf(score, note) === 'right');
  const pedals = pedalSpans(score.marks).flatMap(({ down, up }) => (up === null ? [] : [{ down, up }]));
  const sounds: Sound[] = [];
  for (const note of score.notes) {
    const isTiedInto = targets.has(note.id) && note.at > start;
    const isInside = note.at >= start && (note.at < end || (note.at === end && closing > end));
    if (!isInside || isTiedInto || !wanted(note)) continue;
    const chain: string[] = [note.id];
    let last = note;
    while (last.tieTo !== null && byId.has(last.tieTo) && byId.get(last.tieTo)!.at < closing) {
      last = byId.get(last.tieTo)!;
      chain.push(last.id);
    }
    const stop = Math.min(last.at + last.duration, note.at >= end ? closing : end);
    const held =
      pedals.find((span) => note.at >= span.down && stop > span.down && stop < span.up)?.up ?? stop;
    const onset = at(note.at);
    if (note.grace) {
      sounds.push({
        at: Math.max(0, onset - GRACE_SECONDS * (1 + countGracesAfter(score, note))),
        lasts: GRACE_SECONDS * 1.2,
        key: midiOf(note.pitch),
        loudness: 0.5,
        noteIds: chain,
      });
      continue;
    }
    const isShort = note.articulations.some((each) => each === 'staccato' || each === 'staccatissimo');
    const lasts = at(Math.min(held, Math.max(end, closing))) - onset;
    const roll = note.articulations.includes('arpeggiate') ? ROLL_SECONDS * placeInChord(score, note) : 0;
    sounds.push({
      at: onset + roll,
      lasts: Math.max(0.06, isShort ? lasts * 0.5 : lasts * 0.98),
      key: midiOf(note.pitch),
      loudness: loudnessAt(score, note) * (note.articulations.includes('accent') ? 1.15 : 1),
      noteIds: chain,
    });
  }
  return sounds.sort((a, b) => a.at - b.at);
}

function countGracesAfter(score: Score, note: Note): number {
  return score.notes.filter(
    (other) =>
      other.grace &&
      other.at === note.at &&
      other.voice === note.voice &&
      other.grace.order > note.grace!.order,
  ).length;
}

function placeInChord(score: Score, note: Note): number {
  return score.notes.filter(
    (other) => other.at === note.at && other.staff === note.staff && midiOf(other.pitch) < midiOf(note.pitch),
  ).length;
}

function loudnessAt(score: Score, note: Note): number {
  const mark = score.marks.findLast((each) => each.kind === 'dynamic' && each.at <= note.at);
  return (mark?.kind === 'dynamic' ? LOUDNESS[mark.text] : undefined) ?? 0.62;
}

/** A chart has no notes: its chords are played once each beat that they are written to last, root below. */
function chordSounds(
  score: Score,
  start: number,
  end: number,
  at: (tick: number) => number,
): readonly Sound[] {
  return score.chords.flatMap((symbol, index) => {
    const until = Math.min(end, score.chords[index + 1]?.at ?? endOf(score.measures));
    const from = Math.max(symbol.at, start);
    if (from >= until) return [];
    const beat = beatTicks(measureAt(score.measures, symbol.at).time);
    const strikes = Array.from(
      { length: Math.max(1, Math.ceil((until - from) / beat)) },
      (_, n) => from + n * beat,
    );
    return strikes.flatMap((tick, strike) =>
      chordKeys(symbol.chord).map((key) => ({
        at: at(tick),
        lasts: (at(Math.min(until, tick + beat)) - at(tick)) * 0.95,
        key,
        loudness: strike === 0 ? 0.6 : 0.42,
        noteIds: [symbol.id],
      })),
    );
  });
}

/** The keys of a chord as heard when it is touched: its bass around C3, the chord close above middle C. */
export function chordKeys(chord: Chord): readonly number[] {
  if (chord.kind === 'none') return [];
  const bass = 43 + mod(pitchClassOf(bassOf(chord)) - 7, 12);
  const tones = spellChord({ ...chord, bass: null }).map((tone) => 57 + mod(pitchClassOf(tone) - 9, 12));
  return [bass, ...[...new Set(tones)].sort((a, b) => a - b)];
}

function countInClicks(
  first: Score['measures'][number],
  offset: number,
  ticks: number,
  secondsPerTick: number,
): readonly Click[] {
  if (ticks === 0) return [];
  const beat = beatTicks(first.time);
  const full = metreLength(first.time);
  const phase = (offset > 0 ? offset : full) - ticks;
  return Array.from({ length: Math.round(ticks / beat) }, (_, index) => {
    const inMetre = (((phase + index * beat) % full) + full) % full;
    return { at: index * beat * secondsPerTick, weight: inMetre === 0 ? 'downbeat' : 'beat' };
  });
}

/** A metronome: a click for each beat, the downbeats stronger. */
function beatClicks(
  score: Score,
  start: number,
  end: number,
  at: (tick: number) => number,
): readonly Click[] {
  return playedMeasures(score, start, end).flatMap(({ measure, offset }) =>
    beatsOf(measure.time)
      .filter((beat) => beat.at >= offset && beat.at - offset < measure.length)
      .map((beat): Click => ({
        at: at(measure.start + beat.at - offset),
        weight: beat.at === 0 ? 'downbeat' : 'beat',
      })),
  );
}

/** Every syllable that is counted is a click: downbeats, beats and the divisions between them. */
function countClicks(
  score: Score,
  counts: readonly (readonly Count[])[],
  start: number,
  end: number,
  at: (tick: number) => number,
): readonly Click[] {
  return playedMeasures(score, start, end).flatMap(({ measure, offset }) =>
    (counts[measure.index] ?? []).map((count): Click => ({
      at: at(measure.start + count.at),
      weight: count.at + offset === 0 ? 'downbeat' : /^\d/.test(count.syllable) ? 'beat' : 'division',
    })),
  );
}

/** Measures that begin between two ticks, with how far into its metre each begins. */
function playedMeasures({ measures }: Score, start: number, end: number) {
  return measures
    .filter((measure) => measure.start >= start && measure.start < end)
    .map((measure) => ({ measure, offset: metreOffset(measures, measure.index) }));
}
