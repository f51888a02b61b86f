import { beatsOf, metreLength, type Beat } from '../../score/time';
import type { TimeSignature } from '../../score/model';
import { TICKS_PER_QUARTER } from '../../units';
import type { At, Performance, PlayedNote } from './parse';

/** A measure of the performance; times in quarters. */
export interface PlayedMeasure {
  readonly start: number;
  readonly length: number;
  readonly time: TimeSignature;
}

/** How much better another downbeat must explain the accents before the file's own barlines are moved. */
const CLEARLY_BETTER = 1.5;

/**
 * Lays barlines over a performance. The file's time signatures are followed; a short first one is a pickup, and so is
 * silence before the first note. Where long and low notes plainly fall on another beat than the barlines, the barlines
 * move and the first measure becomes a pickup.
 */
export function layMeasures(performance: Performance): readonly PlayedMeasure[] {
  const notes = performance.tracks.flatMap((track) => track.notes);
  const first = Math.min(...notes.map((note) => note.start));
  const end = Math.max(...notes.map((note) => note.end));
  const times = tidyTimes(performance.times);
  const opening = times[0]!.value;
  const measures: PlayedMeasure[] = [];
  let start = times.length === 1 ? pickupStart(notes, opening, first) : 0;
  while (start < end - 1e-6 || measures.length === 0) {
    const time = times.findLast((each) => each.at <= start + 1e-6)?.value ?? opening;
    const next = times.slice(1).find((each) => each.at > start + 1e-6)?.at ?? Infinity;
    const length = Math.min(metreLength(time) / TICKS_PER_QUARTER, next - start);
    measures.push({ start, length, time });
    start += length;
  }
  return trimPickup(inOwnMetre(measures), first);
}

function tidyTimes(times: readonly At<TimeSignature>[]): readonly At<TimeSignature>[] {
  const kept: At<TimeSignature>[] = [];
  for (const each of times) {
    if (kept.at(-1)?.at === each.at) kept.pop();
    const before = kept.at(-1)?.value;
    if (before?.beats !== each.value.beats || before.beatType !== each.value.beatType) kept.push(each);
  }
  if (kept[0]?.at !== 0)
    kept.unshift({ at: 0, value: kept.length === 0 ? { beats: 4, beatType: 4 } : kept[0]!.value });
  return kept.length > 1 && kept[1]!.value === kept[0]!.value ? kept.slice(1) : kept;
}

/** Files write a pickup, and a last measure that completes it, in shorter metres of their own: they take their neighbour's. */
function inOwnMetre(measures: readonly PlayedMeasure[]): readonly PlayedMeasure[] {
  return measures.map((measure, index) => {
    const neighbour =
      index === 0 ? measures[1] : index === measures.length - 1 ? measures[index - 1] : undefined;
    const isShorter =
      neighbour !== undefined &&
      metreLength(measure.time) < metreLength(neighbour.time) &&
      measure.length * TICKS_PER_QUARTER <= metreLength(measure.time);
    return isShorter ? { ...measure, time: neighbour.time } : measure;
  });
}

/** Silence before the first note of the first measure is not written: the measure begins on that note's beat. */
function trimPickup(measures: readonly PlayedMeasure[], firstOnset: number): readonly PlayedMeasure[] {
  let kept = measures;
  while (kept.length > 1 && kept[0]!.start + kept[0]!.length <= firstOnset + 0.06) kept = kept.slice(1);
  const [measure, ...rest] = kept;
  if (!measure || rest.length === 0) return kept;
  const step = metreStep(measure.time);
  const silent = Math.floor((firstOnset + 0.06 - measure.start) / step) * step;
  return silent > 0
    ? [{ ...measure, start: measure.start + silent, length: measure.length - silent }, ...rest]
    : kept;
}

/** Pickups begin on a division of the beat. */
function metreStep(time: TimeSignature): number {
  return Math.min(...beatsOf(time).map((beat) => beat.length / beat.division)) / TICKS_PER_QUARTER;
}

/** Where the first barline lies when it is not where the file puts it: one measure before the first real downbeat. */
function pickupStart(notes: readonly PlayedNote[], time: TimeSignature, first: number): number {
  const beats = beatsOf(time);
  const length = metreLength(time) / TICKS_PER_QUARTER;
  const accents = (offset: number) => {
    let total = 0;
    for (const note of notes) {
      const place = (((note.start - offset) % length) + length) % length;
      if (Math.min(place, length - place) > 0.08) continue;
      // Long notes and low notes mark downbeats.
      total += Math.min(length, note.end - note.start) * (note.key < 55 ? 2.5 : 1);
    }
    return total;
  };
  const candidates = beats
    .map((beat: Beat) => beat.at / TICKS_PER_QUARTER)
    .filter((offset) => first < 0.1 || offset === 0);
  const own = accents(0);
  const best = candidates.reduce((a, b) => (accents(b) > accents(a) ? b : a), 0);
  return best > 0 && accents(best) > CLEARLY_BETTER * own ? best - length : 0;
}
