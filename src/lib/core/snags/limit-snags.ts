import type { Material } from '../analyse/material';
import type { OpenDocument } from '../document/open-document';
import type { Setting } from '../document/choices/settings.data';
import type { HandName } from '../hands/hand';
import type { HandSize } from '../hands/reach';
import type { SectionHands } from '../ladder/section-hands';
import { HANDS, type HandFacts, type MeasureFacts, type PieceFacts } from '../limits/limit';
import { breaksInHand, breaksInPiece, remediesFor, type CodedBreak, type Rung } from '../limits/registry';
import type { JudgedMeasure } from '../load/judge-measures';
import type { MeasurePedal } from '../pedal/plan-pedal';
import { workOutRemedies } from './limit-remedies';
import { snag, type Snag } from './snag';

export interface LimitTask {
  readonly material: Material;
  readonly document: OpenDocument;
  readonly rung: Rung;
  readonly settingAt: readonly Setting[];
  readonly size: HandSize;
  readonly measures: readonly JudgedMeasure[];
  readonly pedal: readonly MeasurePedal[];
  readonly hands: readonly SectionHands[];
  readonly firstLike: readonly number[];
  readonly sourceMeasure: readonly number[];
  readonly quartersAMinute: number;
}

/**
 * Every limit of the rung that the result breaks, with why and what would mend it; one of a kind a hand and measure. What a
 * measure shares with the one before (leaps, positions) is told where it is felt. O(notes²) in a measure.
 */
export function limitSnags(task: LimitTask): readonly Snag[] {
  const piece = factsOf(task);
  const report = (each: CodedBreak, measure: number | null) => reported(task, each, measure);
  const found = [
    ...piece.measures.flatMap((own, index) =>
      HANDS.flatMap((hand) => breaksInHand(own[hand], task.rung).map((each) => report(each, index))),
    ),
    ...breaksInPiece(piece, task.rung).map((each) => report(each, each.measure)),
  ];
  const seen = new Set<string>();
  return found.filter(({ id }) => !seen.has(id) && seen.add(id));
}

function reported(
  task: LimitTask,
  { limit, hand, sentence, notes }: CodedBreak,
  measure: number | null,
): Snag {
  const index = measure ?? 0;
  return snag({
    code: limit,
    measure: index,
    detail: hand ?? '',
    hand,
    isOfPiece: measure === null,
    sentence: `Rung limit: ${sentence}.`,
    ...(notes ? { notes } : {}),
    remedies: workOutRemedies(remediesFor(limit), {
      source: task.sourceMeasure[index]!,
      document: task.document,
      quartersAMinute: task.quartersAMinute,
      key: task.material.key,
      signs: task.rung.signature,
    }),
  });
}

/** The finished arrangement as the limits judge it. */
function factsOf({ material, settingAt, size, measures, pedal, hands, firstLike }: LimitTask): PieceFacts {
  const chordChanges = new Set(material.score.chords.map((symbol) => symbol.at as number));
  const handFacts = (index: number, hand: HandName): HandFacts => {
    const { measure, offset, lengthMs, section } = material.measures[index]!;
    const { notes, work, texture } = measures[index]![hand];
    return {
      hand,
      setting: settingAt[index]!,
      measure,
      offset,
      lengthMs,
      comfortableSemitones: size[hand].comfortable,
      largestSemitones: size[hand].largest,
      chordChanges,
      notes,
      work,
      texture,
      place: hands[section]?.[hand] ?? null,
    };
  };
  return {
    key: material.key,
    newMeasures: firstLike.filter((first, index) => first === index).length,
    measures: measures.map(({ load }, index): MeasureFacts => {
      const { opensSection, isPhraseEnd } = material.measures[index]!;
      const { policy, spans } = pedal[index]!;
      return {
        right: handFacts(index, 'right'),
        left: handFacts(index, 'left'),
        load: load.total,
        opensSection,
        isPhraseEnd,
        pedal: { policy, changes: spans.length },
      };
    }),
  };
}
