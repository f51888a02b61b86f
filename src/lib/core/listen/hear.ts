import type { HandName } from '../hands/hand';
import type { Pitch } from '../pitch/pitch';
import type { Score } from '../score/model';
import { TICKS_PER_QUARTER } from '../units';
import { beatsOf } from '../score/time';
import { clustersOf } from './clusters';
import { follow, type Path } from './follow';
import { MomentTable } from './moment-table';
import { matchNotes, type MomentHeard } from './match-notes';
import { expectedOf, type Expected } from './moments';
import { momentsByMeasure, playingsOf, playingThatCounts, type Jump, type Playing } from './playings';
import { median, overallPulse, pulseBefore, type Beat } from './pulse';
import type { PlayedKey, Take } from './take';
import { THRESHOLDS } from './thresholds.data';
import { balanceOf, NO_TOUCH, touchFacts, touchOf, type Balance, type TouchHeard } from './touch-heard';

export interface HearOptions {
  /** One hand alone; null for both. */
  readonly hand?: HandName | null;
  /** A keyboard's transpose setting: what it sends lies so many semitones above what is written. */
  readonly transpose?: number;
  /** Only these measures were to be played, ordinals, both included; repeats are not followed then. */
  readonly range?: { readonly from: number; readonly to: number } | null;
}

export interface WrongPair {
  readonly expected: Pitch;
  readonly hand: HandName;
  readonly played: number;
  readonly octaves: number;
  readonly noteId: string;
}

/** What was heard of one measure, as it is written. */
export interface MeasureHeard extends TouchHeard {
  /** Ordinal from 0. */
  readonly measure: number;
  readonly number: string;
  readonly expected: number;
  readonly right: number;
  readonly wrong: readonly WrongPair[];
  readonly missing: readonly { readonly pitch: Pitch; readonly hand: HandName; readonly noteId: string }[];
  /** MIDI numbers. */
  readonly extra: readonly number[];
  readonly isSkipped: boolean;
  /** The most by which a moment came before or after the learner's own pulse, where that is heard; else 0. */
  readonly earlyMs: number;
  readonly lateMs: number;
  /** Median over the moments of both hands. */
  readonly handsApartMs: number;
  readonly stops: number;
  /** How often the measure was played, this time included. */
  readonly timesPlayed: number;
}

export interface Heard {
  readonly measures: readonly MeasureHeard[];
  /** Quarters a minute, in the median; null where too little was played. */
  readonly tempoBpm: number | null;
  /** Ordinals of measures. */
  readonly restarts: readonly { readonly atMeasure: number; readonly backTo: number }[];
  readonly skips: readonly number[];
  /** The whole take lay so many octaves off; one finding, and the notes count as right. */
  readonly octavesOff: number;
  /** The whole take lay so many semitones off, which no setting explains: its notes are wrong. */
  readonly semitonesOff: number;
  readonly balance: Balance | null;
}

/**
 * Listens to a take of a score: what was right, wrong, missing and too many in each measure; early and late against the learner's own
 * pulse; the hands apart; stops, restarts, skips and the tempo reached. Evidence, not a grade. A measure that was played twice
 * counts its last complete playing. O(keys × moments).
 */
export function hear(
  score: Score,
  take: Take,
  { hand = null, transpose = 0, range = null }: HearOptions = {},
): Heard {
  const keys = take.keys.map((each) => ({ ...each, key: each.key - transpose }));
  const hasRepeats = range === null && score.measures.some(({ endsRepeat }) => endsRepeat !== null);
  const ways = [false, ...(hasRepeats ? [true] : [])].map((isUnfolded) =>
    heardAs(within(expectedOf(score, hand, isUnfolded), range), keys),
  );
  const best = ways.reduce((least, way) => (way.path.cost < least.path.cost ? way : least));
  return report(score, best, take.pedal);
}

function within(expected: Expected, range: HearOptions['range']): Expected {
  if (!range) return expected;
  const moments = expected.moments.filter(({ measure }) => measure >= range.from && measure <= range.to);
  return { ...expected, moments };
}

interface Way {
  readonly expected: Expected;
  readonly path: Path;
  readonly shift: number;
}

function heardAs(expected: Expected, keys: readonly PlayedKey[]): Way {
  const clusters = clustersOf(keys);
  const shift = shiftOf(expected, keys);
  const table = new MomentTable(expected.moments, shift);
  const first = follow(clusters, table, null);
  const pulses = pulsesOf(first, expected);
  return { expected, shift, path: pulses ? follow(clusters, table, pulses) : first };
}

/** A shift of the whole take that explains its keys far better than none. */
const SHIFTS = Array.from({ length: 49 }, (_, index) => index - 24).sort((a, b) => Math.abs(a) - Math.abs(b));
const EXPLAINED_SHARE = 0.8;
const BETTER_BY = 0.15;

function shiftOf({ moments }: Expected, keys: readonly PlayedKey[]): number {
  if (keys.length < 8) return 0;
  const wanted = new Map<number, number>();
  for (const { key } of moments.flatMap(({ keys: own }) => own)) wanted.set(key, (wanted.get(key) ?? 0) + 1);
  const played = new Map<number, number>();
  for (const { key } of keys) played.set(key, (played.get(key) ?? 0) + 1);
  const explained = (shift: number) => {
    let sum = 0;
    for (const [key, times] of played) sum += Math.min(times, wanted.get(key - shift) ?? 0);
    return sum / keys.length;
  };
  const plain = explained(0);
  const best = SHIFTS.reduce((most, shift) => (explained(shift) > explained(most) + 1e-9 ? shift : most), 0);
  const share = explained(best);
  return share >= EXPLAINED_SHARE && share >= plain + BETTER_BY ? best : 0;
}

const PULSE_CLUSTERS = 9;

/** The pulse around each cluster of a first pass: the median of the steps near it, in milliseconds a tick. */
function pulsesOf({ steps }: Path, { moments }: Expected): readonly number[] | null {
  const rates = steps.map((step, index) => {
    const previous = steps[index - 1];
    if (!previous || step.isExtra || previous.isExtra || step.isJump) return null;
    const ticks = moments[step.moment]!.tick - moments[previous.moment]!.tick;
    return ticks > 0 ? (step.cluster.onMs - previous.cluster.onMs) / ticks : null;
  });
  const known = rates.filter((rate) => rate !== null);
  if (known.length < 4) return null;
  const whole = median(known);
  return rates.map((_, index) => {
    const near = rates
      .slice(Math.max(0, index - PULSE_CLUSTERS), index + PULSE_CLUSTERS + 1)
      .filter((rate) => rate !== null);
    return near.length >= 5 ? median(near) : whole;
  });
}

/** A restart fits at least so many onsets where it goes on. */
const RESTART_ONSETS = 3;

function report(source: Score, { expected, path, shift }: Way, pedal: Take['pedal']): Heard {
  const { moments, written } = expected;
  const { playings, jumps } = playingsOf(path.steps);
  const isOctave = shift !== 0 && shift % 12 === 0;
  const ranges = momentsByMeasure(expected);
  const timings = new Map(playings.map((playing) => [playing, timingOf(playing, expected, shift)]));
  const facts = touchFacts(expected);
  const touches = new Map(
    playings.map((playing) => [
      playing,
      touchOf(playing, expected, facts, timings.get(playing)!.beats, pedal, shift),
    ]),
  );
  const passes = source.measures.map((): number[] => []);
  for (const [played, measure] of written.entries()) passes[measure]!.push(played);
  const measures = source.measures.map(({ index, number }): MeasureHeard => {
    const found = passes[index]!.flatMap((played) => {
      const range = ranges[played];
      const counts = range && playingThatCounts(playings, range);
      return range && counts ? [{ range, ...counts }] : [];
    });
    const own =
      found.filter(({ isComplete }) => isComplete).sort((a, b) => b.playing.onMs - a.playing.onMs)[0] ??
      found[0];
    const asked = passes[index]!.map((played) => ranges[played]).find((range) => range !== null) ?? null;
    const wanted = asked
      ? moments
          .slice(asked.from, asked.to + 1)
          .flatMap(({ keys }) => keys.filter(({ isOptional }) => !isOptional))
      : [];
    const plain = { measure: index, number, expected: wanted.length };
    if (!own) return { ...plain, ...NOTHING_HEARD, isSkipped: wanted.length > 0 };
    const heard = matchNotes(moments, own.playing.keys, own.range, shift, shift !== 0 && !isOctave);
    const timing = timings.get(own.playing)!;
    return {
      ...plain,
      ...notesOf(heard, transposeBack(shift)),
      ...timing.of(own.range),
      ...touches.get(own.playing)!(own.range),
      isSkipped: false,
      timesPlayed: playings.filter((each) => each.from <= own.range.from && each.to >= own.range.to).length,
    };
  });
  const measureOf = (moment: number) => written[moments[moment]!.measure]!;
  const longest = longestOf(playings);
  const restarts = jumps.filter(({ from, to }) => to <= from);
  return {
    measures,
    tempoBpm: longest && tempoOf(timings.get(longest)!),
    restarts: restarts
      .filter((jump) => isHeld(jump, playings))
      .map(({ from, to }) => ({ atMeasure: measureOf(from), backTo: measureOf(to) })),
    skips: skipsOf(measures),
    octavesOff: isOctave ? shift / 12 : 0,
    semitonesOff: isOctave ? 0 : shift,
    balance: longest && balanceOf(longest, expected, shift),
  };
}

const NOTHING_HEARD = {
  ...{ right: 0, wrong: [], missing: [], extra: [], earlyMs: 0, lateMs: 0, handsApartMs: 0, stops: 0 },
  timesPlayed: 0,
  ...NO_TOUCH,
} as const;

/** Keys are told as they lie on the keyboard, but a whole octave off is told once, for the take. */
const transposeBack = (shift: number) => (shift % 12 === 0 ? shift : 0);

function notesOf(heard: readonly MomentHeard[], back: number) {
  return {
    right: heard.flatMap(({ right }) => right).filter(({ expected }) => !expected.isOptional).length,
    wrong: heard.flatMap(({ wrong }) =>
      wrong.map(({ expected, played, octaves }) => ({
        ...{ expected: expected.pitch, hand: expected.hand, noteId: expected.id },
        ...{ played: played.key - back, octaves },
      })),
    ),
    missing: heard.flatMap(({ missing }) =>
      missing.map(({ pitch, hand, id }) => ({ pitch, hand, noteId: id })),
    ),
    extra: heard.flatMap(({ extra }) => extra.map(({ key }) => key - back)),
  };
}

function isHeld(jump: Jump, playings: readonly Playing[]): boolean {
  return playings.some(({ from, keys }) => from === jump.to && keys.size >= RESTART_ONSETS);
}

/** Measures that were passed over: between the first and the last that were played. */
function skipsOf(measures: readonly MeasureHeard[]): readonly number[] {
  const played = measures
    .filter(({ isSkipped, expected }) => !isSkipped && expected > 0)
    .map(({ measure }) => measure);
  const [first, last] = [played[0], played.at(-1)];
  if (first === undefined || last === undefined) return [];
  return measures
    .filter(({ isSkipped, measure }) => isSkipped && measure > first && measure < last)
    .map(({ measure }) => measure);
}

interface Timing {
  readonly beats: readonly Beat[];
  readonly of: (range: {
    readonly from: number;
    readonly to: number;
  }) => Pick<MeasureHeard, 'earlyMs' | 'lateMs' | 'handsApartMs' | 'stops'>;
}

/** When the moments of a playing were played, against the pulse of the beats before each. */
function timingOf(playing: Playing, { moments, score }: Expected, shift: number): Timing {
  const beats: Beat[] = [];
  const offs = new Map<number, number>();
  const aparts = new Map<number, number>();
  const stops = new Set<number>();
  let isUnsteady = false;
  for (let index = playing.from; index <= playing.to; index += 1) {
    const moment = moments[index]!;
    const hits = (playing.keys.get(index) ?? []).flatMap((played) => {
      const expected = moment.keys.find(({ key, isOptional }) => key === played.key - shift && !isOptional);
      return expected ? [{ onMs: played.onMs, hand: expected.hand }] : [];
    });
    if (hits.length === 0) continue;
    const at = (hand: HandName) => hits.filter((hit) => hit.hand === hand).map(({ onMs }) => onMs);
    const [right, left] = [at('right'), at('left')];
    if (right.length > 0 && left.length > 0 && !moment.isRolled)
      aparts.set(index, Math.abs(median(right) - median(left)));
    // The hand that leads is heard as the beat: where the hands are apart, the earlier one.
    const ms = Math.min(median(right.length > 0 ? right : left), median(left.length > 0 ? left : right));
    const beatTicks = beatTicksAt(score, moment.measure);
    const pulse = pulseBefore(beats, THRESHOLDS.pulseBeats * beatTicks);
    const last = beats.at(-1);
    if (pulse && last && !isUnsteady) {
      const beatMs = pulse.msPerTick * beatTicks;
      const off = ms - pulse.at(moment.tick);
      if (Math.abs(off) > Math.max(THRESHOLDS.offBeatMs, THRESHOLDS.offBeatShare * beatMs))
        offs.set(index, off);
      const gap = (moment.tick - last.tick) * pulse.msPerTick;
      const isStop = ms - last.ms > THRESHOLDS.stopFactor * gap && ms - last.ms - gap > beatMs;
      if (isStop) {
        stops.add(index);
        offs.delete(index);
        // After a stop the pulse begins anew.
        beats.length = 0;
      }
    }
    beats.push({ tick: moment.tick, ms });
    isUnsteady = moment.isFermata;
    if (moment.isFermata) beats.length = 0;
  }
  return {
    beats: beatsOfPlaying(playing, moments, shift),
    of: ({ from, to }) => {
      const inside = <T>(values: ReadonlyMap<number, T>) =>
        [...values].filter(([index]) => index >= from && index <= to).map(([, value]) => value);
      const off = inside(offs);
      return {
        earlyMs: Math.round(Math.max(0, ...off.map((each) => -each))),
        lateMs: Math.round(Math.max(0, ...off)),
        handsApartMs: Math.round(median(inside(aparts))),
        stops: [...stops].filter((index) => index >= from && index <= to).length,
      };
    },
  };
}

function beatsOfPlaying(playing: Playing, moments: Expected['moments'], shift: number): readonly Beat[] {
  return [...playing.keys]
    .sort(([a], [b]) => a - b)
    .flatMap(([index, keys]) => {
      const hits = keys.filter(({ key }) => moments[index]!.keys.some((each) => each.key === key - shift));
      return hits.length > 0
        ? [{ tick: moments[index]!.tick, ms: Math.min(...hits.map(({ onMs }) => onMs)) }]
        : [];
    });
}

function beatTicksAt(score: Score, measure: number): number {
  const time = score.measures[measure]!.time;
  const [first, second] = beatsOf(time);
  return second && first ? second.at - first.at : TICKS_PER_QUARTER;
}

function longestOf(playings: readonly Playing[]): Playing | null {
  return playings.reduce<Playing | null>(
    (most, each) => (most && most.keys.size >= each.keys.size ? most : each),
    null,
  );
}

function tempoOf({ beats }: Timing): number | null {
  const pulse = overallPulse(beats);
  return pulse ? Math.round((10 * 60_000) / (pulse * TICKS_PER_QUARTER)) / 10 : null;
}
