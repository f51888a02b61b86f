import type { ExpectedKey, Moment } from './moments';
import type { PlayedKey } from './take';
import { THRESHOLDS } from './thresholds.data';

export interface WrongNote {
  readonly expected: ExpectedKey;
  readonly played: PlayedKey;
  /** Octaves that it lies away, where it is the same note otherwise. */
  readonly octaves: number;
}

/** What of one moment was played. */
export interface MomentHeard {
  readonly moment: number;
  readonly right: readonly { readonly expected: ExpectedKey; readonly played: PlayedKey }[];
  readonly wrong: readonly WrongNote[];
  readonly missing: readonly ExpectedKey[];
  readonly extra: readonly PlayedKey[];
}

interface Draft {
  readonly moment: number;
  readonly right: { expected: ExpectedKey; played: PlayedKey }[];
  readonly wrong: WrongNote[];
  open: ExpectedKey[];
  left: PlayedKey[];
}

/** A note that came so late or early still belongs to a moment near the one where it fell. */
const NEAR_MOMENTS = 3;
const NEAR_MS = 450;

/**
 * Matches the notes of one playing, moment by moment: equal keys first, also in the moments near by (a hand far behind the other);
 * then what is left of both sides, within a fifth, as wrong notes, or as an octave off. What remains is missing, or too many.
 * `isAlien`: the whole take is shifted, and no key counts as right.
 */
export function matchNotes(
  moments: readonly Moment[],
  played: ReadonlyMap<number, readonly PlayedKey[]>,
  range: { readonly from: number; readonly to: number },
  shift: number,
  isAlien: boolean,
): readonly MomentHeard[] {
  const drafts: Draft[] = [];
  for (let index = range.from; index <= range.to; index += 1) {
    const moment = moments[index]!;
    drafts.push(takeEqual(index, moment.keys, played.get(index) ?? [], shift, isAlien));
  }
  for (const [at, draft] of drafts.entries()) takeNear(drafts, at, draft, shift, isAlien);
  for (const [at, draft] of drafts.entries()) {
    pairWrong(draft, draft, shift);
    for (const other of [drafts[at + 1], drafts[at - 1]]) if (other) pairWrong(draft, other, shift);
  }
  return drafts.map(({ open, left, ...own }) => ({
    ...own,
    missing: open.filter(({ isOptional }) => !isOptional),
    extra: left.filter((each) => !isOrnament(each, moments, own.moment, shift)),
  }));
}

function takeEqual(
  moment: number,
  keys: readonly ExpectedKey[],
  played: readonly PlayedKey[],
  shift: number,
  isAlien: boolean,
): Draft {
  const draft: Draft = { moment, right: [], wrong: [], open: [...keys], left: [] };
  for (const each of played) {
    const expected = draft.open.find(({ key }) => key === each.key - shift);
    if (expected) take(draft, expected, each, isAlien);
    else draft.left.push(each);
  }
  return draft;
}

function takeNear(drafts: readonly Draft[], at: number, draft: Draft, shift: number, isAlien: boolean): void {
  for (const each of [...draft.left]) {
    for (let away = 1; away <= NEAR_MOMENTS; away += 1) {
      const near = [drafts[at - away], drafts[at + away]].find(
        (other) =>
          other?.open.some(({ key }) => key === each.key - shift) &&
          Math.abs(timeOf(other, each) - each.onMs) <= NEAR_MS,
      );
      const expected = near?.open.find(({ key }) => key === each.key - shift);
      if (!near || !expected) continue;
      take(near, expected, each, isAlien);
      draft.left = draft.left.filter((other) => other !== each);
      break;
    }
  }
}

/** When a moment was played, by what of it was; where nothing was, the note in question says when. */
function timeOf({ right, left }: Draft, each: PlayedKey): number {
  return right[0]?.played.onMs ?? left[0]?.onMs ?? each.onMs;
}

function take(place: Draft, expected: ExpectedKey, played: PlayedKey, isAlien: boolean): void {
  place.open = place.open.filter((other) => other !== expected);
  if (isAlien) place.wrong.push({ expected, played, octaves: 0 });
  else place.right.push({ expected, played });
}

/** Pairs what a moment lacks with what was played too much in it, or beside it, the nearest first. */
function pairWrong(lacking: Draft, having: Draft, shift: number): void {
  for (;;) {
    const pairs = lacking.open
      .filter(({ isOptional }) => !isOptional)
      .flatMap((expected) =>
        having.left.map((played) => ({ expected, played, away: played.key - shift - expected.key })),
      )
      .filter(
        ({ away, played }) =>
          (Math.abs(away) <= THRESHOLDS.wrongWithinSemitones || away % 12 === 0) &&
          (lacking === having || Math.abs(timeOf(lacking, played) - played.onMs) <= NEAR_MS),
      )
      .sort((a, b) => nearness(a.away) - nearness(b.away));
    const [nearest] = pairs;
    if (!nearest) return;
    const { expected, played, away } = nearest;
    lacking.open = lacking.open.filter((other) => other !== expected);
    having.left = having.left.filter((other) => other !== played);
    lacking.wrong.push({ expected, played, octaves: away % 12 === 0 ? away / 12 : 0 });
  }
}

/** An octave off is the same note in another place: nearer than any other wrong one. */
const nearness = (away: number) => (away % 12 === 0 ? 0.5 : Math.abs(away));

/** A neighbour of a note that is ornamented, while it sounds. */
function isOrnament(played: PlayedKey, moments: readonly Moment[], moment: number, shift: number): boolean {
  for (let index = Math.max(0, moment - NEAR_MOMENTS); index <= moment; index += 1) {
    const isOwn = moments[index]!.keys.some(
      ({ isOrnamented, key, endTick }) =>
        isOrnamented && Math.abs(played.key - shift - key) <= 2 && endTick > moments[moment]!.tick,
    );
    if (isOwn) return true;
  }
  return false;
}
