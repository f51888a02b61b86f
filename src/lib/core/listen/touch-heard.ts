import { grouped } from '../score/grouped';
import { partitionPoint } from '../score/partition-point';
import type { Note, Score } from '../score/model';
import type { Expected, ExpectedKey, Moment } from './moments';
import type { Playing } from './playings';
import { median, type Beat } from './pulse';
import type { PlayedKey, Take } from './take';
import { THRESHOLDS } from './thresholds.data';

/** How keys were held and the pedal used, where the score says how. */
export interface TouchHeard {
  /** Notes that went on through the rest after them. */
  readonly heldThroughRest: readonly string[];
  /** Notes under a slur that were let go well before the next. */
  readonly letGoEarly: readonly string[];
  /** Detached notes that were held as long as they are written. */
  readonly notDetached: readonly string[];
  /** The most by which the pedal came after, or before, the harmony that wants it; 0 where it did not. */
  readonly pedalLateMs: number;
  readonly pedalEarlyMs: number;
  /** The longest that it was held through a change of harmony. */
  readonly blurredMs: number;
}

export const NO_TOUCH: TouchHeard = {
  ...{ heldThroughRest: [], letGoEarly: [], notDetached: [] },
  ...{ pedalLateMs: 0, pedalEarlyMs: 0, blurredMs: 0 },
};

interface Struck {
  readonly expected: ExpectedKey;
  readonly moment: Moment;
  readonly played: PlayedKey;
}

/** How a playing was touched, to be asked for ranges of its moments. O(keys log keys). */
export function touchOf(
  playing: Playing,
  { moments, score }: Expected,
  facts: TouchFacts,
  beats: readonly Beat[],
  pedal: Take['pedal'],
  shift: number,
): (range: { readonly from: number; readonly to: number }) => TouchHeard {
  const clock = clockOf(beats);
  const struck = [...playing.keys].flatMap(([index, keys]) =>
    keys.flatMap((played): (Struck & { readonly index: number })[] => {
      const moment = moments[index]!;
      const expected = moment.keys.find(({ key, isOptional }) => key === played.key - shift && !isOptional);
      return expected ? [{ index, moment, expected, played }] : [];
    }),
  );
  return (range) => {
    const own = struck.filter(({ index }) => index >= range.from && index <= range.to);
    const idsWhere = (is: (each: Struck) => boolean) => own.filter(is).map(({ expected }) => expected.id);
    const lastedOf = ({ played }: Struck) => played.offMs - played.onMs;
    const writtenOf = ({ expected, moment }: Struck) => clock(expected.endTick) - clock(moment.tick);
    const isPedalled = ({ played }: Struck) => isDownAt(pedal, played.offMs);
    return {
      heldThroughRest: idsWhere((each) => {
        const rest = facts.restAfter.get(each.expected.id);
        if (rest === undefined) return false;
        const restMs = clock(each.expected.endTick + rest) - clock(each.expected.endTick);
        const overMs = lastedOf(each) - writtenOf(each);
        return overMs > Math.max(THRESHOLDS.heldMs, restMs * THRESHOLDS.heldShare);
      }),
      letGoEarly: idsWhere(
        (each) =>
          facts.isSlurredOn.has(each.expected.id) &&
          !isPedalled(each) &&
          writtenOf(each) - lastedOf(each) > THRESHOLDS.heldMs &&
          lastedOf(each) < writtenOf(each) * THRESHOLDS.letGoShare,
      ),
      notDetached: idsWhere(
        (each) =>
          facts.isDetached.has(each.expected.id) &&
          lastedOf(each) > writtenOf(each) * THRESHOLDS.detachedShare,
      ),
      ...pedalHeard(score, moments, range, clock, pedal),
    };
  };
}

/** What a score says of how its notes are held. */
export interface TouchFacts {
  /** Ticks of silence in the same hand after a note, where it is followed by any. */
  readonly restAfter: ReadonlyMap<string, number>;
  /** Under a slur that goes on to another note. */
  readonly isSlurredOn: ReadonlySet<string>;
  readonly isDetached: ReadonlySet<string>;
}

export function touchFacts({ score, moments }: Expected): TouchFacts {
  const byId = new Map<string, Note>(score.notes.map((note) => [note.id, note]));
  const restAfter = new Map<string, number>();
  for (const hand of ['right', 'left'] as const) {
    const own = moments.flatMap(({ tick, keys }) => {
      const mine = keys.filter((key) => key.hand === hand && !key.isOptional);
      return mine.length > 0 ? [{ tick, keys: mine }] : [];
    });
    for (const [index, { keys }] of own.entries()) {
      const next = own[index + 1]?.tick;
      const end = Math.max(...keys.map(({ endTick }) => endTick));
      if (next === undefined || next <= end) continue;
      // Another voice may still sound: only what ends last is followed by silence.
      for (const { id, endTick } of keys) if (endTick === end) restAfter.set(id, next - end);
    }
  }
  const voiceOf = ({ staff, voice }: Note) => `${staff}/${voice}`;
  const voices = grouped(
    [...score.notes].sort((a, b) => a.at - b.at),
    voiceOf,
  );
  const isSlurredOn = new Set<string>();
  for (const { from, to } of score.slurs) {
    const [first, last] = [byId.get(from), byId.get(to)];
    if (!first || !last) continue;
    const own = voices.get(voiceOf(first))!;
    const beginning = (tick: number) => partitionPoint(own, ({ at }) => at >= tick);
    for (const { id } of own.slice(beginning(first.at), beginning(last.at))) isSlurredOn.add(id);
  }
  const isDetached = new Set(
    score.notes
      .filter(({ articulations }) => articulations.includes('staccato'))
      .map(({ id }) => id as string),
  );
  return { restAfter, isSlurredOn, isDetached };
}

/** Milliseconds at a tick, straight between the moments that were played and on beyond them. */
function clockOf(beats: readonly Beat[]): (tick: number) => number {
  return (tick) => {
    const later = partitionPoint(beats, (beat) => beat.tick > tick);
    const at = Math.max(1, Math.min(later, beats.length - 1));
    const [a, b] = [beats[at - 1], beats[at]];
    if (!a || !b || b.tick <= a.tick) return beats[0]?.ms ?? 0;
    return a.ms + ((tick - a.tick) * (b.ms - a.ms)) / (b.tick - a.tick);
  };
}

function isDownAt(pedal: Take['pedal'], ms: number): boolean {
  return pedal.findLast(({ atMs }) => atMs <= ms)?.isDown ?? false;
}

/** By the pedal's marks: pressed when the harmony wants it, lifted where it changes. Without a pedal in the take, nothing. */
function pedalHeard(
  score: Score,
  moments: readonly Moment[],
  range: { readonly from: number; readonly to: number },
  clock: (tick: number) => number,
  pedal: Take['pedal'],
): Pick<TouchHeard, 'pedalLateMs' | 'pedalEarlyMs' | 'blurredMs'> {
  let [pedalLateMs, pedalEarlyMs, blurredMs] = [0, 0, 0];
  if (pedal.length === 0) return { pedalLateMs, pedalEarlyMs, blurredMs };
  const [first, last] = [moments[range.from]!.tick, moments[range.to]!.tick];
  for (const mark of score.marks) {
    if (mark.kind !== 'pedal' || mark.at < first || mark.at > last) continue;
    const ms = clock(mark.at);
    if (mark.action === 'down') {
      const pressed = pedal.find(({ isDown, atMs }) => isDown && atMs > ms - NEAR_MS);
      const off = pressed ? pressed.atMs - ms : NEAR_MS;
      if (isDownAt(pedal, ms) && off > 0) continue;
      if (off > THRESHOLDS.pedalLateMs) pedalLateMs = Math.max(pedalLateMs, Math.round(off));
      if (-off > THRESHOLDS.pedalLateMs) pedalEarlyMs = Math.max(pedalEarlyMs, Math.round(-off));
    } else if (isDownAt(pedal, ms - 1)) {
      const lifted = pedal.find(({ isDown, atMs }) => !isDown && atMs >= ms)?.atMs ?? ms + NEAR_MS;
      if (lifted - ms > THRESHOLDS.blurredMs) blurredMs = Math.max(blurredMs, Math.round(lifted - ms));
    }
  }
  return { pedalLateMs, pedalEarlyMs, blurredMs };
}

/** A pedal that comes later than this after its place belongs to another. */
const NEAR_MS = 1200;

/** How loud the tune was against what goes with it, at the moments when both are struck: medians of velocities. */
export interface Balance {
  readonly tune: number;
  readonly accompaniment: number;
}

/** Null where too little was played together. The tune is the right hand's highest note. */
export function balanceOf(playing: Playing, { moments }: Expected, shift: number): Balance | null {
  const tune: number[] = [];
  const accompaniment: number[] = [];
  for (const [index, keys] of playing.keys) {
    const expected = moments[index]!.keys;
    const top = expected.filter(({ hand }) => hand === 'right').at(-1);
    const velocityOf = ({ key }: ExpectedKey) => keys.find((played) => played.key - shift === key)?.velocity;
    const sung = top && velocityOf(top);
    const under = expected.flatMap((each) => (each === top ? [] : (velocityOf(each) ?? [])));
    if (sung === undefined || under.length === 0) continue;
    tune.push(sung);
    accompaniment.push(median(under));
  }
  if (tune.length < LEAST_MOMENTS) return null;
  return { tune: Math.round(median(tune)), accompaniment: Math.round(median(accompaniment)) };
}

const LEAST_MOMENTS = 4;
