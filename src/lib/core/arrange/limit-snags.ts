import type { HandSize } from '../hands/reach';
import { keyLabel, keyName, keyOf, tonicOf, type Key } from '../pitch/key';
import type { Rung } from '../rungs/rungs';
import type { Note } from '../score/model';
import type { Choice } from './choose';
import type { ArrangementDocument, Setting } from './document';
import {
  breaksInMeasure,
  breaksTexture,
  isChromatic,
  leapBetween,
  leapSentence,
  leavesPosition,
  type Break,
  type LimitName,
} from './limits';
import { pitchLabel, type HandName } from './losses';
import type { Material, SectionHands } from './material';
import { forLimit, inKey, type Remedy } from './remedies';
import { snag, type Snag } from './snags';
import { TICKS_PER_HALF } from '../units';
import type { JudgedMeasure } from './judged';
import { diatonicIndex } from '../pitch/pitch';

export interface LimitTask {
  readonly material: Material;
  readonly document: ArrangementDocument;
  readonly rung: Rung;
  readonly settingAt: readonly Setting[];
  readonly size: HandSize;
  readonly measures: readonly JudgedMeasure[];
  readonly hands: readonly SectionHands[];
  readonly firstLike: readonly number[];
  readonly sourceMeasure: readonly number[];
  readonly quartersAMinute: number;
}

/**
 * Every limit of the rung that the result breaks, measure by measure, with why and what would mend it. What a measure
 * shares with the one before (leaps, positions) is reported where it is felt. O(notes²) in a measure.
 */
export function limitSnags(task: LimitTask): readonly Snag[] {
  const { measures, rung, document, sourceMeasure } = task;
  const found: Snag[] = [];
  const report = (index: number, { limit, hand, sentence }: Break, notes: readonly Note[] = []) =>
    found.push(
      snag(
        'limit',
        index,
        `${limit}${hand ?? ''}`,
        `Rung limit: ${sentence}.`,
        notes,
        forLimit(limit, sourceMeasure[index]!, document, task.quartersAMinute),
      ),
    );
  const chordChanges = new Set(task.material.score.chords.map((symbol) => symbol.at as number));
  for (const [index, judged] of measures.entries()) {
    const own = task.material.measures[index]!;
    const judge = {
      rung,
      setting: task.settingAt[index]!,
      size: task.size,
      measure: own.measure,
      offset: own.offset,
      lengthMs: own.lengthMs,
      chordChanges,
    };
    const before = measures[index - 1];
    for (const hand of ['right', 'left'] as const) {
      const { notes, work, texture } = judged[hand];
      const beyond = texture ? breaksTexture(texture, hand, rung) : null;
      if (beyond) report(index, beyond);
      for (const each of breaksInMeasure({ hand, notes, work, hasTune: texture === 'shares-tune' }, judge))
        report(index, each);
      const last = before?.[hand].work.last;
      if (rung.leapSemitones !== null && last && work.first && isJoined(before[hand].notes, work.first.at)) {
        const leap = leapBetween(last, work.first);
        if (leap.semitones > rung.leapSemitones)
          report(index, { limit: 'leap', hand, sentence: leapSentence(leap, hand, rung) });
      }
    }
    if (judged.load.total > rung.load)
      report(index, {
        limit: 'load',
        hand: null,
        sentence: `the measure weighs ${judged.load.total}, over ${rung.load}`,
      });
  }
  positions(task, report);
  chromatics(task, report);
  return oneOfAKind([...ofThePiece(task), ...found]);
}

type Report = (index: number, found: Break, notes?: readonly Note[]) => void;

/** Notes that end at or after the next touch leave no time to move. */
function isJoined(notes: readonly Note[], at: number): boolean {
  return notes.some((note) => note.at + note.duration >= at);
}

function positions(task: LimitTask, report: Report): void {
  const { rung, measures, hands, material, settingAt } = task;
  const judgedHands: readonly HandName[] = ['right', 'left'];
  for (const hand of judgedHands) {
    const rule = hand === 'right' ? rung.rightPosition : rung.leftPosition;
    if (rule === 'one-per-section') {
      for (const [index, judged] of measures.entries()) {
        const setting = settingAt[index]!;
        if ((hand === 'right' && setting === 'sing') || (hand === 'left' && setting === 'study')) continue;
        const place = hands[material.measures[index]!.section]?.[hand];
        const outside = judged[hand].notes.find((note) => {
          const step = diatonicIndex(note.pitch);
          return place && (step < place.low || step > place.high);
        });
        if (outside)
          report(
            index,
            {
              limit: 'position',
              hand,
              sentence: `${pitchLabel(outside.pitch)} lies outside the ${hand} hand’s five notes of this section`,
            },
            [outside],
          );
      }
    } else if (hand === 'right' && rule === 'at-rests') shiftsAtRests(task, report);
    else if (hand === 'right' && rule === 'one-per-two-measures') shiftsInPairs(task, report);
  }
}

/** Stretches between rests, long notes and phrase ends must each fit under five fingers. */
function shiftsAtRests({ measures, material, settingAt }: LimitTask, report: Report): void {
  let stretch: Note[] = [];
  let end = 0;
  let lasting = 0;
  for (const [index, { right }] of measures.entries()) {
    if (settingAt[index] === 'sing') continue;
    const own = material.measures[index]!;
    const before = material.measures[index - 1];
    if (own.opensSection || before?.isPhraseEnd) stretch = [];
    for (const note of right.notes) {
      const isAfterRest = note.at > end;
      // A half note gives time enough to move the hand, as the end of a phrase does.
      const isAfterLongNote = lasting >= TICKS_PER_HALF && note.at >= end;
      if (isAfterRest || isAfterLongNote) stretch = [];
      end = Math.max(end, note.at + note.duration);
      lasting = note.duration;
      stretch.push(note);
      if (leavesPosition(stretch) !== note) continue;
      report(
        index,
        {
          limit: 'position',
          hand: 'right',
          sentence: `the right hand must move to ${pitchLabel(note.pitch)} without a rest or phrase end before it`,
        },
        [note],
      );
      stretch = [note];
    }
  }
}

function shiftsInPairs({ measures, settingAt }: LimitTask, report: Report): void {
  const shifts = measures.map(({ right }, index) => {
    const before = measures[index - 1];
    const first = right.work.first;
    const exit = before?.right.work.exit;
    const isShifted =
      first !== null &&
      exit !== null &&
      exit !== undefined &&
      Math.max(exit.high, first.highStep) - Math.min(exit.low, first.lowStep) > 4 &&
      isJoined(before!.right.notes, first.at);
    return right.work.shifts + (isShifted ? 1 : 0);
  });
  for (const [index, own] of shifts.entries()) {
    if (settingAt[index] === 'sing' || own === 0) continue;
    const two = own + (shifts[index - 1] ?? 0);
    if (two > 1)
      report(index, {
        limit: 'position',
        hand: 'right',
        sentence: `the right hand shifts ${two} times in two measures`,
      });
  }
}

function chromatics({ measures, material, rung }: LimitTask, report: Report): void {
  if (rung.chromaticPerEight === null) return;
  const counts = measures.map(
    ({ right, left }) =>
      [...right.notes, ...left.notes].filter((note) => isChromatic(note, material.key)).length,
  );
  for (let from = 0; from < counts.length; from += 8) {
    const eight = counts.slice(from, from + 8);
    let total = 0;
    for (const [index, count] of eight.entries()) {
      total += count;
      if (total > rung.chromaticPerEight && count > 0) {
        report(from + index, {
          limit: 'chromatic',
          hand: null,
          sentence: `${total} chromatic notes in eight measures, over ${rung.chromaticPerEight}`,
        });
        break;
      }
    }
  }
}

/** What concerns the piece as a whole is one snag, at its beginning. */
function ofThePiece({ material, rung, firstLike }: LimitTask): readonly Snag[] {
  const found: Snag[] = [];
  const of = (limit: LimitName, sentence: string, remedies: readonly Remedy[]) =>
    found.push({ ...snag('limit', 0, limit, sentence, [], remedies), isOfPiece: true });
  const signs = Math.abs(material.key.fifths);
  if (rung.signature !== null && signs > rung.signature) {
    const easier = easierKeys(material.key, rung.signature);
    of(
      'signature',
      `Rung limit: ${keyLabel(material.key)} has ${signs} signs, over ${rung.signature}.`,
      easier.map((key) => inKey(keyName(key), `Move it to ${keyLabel(key)}`)),
    );
  }
  const isNew = firstLike.filter((first, index) => first === index).length;
  if (rung.newMeasures !== null && isNew > rung.newMeasures)
    of(
      'length',
      `Rung limit: ${isNew} measures are new material, over ${rung.newMeasures}. Hand it out section by section.`,
      [],
    );
  return found;
}

/** Keys of the same mode within the limit, the nearest in pitch first. */
function easierKeys(key: Key, most: number): readonly Key[] {
  const here = tonicOf(key);
  const distance = (other: Key) => {
    const fifths = other.fifths - key.fifths;
    const semitones = (((7 * fifths) % 12) + 12) % 12;
    return Math.min(semitones, 12 - semitones);
  };
  return Array.from({ length: 2 * most + 1 }, (_, index) => ({ fifths: index - most, mode: key.mode }))
    .sort((a, b) => distance(a) - distance(b) || Math.abs(a.fifths) - Math.abs(b.fifths))
    .slice(0, 3)
    .filter((each) => keyOf(tonicOf(each), key.mode).fifths !== keyOf(here, key.mode).fifths);
}

function oneOfAKind(snags: readonly Snag[]): readonly Snag[] {
  const seen = new Set<string>();
  return snags.filter(({ id }) => !seen.has(id) && seen.add(id));
}

/** Tune notes on strong beats that did not survive, named. */
export function lostNotes(
  choices: readonly Choice[],
  strongTune: ReadonlySet<string>,
  present: ReadonlySet<string>,
  remedy: (measure: number) => readonly Remedy[],
): readonly Snag[] {
  return choices.flatMap(({ candidate }, index) => {
    const lost = [...candidate.right.music.losses, ...candidate.left.music.losses].filter(
      (loss) =>
        loss.kind === 'left-out' && loss.notes.some((note) => strongTune.has(note) && !present.has(note)),
    );
    return lost.map((loss) => snag('note-lost', index, loss.notes.join(), loss.sentence, [], remedy(index)));
  });
}
