import type { VoiceRange } from '../learner/voice';
import { pinNotes } from '../arrange/arrange';
import { fingerTask } from '../arrange/apply-fingers';
import type { ArrangeFor } from '../arrange/arrange-for';
import { chooseArrangement } from '../arrange/choose-arrangement';
import type { SourceFacts } from '../analyse/study-source';
import type { ArrangementDocument } from '../document/document';
import { openDocument } from '../document/open-document';
import { fingeringEffort, fingerScore } from '../fingering/finger-score';
import { canReach, isBlackKey } from '../hands/reach';
import { judgeMeasures, type JudgedMeasure } from '../load/judge-measures';
import type { Interval } from '../pitch/interval';
import { keyName, type Key } from '../pitch/key';
import { midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import { transpositionTo } from '../score/transpose-score';

export const KEY_TERMS = {
  signature: 'signs in the signature',
  blackKeys: 'black keys',
  thumbOnBlack: 'thumb and little finger on black keys',
  effort: 'fingering effort',
  shifts: 'shifts of the hand',
  reach: 'notes beyond comfortable reach',
  load: 'load',
  register: 'register',
  keyboard: 'keys that the keyboard lacks',
  voice: 'notes outside the voice',
  distance: 'distance from the original',
} as const;
export type KeyTerm = keyof typeof KEY_TERMS;
export type KeyWeights = Readonly<Record<KeyTerm, number>>;

/** Points for one of each term: a sign, a percent of notes, a point of effort or load, a semitone, a note. */
export const KEY_STYLES = {
  'fewest-signs': {
    label: 'fewest sharps and flats',
    weights: {
      signature: 6,
      blackKeys: 0.2,
      thumbOnBlack: 0.5,
      effort: 0.6,
      shifts: 10,
      reach: 4,
      load: 1,
      register: 0.6,
      keyboard: 20,
      voice: 8,
      distance: 0,
    },
  },
  'hand-shape': {
    label: 'best hand shape',
    weights: {
      signature: 0,
      blackKeys: 0,
      thumbOnBlack: 1.2,
      effort: 1.2,
      shifts: 14,
      reach: 6,
      load: 1,
      register: 0.6,
      keyboard: 20,
      voice: 8,
      distance: 0,
    },
  },
} as const satisfies Readonly<Record<string, { readonly label: string; readonly weights: KeyWeights }>>;
export type KeyStyle = keyof typeof KEY_STYLES;

export interface RankedKey {
  readonly key: Key;
  readonly name: string;
  /** Octaves beyond the nearest way into the key. */
  readonly octave: number;
  /** Hundredths of points, the fewer the better. */
  readonly cost: number;
  /** The same by term. */
  readonly terms: Readonly<Record<KeyTerm, number>>;
  /** Hundredths of each term's own unit, before they are weighed. */
  readonly amounts: Readonly<Record<KeyTerm, number>>;
  readonly lowest: number;
  readonly highest: number;
}

export interface RankTask {
  readonly facts: SourceFacts;
  readonly document: ArrangementDocument;
  readonly whom: ArrangeFor;
  readonly weights: KeyWeights;
  readonly voice: VoiceRange | null;
}

/** The twelve sounding keys by their usual names. */
const TWELVE = {
  major: [0, -5, 2, -3, 4, -1, 6, 1, -4, 3, -2, 5],
  minor: [-3, 4, -1, -6, 1, -4, 3, -2, 5, 0, -5, 2],
} as const;

export function twelveKeys(mode: Key['mode']): readonly Key[] {
  return TWELVE[mode].map((fifths) => ({ fifths, mode }));
}

/**
 * How well the piece lies in one key, at the octave that fits best: what is rated is the arrangement that taking the key
 * makes, with its rung, pins and sections. Octaves are counted from the keyboard, not from the key that the piece came in.
 * As long as arranging the piece.
 */
export function rateKey(task: RankTask, key: Key): RankedKey {
  const { facts, whom, voice } = task;
  const nearest = transpositionTo(facts.score, facts.key, key, whom.keyboard);
  const tune = facts.score.notes
    .filter((note) => facts.tuneIds.has(note.id))
    .map((note) => midiOf(note.pitch));
  const octave = bestOctave(tune, nearest, whom, voice);
  const amounts = measureKey(task, key, octave);
  const moved = tune.map((each) => each + nearest.semitones + 12 * octave);
  const whole = forEachTerm((term) => Math.round(100 * amounts[term]));
  const range = { lowest: Math.min(...moved), highest: Math.max(...moved) };
  return weighKey({ key, name: keyName(key), octave, amounts: whole, ...range }, task.weights);
}

/** The same key by other weights; nothing is worked out anew. */
export function weighKey(rated: Omit<RankedKey, 'cost' | 'terms'>, weights: KeyWeights): RankedKey {
  const terms = forEachTerm((term) => Math.round(rated.amounts[term] * weights[term]));
  return { ...rated, terms, cost: Object.values(terms).reduce((sum, each) => sum + each, 0) };
}

function forEachTerm(valueOf: (term: KeyTerm) => number): Record<KeyTerm, number> {
  const names = Object.keys(KEY_TERMS) as KeyTerm[];
  return Object.fromEntries(names.map((term) => [term, valueOf(term)])) as Record<KeyTerm, number>;
}

/** The best key first; ties go to fewer signs, then flats before sharps. */
export function sortKeys(ranked: readonly RankedKey[]): readonly RankedKey[] {
  return [...ranked].sort(
    (a, b) =>
      a.cost - b.cost || Math.abs(a.key.fifths) - Math.abs(b.key.fifths) || a.key.fifths - b.key.fifths,
  );
}

/** B4: where a tune lies best under the right hand. */
const TUNE_CENTRE = 71;

function bestOctave(
  tune: readonly number[],
  { semitones }: Interval,
  { keyboard }: ArrangeFor,
  voice: VoiceRange | null,
): number {
  const price = (octave: number) =>
    tune.reduce((sum, each) => {
      const key = each + semitones + 12 * octave;
      const isOff = key < keyboard.lowest || key > keyboard.highest;
      const isUnsung = voice !== null && (key < voice.lowest || key > voice.highest);
      return sum + (isOff ? 1000 : 0) + (isUnsung ? 200 : 0) + Math.abs(key - TUNE_CENTRE);
    }, 0);
  return [0, -1, 1, -2, 2].reduce((best, each) => (price(each) < price(best) ? each : best));
}

function measureKey(
  { facts, document, whom, voice }: RankTask,
  key: Key,
  octave: number,
): Record<KeyTerm, number> {
  const recipe = { ...document.recipe, key: keyName(key), octave };
  const open = openDocument({ ...document, recipe });
  const chosen = chooseArrangement(facts, open, whom);
  const { notes: all } = pinNotes(open, chosen);
  const notes = all.filter((note) => note.staff <= 1);
  const { material, interval } = chosen;
  const task = fingerTask(chosen, notes, recipe, whom);
  const fingers = fingerScore(task).notes;
  const effort = fingeringEffort(task);
  const measures = judgeMeasures({
    material,
    notes,
    size: whom.size,
    leftTextures: [],
    rightTextures: [],
  });
  const count = Math.max(1, notes.length);
  const black = notes.filter((note) => isBlackKey(midiOf(note.pitch)));
  const outerOnBlack = black.filter((note) => [1, 5].includes(fingers.get(note.id)?.finger ?? 0));
  const isTune = (note: Note) => facts.tuneIds.has(note.id);
  const tune = notes.filter(isTune);
  const sung = (
    recipe.setting === 'sing' || tune.length === 0 ? material.score.notes.filter(isTune) : tune
  ).map((note) => midiOf(note.pitch));
  const mean = sung.reduce((sum, each) => sum + each, 0) / Math.max(1, sung.length);
  const total = (of: (measure: JudgedMeasure) => number) =>
    measures.reduce((sum, measure) => sum + of(measure), 0);
  return {
    signature: Math.abs(key.fifths),
    blackKeys: (100 * black.length) / count,
    thumbOnBlack: (100 * outerOnBlack.length) / count,
    effort: effort.cost / Math.max(1, effort.touches),
    shifts: total(({ right, left }) => right.work.shifts + left.work.shifts) / Math.max(1, measures.length),
    reach: total(
      ({ right, left }) =>
        beyond(right.work.touches, whom.size.right.comfortable) +
        beyond(left.work.touches, whom.size.left.comfortable),
    ),
    load: total(({ load }) => load.total) / Math.max(1, measures.length),
    register: sung.length === 0 ? 0 : Math.abs(mean - TUNE_CENTRE),
    keyboard: notes.filter((note) => {
      const each = midiOf(note.pitch);
      return each < whom.keyboard.lowest || each > whom.keyboard.highest;
    }).length,
    voice: voice === null ? 0 : outsideVoice(sung, voice),
    distance: Math.abs(interval.semitones),
  };
}

/** Notes that the voice has not, and a fifth of a note for each that is not comfortable. */
function outsideVoice(sung: readonly number[], voice: VoiceRange): number {
  return sung.reduce((sum, each) => {
    if (each < voice.lowest || each > voice.highest) return sum + 1;
    return each < voice.comfortLowest || each > voice.comfortHighest ? sum + 0.2 : sum;
  }, 0);
}

function beyond(
  touches: readonly { readonly lowest: number; readonly highest: number }[],
  span: number,
): number {
  return touches.filter(({ lowest, highest }) => !canReach(lowest, highest, span)).length;
}
