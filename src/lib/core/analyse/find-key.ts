import { grouped } from '../score/grouped';
import { spellChord, tonesOf, type NamedChord } from '../pitch/chord';
import { ALL_KEYS, isInScale, isSameKey, keyLabel, relativeOf, tonicOf, type Key } from '../pitch/key';
import { midiOf, mod, pitchClassOf } from '../pitch/pitch';
import type { ChordSymbol, Note, Score } from '../score/model';
import { endOf, metreOffset } from '../score/time';
import { nameChords } from './chords';
import {
  DORIAN_PROFILE,
  KEY_POINTS,
  MAJOR_PROFILE,
  MINOR_PROFILE,
  MIXOLYDIAN_PROFILE,
} from './key-profiles.data';

export interface KeyFinding {
  readonly key: Key;
  /** How far ahead of the next best key, 0–100. */
  readonly confidence: number;
  readonly reason: string;
}

/** A run of measures in one key, both ends included. */
export interface KeyPassage {
  readonly from: number;
  readonly to: number;
  readonly key: Key;
}

/**
 * The key of a whole piece. Every key is given points for how well the time that each pitch class sounds fits its profile
 * (Temperley 1999), and further points for the ending, for dominants that resolve to its tonic, for the spelling of the
 * notes, and a few for the signature and the opening, so that neither a wrong signature nor a borrowed first chord
 * decides. O(notes + chords).
 */
export function findKey(score: Score): KeyFinding {
  if (score.judgement?.key)
    return { key: score.judgement.key, confidence: 100, reason: 'You chose this key.' };
  const weights = pitchClassWeights(score.notes, score.chords, endOf(score.measures));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  if (total === 0)
    return {
      key: score.typedKey ?? score.measures[0]?.key ?? PLAIN_SIGNATURE,
      confidence: 0,
      reason: 'There are no notes and no chords, so the signature decides.',
    };
  const evidence = gatherEvidence(score);
  const ranked = ALL_KEYS.map((key) => ({
    key,
    fit: fitOf(key, weights, total),
    points: fitOf(key, weights, total) + evidencePoints(key, evidence),
  })).sort((a, b) => b.points - a.points);
  const best = ranked[0]!;
  const isTwin = (key: Key) => key.mode === best.key.mode && mod(key.fifths - best.key.fifths, 12) === 0;
  const next = ranked.find((each) => !isTwin(each.key))!;
  const fitsBetter = ranked.find(({ key, fit }) => fit > best.fit && !isTwin(key));
  const against = whatSpeaksAgainst(best.key, evidence, fitsBetter?.key ?? null);
  const lead = Math.round((best.points - next.points) / 4);
  const most = against.length === 0 ? 100 : Math.max(20, 99 - 8 * against.length);
  return {
    key: best.key,
    confidence: Math.max(0, Math.min(most, lead)),
    reason: reasonFor(best.key, next.key, evidence, against),
  };
}

const PLAIN_SIGNATURE: Key = { fifths: 0, mode: 'major' };

function lastingOf(chords: Evidence['chords'], isCounted: (chord: NamedChord) => boolean): number {
  return chords.reduce((sum, { chord, lasts }) => sum + (isCounted(chord) ? lasts : 0), 0);
}

/** How long the key's own tonic chord sounds. */
function tonicTimeOf(key: Key, { chords }: Evidence): number {
  const tonic = pitchClassOf(tonicOf(key));
  return lastingOf(chords, (chord) => pitchClassOf(chord.root) === tonic && modeOf(chord) === key.mode);
}

/** What a teacher would hold against a key, in words; with nothing against it a finding may be wholly sure. */
function whatSpeaksAgainst(key: Key, evidence: Evidence, fitsBetter: Key | null): readonly string[] {
  const tonic = pitchClassOf(tonicOf(key));
  const { signature, typed, finalBass, resolutions, openingBass } = evidence;
  const to = (each: number) =>
    resolutions.filter((one) => one.tonic === each).reduce((sum, one) => sum + one.weight, 0);
  const mostResolved = Math.max(0, ...resolutions.map((one) => to(one.tonic)));
  const isMinorSaid = typed === null && signature.mode === 'minor' && !isSameKey(signature, key);
  return [
    ...(typed && !isSameKey(typed, key) ? [`${keyLabel(typed)} was typed`] : []),
    ...(!typed && signature.fifths !== key.fifths ? ['the signature is another'] : []),
    ...(isMinorSaid ? [`the file says ${keyLabel(signature)}`] : []),
    ...(finalBass !== null && finalBass !== tonic ? ['it ends elsewhere'] : []),
    ...(evidence.finalThird !== null && finalBass === tonic && evidence.finalThird !== key.mode
      ? ['its last chord is of the other mode']
      : []),
    ...(openingBass !== null && openingBass !== tonic ? ['it opens elsewhere'] : []),
    ...(mostResolved > to(tonic) ? ['dominants lead elsewhere'] : []),
    ...(tonicTimeOf(relativeOf(key), evidence) > tonicTimeOf(key, evidence)
      ? ['the tonic of its relative sounds longer']
      : []),
    ...(evidence.chords.length === 0 ? ['there are no chords to tell by'] : []),
    ...(fitsBetter ? [`the notes alone fit ${keyLabel(fitsBetter)} better`] : []),
  ];
}

/** How long each pitch class sounds; chords given as symbols count for half, as they are heard less than the tune. */
function pitchClassWeights(
  notes: readonly Note[],
  chords: readonly ChordSymbol[],
  end: number,
): readonly number[] {
  const weights = Array<number>(12).fill(0);
  for (const note of notes) weights[pitchClassOf(note.pitch)]! += note.duration;
  for (const [index, symbol] of chords.entries()) {
    if (symbol.chord.kind !== 'chord') continue;
    const lasts = Math.max(0, (chords[index + 1]?.at ?? end) - symbol.at);
    for (const [place, tone] of spellChord(symbol.chord).slice(0, 4).entries())
      weights[pitchClassOf(tone)]! += (place === 0 ? 0.7 : 0.4) * lasts;
  }
  return weights;
}

/** Mean profile value of what sounds, in thousandths. */
function fitOf(key: Key, weights: readonly number[], total: number): number {
  const tonic = pitchClassOf(tonicOf(key));
  const [plain, modal] =
    key.mode === 'major' ? [MAJOR_PROFILE, MIXOLYDIAN_PROFILE] : [MINOR_PROFILE, DORIAN_PROFILE];
  const fit = (profile: readonly number[]) =>
    weights.reduce((sum, weight, pitchClass) => sum + weight * profile[mod(pitchClass - tonic, 12)]!, 0) /
    total;
  return Math.max(fit(plain), fit(modal) - KEY_POINTS.modal);
}

interface Evidence {
  readonly signature: Key;
  readonly typed: Key | null;
  readonly finalBass: number | null;
  readonly finalTop: number | null;
  /** The last chord is a dominant seventh, as where a song goes round: its goal is the tonic. */
  readonly isOpenEnding: boolean;
  readonly finalThird: 'major' | 'minor' | null;
  readonly openingBass: number | null;
  /** Times that each pitch class was reached as the goal of a dominant, by the goal's mode. */
  readonly resolutions: readonly {
    readonly tonic: number;
    readonly mode: Key['mode'] | null;
    readonly weight: number;
  }[];
  /** The chords of the piece, given or heard, with how long each lasts. */
  readonly chords: readonly { readonly chord: NamedChord; readonly lasts: number }[];
  readonly notes: readonly Note[];
}

/** Do chords sound, rather than a single line? */
function hasHarmony({ notes }: Score): boolean {
  const struck = new Map<number, number>();
  for (const note of notes) if (!note.grace) struck.set(note.at, (struck.get(note.at) ?? 0) + 1);
  const together = [...struck.values()].filter((count) => count > 1).length;
  return together * HARMONY_SHARE >= struck.size && together > 0;
}

/** One onset in so many has notes together. */
const HARMONY_SHARE = 6;

/** Chords as the notes spell them, named in the key of the signature. */
function heardChords(score: Score): readonly ChordSymbol[] {
  const key = score.measures[0]?.key ?? PLAIN_SIGNATURE;
  return nameChords(score, key).map(({ symbol }) => symbol);
}

function gatherEvidence(score: Score): Evidence {
  const end = endOf(score.measures);
  const symbols = score.chords.length > 0 || !hasHarmony(score) ? score.chords : heardChords(score);
  const named = symbols.flatMap(({ at, chord }, index) =>
    chord.kind === 'chord' ? [{ chord, lasts: (symbols[index + 1]?.at ?? end) - at }] : [],
  );
  const last = named.at(-1);
  const lastOnset = score.notes.findLast((note) => !note.grace)?.at ?? 0;
  const final = score.notes
    .filter((note) => !note.grace && note.at + note.duration > lastOnset && note.at <= lastOnset)
    .sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
  const lowest = last ? null : finalBassNote(score, final);
  const isOpenEnding =
    last !== undefined && last.chord.quality.seventh === 'minor' && modeOf(last.chord) === 'major';
  const finalBass = isOpenEnding
    ? mod(pitchClassOf(last.chord.root) + 5, 12)
    : last
      ? pitchClassOf(last.chord.root)
      : lowest
        ? pitchClassOf(lowest.pitch)
        : null;
  const isHeard = (interval: number) =>
    finalBass !== null && final.some((note) => pitchClassOf(note.pitch) === mod(finalBass + interval, 12));
  return {
    signature: score.measures[0]?.key ?? PLAIN_SIGNATURE,
    typed: score.typedKey,
    finalBass,
    finalTop: final.length > 0 ? pitchClassOf(final.at(-1)!.pitch) : null,
    isOpenEnding,
    finalThird: isOpenEnding
      ? null
      : last
        ? modeOf(last.chord)
        : isHeard(4)
          ? 'major'
          : isHeard(3)
            ? 'minor'
            : null,
    openingBass: openingBass(score, named[0]?.chord ?? null),
    chords: named,
    resolutions:
      named.length > 1 ? chordResolutions(named.map(({ chord }) => chord)) : bassResolutions(score),
    notes: score.notes,
  };
}

/**
 * The lowest note of the last chord. Where a bass note goes before its chord, as in a waltz, it has been let go by the
 * end; it counts when what sounds last is its triad.
 */
function finalBassNote(score: Score, final: readonly Note[]): Note | null {
  const lowest = final[0] ?? null;
  if (!lowest) return null;
  const inMeasure = score.notes.filter((note) => note.measure === lowest.measure && !note.grace);
  const below = inMeasure.reduce(
    (low, note) => (midiOf(note.pitch) < midiOf(low.pitch) ? note : low),
    lowest,
  );
  const heard = new Set(final.map((note) => mod(pitchClassOf(note.pitch) - pitchClassOf(below.pitch), 12)));
  return heard.has(7) && (heard.has(3) || heard.has(4)) ? below : lowest;
}

function modeOf(chord: NamedChord): Key['mode'] | null {
  const third = tonesOf(chord.quality).find((tone) => tone.degree === 3);
  return third ? (third.alter < 0 ? 'minor' : 'major') : null;
}

function openingBass(score: Score, first: NamedChord | null): number | null {
  if (first) return pitchClassOf(first.root);
  const downbeat = score.measures.find((measure) => metreOffset(score.measures, measure.index) === 0);
  const opening = score.notes
    .filter((note) => note.at === downbeat?.start)
    .sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
  return opening[0] ? pitchClassOf(opening[0].pitch) : null;
}

/** Chords with a major third that fall a fifth: a dominant and its goal. One with a seventh says it more clearly. */
function chordResolutions(chords: readonly NamedChord[]): Evidence['resolutions'] {
  return chords.slice(1).flatMap((goal, index) => {
    const from = chords[index]!;
    const falls = mod(pitchClassOf(from.root) - pitchClassOf(goal.root), 12) === 7;
    if (!falls || modeOf(from) !== 'major' || goal.quality.seventh === 'minor') return [];
    const weight = from.quality.seventh === 'minor' ? 2 : 1;
    return [{ tonic: pitchClassOf(goal.root), mode: modeOf(goal), weight }];
  });
}

/** Without chord symbols: the bass falls a fifth, or rises a fourth, while the leading note is heard over the first. */
function bassResolutions(score: Score): Evidence['resolutions'] {
  const onsets = grouped(
    score.notes.filter(({ grace }) => !grace),
    ({ at }) => at,
  );
  const groups = [...onsets.values()].map((notes) => {
    const bass = notes.reduce((low, note) => (midiOf(note.pitch) < midiOf(low.pitch) ? note : low));
    return {
      bass: pitchClassOf(bass.pitch),
      classes: new Set(notes.map((note) => pitchClassOf(note.pitch))),
    };
  });
  return groups.slice(1).flatMap((goal, index) => {
    const from = groups[index]!;
    const falls = mod(from.bass - goal.bass, 12) === 7;
    if (!falls || !from.classes.has(mod(from.bass + 4, 12))) return [];
    const third = goal.classes.has(mod(goal.bass + 3, 12))
      ? 'minor'
      : goal.classes.has(mod(goal.bass + 4, 12))
        ? 'major'
        : null;
    return [{ tonic: goal.bass, mode: third, weight: 1 }];
  });
}

function evidencePoints(key: Key, evidence: Evidence): number {
  const tonic = pitchClassOf(tonicOf(key));
  const { resolutions, signature, typed } = evidence;
  let points = 0;
  const distance = Math.abs(key.fifths - signature.fifths);
  points += distance === 0 ? KEY_POINTS.signature : -KEY_POINTS.perFifthFromSignature * Math.min(7, distance);
  if (typed && isSameKey(key, typed)) points += KEY_POINTS.typed[typed.mode];
  if (!typed && signature.mode === 'minor' && isSameKey(key, signature)) points += KEY_POINTS.saidMinor;
  if (evidence.finalBass === tonic) {
    points += KEY_POINTS.finalBass * (evidence.isOpenEnding ? KEY_POINTS.openEnding : 1);
    if (evidence.finalThird === key.mode) points += KEY_POINTS.finalThird;
  }
  if (evidence.finalTop === tonic) points += KEY_POINTS.finalTop;
  if (evidence.openingBass === tonic) points += KEY_POINTS.opening;
  const all = resolutions.reduce((sum, each) => sum + each.weight, 0);
  const own = resolutions
    .filter((each) => each.tonic === tonic && (each.mode === null || each.mode === key.mode))
    .reduce((sum, each) => sum + each.weight, 0);
  if (all > 0) points += (KEY_POINTS.resolutions * own) / all;
  const [time, tonicTime] = [lastingOf(evidence.chords, () => true), tonicTimeOf(key, evidence)];
  if (time > 0) points += (KEY_POINTS.tonicChord * tonicTime) / time;
  if (evidence.notes.length > 0) {
    const spelled = evidence.notes.filter((note) => isInScale(note.pitch, key)).length;
    points += (KEY_POINTS.spelling * spelled) / evidence.notes.length;
  }
  return Math.round(points);
}

function reasonFor(key: Key, next: Key, evidence: Evidence, against: readonly string[]): string {
  const tonic = pitchClassOf(tonicOf(key));
  const grounds = [
    ...(evidence.finalBass === tonic
      ? [evidence.isOpenEnding ? 'the last chord leads back to its tonic' : 'the piece ends on its tonic']
      : []),
    ...(evidence.resolutions.some((each) => each.tonic === tonic) ? ['dominants resolve to it'] : []),
    ...(evidence.typed && isSameKey(evidence.typed, key) ? ['it was typed so'] : []),
    ...(key.fifths === evidence.signature.fifths
      ? ['the signature agrees']
      : ['the notes fit it better than the signature']),
  ];
  const rival =
    key.fifths === next.fifths && relativeOf(key).mode === next.mode
      ? `its relative, ${keyLabel(next)}`
      : keyLabel(next);
  const but = against.length === 0 ? '' : ` Against it: ${against.join(', ')}.`;
  const [first, ...rest] = grounds;
  const joined = rest.length === 0 ? first : `${[first, ...rest.slice(0, -1)].join(', ')} and ${rest.at(-1)}`;
  return `${joined![0]!.toUpperCase()}${joined!.slice(1)}; the next best is ${rival}.${but}`;
}

/**
 * The keys of passages: dynamic programming over measures, each key paid by how well it fits what sounds around the
 * measure, and a change of key at a price that grows with its distance in fifths. Passages under two measures are
 * ornaments of the key around them. O(measures × keys²).
 */
export function findKeyPassages(score: Score, home: Key): readonly KeyPassage[] {
  const { measures } = score;
  if (measures.length === 0) return [];
  const candidates = ALL_KEYS.filter((key) => Math.abs(key.fifths - home.fifths) <= 6);
  const perMeasure = measures.map((measure) => {
    const end = measure.start + measure.length;
    return {
      notes: [] as Note[],
      chords: score.chords.filter((symbol) => symbol.measure === measure.index),
      end,
    };
  });
  for (const note of score.notes) perMeasure[note.measure]?.notes.push(note);
  const weights = perMeasure.map(({ notes, chords, end }) => pitchClassWeights(notes, chords, end));
  const smoothed = weights.map((own, index) =>
    own.map(
      (weight, place) => 2 * weight + (weights[index - 1]?.[place] ?? 0) + (weights[index + 1]?.[place] ?? 0),
    ),
  );
  const cost = (index: number, key: Key) => {
    const total = smoothed[index]!.reduce((sum, weight) => sum + weight, 0);
    return total === 0
      ? 0
      : -Math.round(fitOf(key, smoothed[index]!, total)) - (key === home ? KEY_POINTS.home : 0);
  };
  const homeIndex = candidates.findIndex((key) => key.fifths === home.fifths && key.mode === home.mode);
  const changes = candidates.map((from) => candidates.map((to) => changeCost(from, to)));
  let totals = candidates.map((key, index) => cost(0, key) + changes[homeIndex]![index]!);
  const backs: number[][] = [];
  for (let index = 1; index < measures.length; index += 1) {
    const back: number[] = [];
    const before = totals;
    totals = candidates.map((key, to) => {
      let best = 0;
      for (let from = 1; from < candidates.length; from += 1)
        if (before[from]! + changes[from]![to]! < before[best]! + changes[best]![to]!) best = from;
      back.push(best);
      return before[best]! + changes[best]![to]! + cost(index, key);
    });
    backs.push(back);
  }
  let state = totals.reduce((best, total, index) => (total < totals[best]! ? index : best), 0);
  const path = [state];
  for (const back of backs.toReversed()) path.unshift((state = back[state]!));
  return joinPassages(path.map((index) => candidates[index]!));
}

function changeCost(from: Key, to: Key): number {
  if (from === to) return 0;
  const isRelative = from.fifths === to.fifths;
  return KEY_POINTS.change + KEY_POINTS.changePerFifth * (isRelative ? 1 : Math.abs(from.fifths - to.fifths));
}

function joinPassages(keys: readonly Key[]): readonly KeyPassage[] {
  const passages: KeyPassage[] = [];
  for (const [index, key] of keys.entries()) {
    const last = passages.at(-1);
    if (last?.key === key) passages[passages.length - 1] = { ...last, to: index };
    else passages.push({ from: index, to: index, key });
  }
  return passages;
}
