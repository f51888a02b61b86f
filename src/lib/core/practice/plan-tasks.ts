import { ladderOf, SLOWEST_BPM, stepAt, type LadderRule } from './tempo-ladder';
import type { PlanPiece, PlanSection, PlanState } from './plan-state';
import { STAGES, stageOf, type StageId } from './stages.data';
import { isMended, LOOP_SHARE, loopHand, type Trouble } from './trouble';

/** Sections that are learned in the same weeks, on days in turn. */
const IN_WORK = 4;

/** A section with what it belongs to. */
export interface Place {
  readonly piece: PlanPiece;
  readonly section: PlanSection;
}

/** What could be done on a day, each list most urgent first. */
export interface DayTasks {
  readonly troubles: readonly (Place & { readonly trouble: Trouble })[];
  readonly revisits: readonly Place[];
  readonly fresh: readonly Place[];
  readonly joins: readonly Place[];
  readonly secure: Place | null;
}

/**
 * Gathers what a day could hold: places that go wrong, learned sections that are due (most overdue first), sections to learn
 * (what is begun first, then by date, worth and length), neighbours to join, and what is secure. O(n log n).
 */
export function gatherTasks({ pieces }: PlanState, day: number): DayTasks {
  const all = pieces.flatMap((piece) =>
    piece.sections.filter(({ repeats }) => repeats === null).map((section) => ({ piece, section })),
  );
  const byDate = (a: Place, b: Place) => (a.piece.goalDay ?? Infinity) - (b.piece.goalDay ?? Infinity) || 0;
  const troubles = all
    .flatMap((place) => place.section.trouble.map((trouble) => ({ ...place, trouble })))
    .filter(({ trouble }) => !isMended(trouble) && !trouble.passedOn.includes(day))
    .sort(
      (a, b) =>
        byDate(a, b) || a.trouble.passedOn.length - b.trouble.passedOn.length || lastOn(a) - lastOn(b),
    );
  const learned = all.filter(({ section }) => section.isLearned);
  const due = (place: Place) => place.section.dueOnDay ?? Infinity;
  const revisits = learned
    .filter((place) => due(place) <= day)
    .sort((a, b) => due(a) - due(b) || byDate(a, b));
  const toLearn = all
    .filter(({ section }) => !section.isLearned)
    .sort(
      (a, b) =>
        Number(isBegun(b)) - Number(isBegun(a)) ||
        byDate(a, b) ||
        worthOf(b) - worthOf(a) ||
        weightOf(b) - weightOf(a),
    );
  // Days between beat minutes added: of the sections in work, those that rested longest come first.
  const inWork = toLearn.slice(0, IN_WORK).sort((a, b) => lastOn(a) - lastOn(b));
  const fresh = [...inWork, ...toLearn.slice(IN_WORK)];
  // A section that repeats another is not taught again, but it is joined like any other.
  const joins = pieces
    .flatMap((piece) => piece.sections.map((section) => ({ piece, section })))
    .filter(
      ({ piece, section }) =>
        section.joinsWith !== null &&
        isKnown(piece, section) &&
        piece.sections.some((each) => each.section === section.joinsWith && isKnown(piece, each)),
    );
  return { troubles, revisits, fresh, joins, secure: securest(all, day) };
}

/** A section that repeats another is known when that one is. */
function isKnown(piece: PlanPiece, section: PlanSection): boolean {
  const origin = piece.sections.find((each) => each.section === section.repeats) ?? section;
  return origin.isLearned;
}

function isBegun({ section }: Place): boolean {
  return section.lastOnDay !== null;
}

function lastOn({ section }: Place): number {
  return section.lastOnDay ?? 0;
}

/** Measures of the piece that are learned with a section: its own, and those of the sections that repeat it. */
export function worthOf({ piece, section }: Place): number {
  return piece.sections
    .filter((each) => each === section || each.repeats === section.section)
    .reduce((sum, each) => sum + each.measures, 0);
}

/** Of what is known from another piece, in hundredths of the section each. */
export const KNOWN_LIGHTENS = 10;

/** How much there is to learn in a section: its measures, fewer for what is known of them. */
export function weightOf({ section }: Pick<Place, 'section'>): number {
  return section.measures * (100 - KNOWN_LIGHTENS * (section.known?.length ?? 0));
}

/** What goes best: a learned section that was played lately and is not due, else the furthest begun. */
function securest(all: readonly Place[], day: number): Place | null {
  const rank = ({ section }: Place) =>
    (section.isLearned ? 1000 : 0) +
    ((section.dueOnDay ?? 0) > day ? 500 : 0) +
    10 * STAGES.findIndex(({ id }) => id === section.stage) -
    (section.trouble.some((each) => !isMended(each)) ? 300 : 0);
  const begun = all.filter(isBegun);
  return begun.reduce<Place | null>((best, each) => (best && rank(best) >= rank(each) ? best : each), null);
}

/** The stage to work on: the one in work, or the next where it has been passed; without a pedal none asks for one. */
export function stageToWork(
  { section, piece }: Place,
  { learner }: PlanState,
  rule: LadderRule,
): { readonly stage: StageId; readonly isNext: boolean } {
  const at = STAGES.findIndex(({ id }) => id === section.stage);
  const stage = STAGES[at]!;
  const top = topOf(piece, stage.id, learner.maxBpm);
  const isAtTop = !stage.ladder || top === null || (section.tempoBpm ?? 0) >= top;
  const isPassed = section.cleanRuns >= rule.cleanRuns && isAtTop;
  const usable = ({ id }: (typeof STAGES)[number]) => id !== 'pedal' || learner.hasPedal;
  const next = STAGES.slice(isPassed ? at + 1 : at).find(usable) ?? stage;
  return { stage: next.id, isNext: next.id !== stage.id };
}

/** The tempo at which a stage is passed; null where it has none. */
export function topOf({ targetBpm }: PlanPiece, stage: StageId, maxBpm: number | null): number | null {
  const { share } = stageOf(stage);
  return share === null ? null : withinLimits((targetBpm * share) / 100, maxBpm);
}

function withinLimits(tempo: number, maxBpm: number | null): number {
  return Math.min(maxBpm ?? Infinity, Math.max(SLOWEST_BPM, Math.round(tempo)));
}

/** At which tempo a stage is worked on: on a ladder where it stands, a step lower after failed tries; else its own share. */
export function tempoToWork(
  place: Place,
  stage: StageId,
  isNext: boolean,
  { learner }: PlanState,
  rule: LadderRule,
): number | null {
  const { piece, section } = place;
  const top = topOf(piece, stage, learner.maxBpm);
  if (top === null) return null;
  if (!stageOf(stage).ladder) return top;
  const ladder = ladderOf(piece.targetBpm, top, rule);
  if (isNext || section.tempoBpm === null)
    return stage === 'at-tempo' && section.tempoBpm !== null
      ? ladder[stepAt(ladder, section.tempoBpm)]!
      : ladder[0]!;
  const step = stepAt(ladder, section.tempoBpm);
  const isTooFast = section.failedRuns >= rule.failedTries;
  const isOver = section.cleanRuns > 0 && section.tempoBpm < top;
  return ladder[Math.max(0, Math.min(ladder.length - 1, step + (isTooFast ? -1 : isOver ? 1 : 0)))]!;
}

/** The tempo that is secure, within the learner's limits. */
export function secureTempo({ piece, section }: Place, { learner }: PlanState): number {
  return withinLimits(section.tempoBpm ?? piece.targetBpm / 2, learner.maxBpm);
}

/** A loop over trouble, slower than the section. */
export function loopTempo(place: Place, state: PlanState): number {
  const { share } = stageOf(place.section.stage);
  const own = place.section.tempoBpm ?? (place.piece.targetBpm * (share ?? 50)) / 100;
  return withinLimits((Math.min(own, place.piece.targetBpm) * LOOP_SHARE) / 100, state.learner.maxBpm);
}

/** The stage in which a loop is played: the hand that has the trouble alone, else both. */
export function loopStage(trouble: Trouble): StageId {
  const hand = loopHand(trouble);
  return hand === null ? 'slow-together' : hand;
}
