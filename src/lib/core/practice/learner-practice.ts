import { PATTERN_KINDS } from './patterns';
import { KNOWN_LIGHTENS } from './plan-tasks';
import type { SectionPrint } from '../handout/fingerprint';
import { usualLoad, type EditionMakeup } from './edition-makeup';
import type { ForecastTask, Played, ToLearn } from './forecast';
import type { PlanPiece, PlanSection, PlanState } from './plan-state';
import { standingEntries, type NextStep, type PracticeEntry } from './register';
import { standingOf, type SectionStanding } from './standing';
import { stagesFor, type StageWishes } from './stage-order';
import type { PracticeWays } from './ways';

/** A piece that a learner plays from now, with its log. */
export interface PieceInPractice {
  readonly assignmentId: string;
  readonly title: string;
  readonly sections: readonly SectionPrint[];
  readonly makeup: EditionMakeup;
  readonly entries: readonly PracticeEntry[];
  readonly goal: { readonly onDay: number; readonly targetBpm: number } | null;
}

/** What bounds a learner's practice. */
export interface PracticeLimits {
  readonly birthYear: number | null;
  readonly minutesADay: number;
  readonly daysAWeek: number;
  readonly firstHand: StageWishes['first'];
  readonly maxBpm: number | null;
  readonly usesPedal: boolean;
}

export function targetOf({ goal, makeup }: Pick<PieceInPractice, 'goal' | 'makeup'>): number {
  return goal?.targetBpm ?? makeup.tempoBpm;
}

/** Where the learner stands with each section of a piece. */
export function standings(
  piece: PieceInPractice,
  limits: PracticeLimits,
  ways: PracticeWays,
): readonly SectionStanding[] {
  const { makeup } = piece;
  const stages = stagesFor(
    { first: limits.firstHand, chosen: ways.stages },
    {
      hasRight: true,
      hasLeft: makeup.hasLeft,
      hasLeftChords: makeup.hasLeftChords,
      hasPedal: makeup.hasPedal && limits.usesPedal,
      hasWords: makeup.hasWords,
    },
  );
  return piece.sections.map((section) =>
    standingOf(section, piece.entries, {
      stages,
      targetBpm: targetOf(piece),
      maxBpm: limits.maxBpm,
      rule: ways.ladder,
      goalDay: piece.goal?.onDay ?? null,
    }),
  );
}

/** The next thing to do: the stage in work of the first section that is neither at tempo nor a repeat of another; null when all are. */
export function nextStepOf(
  piece: PieceInPractice,
  limits: PracticeLimits,
  ways: PracticeWays,
): NextStep | null {
  const next = standings(piece, limits, ways).find(
    ({ isLearned, stage }, index) =>
      !isLearned && stage !== null && repeatedSection(piece.sections, index) === null,
  );
  return next?.stage ? { section: next.section, stage: next.stage } : null;
}

/** The section that has the same music and comes first; null where it is the first of its kind. */
export function repeatedSection(sections: readonly SectionPrint[], index: number): SectionPrint | null {
  const first = sections.findIndex(({ print }) => print === sections[index]!.print);
  return first < index ? sections[first]! : null;
}

/** What plans go by: every piece of the learner. Pieces and sections are named by their ids. */
export function planStateOf(
  pieces: readonly PieceInPractice[],
  limits: PracticeLimits,
  ways: PracticeWays,
): PlanState {
  const known = knownPatterns(pieces);
  return {
    learner: {
      birthYear: limits.birthYear,
      minutesADay: limits.minutesADay,
      daysAWeek: limits.daysAWeek,
      hasPedal: limits.usesPedal,
      maxBpm: limits.maxBpm,
    },
    pieces: pieces.map((piece): PlanPiece => {
      const own = standings(piece, limits, ways);
      return {
        piece: piece.assignmentId,
        targetBpm: targetOf(piece),
        goalDay: piece.goal?.onDay ?? null,
        sections: own.map((standing, index) => planSectionOf(piece, standing, index, known)),
        measureNumbers: piece.makeup.numbers,
        ...warmUpOf(piece.makeup),
      };
    }),
  };
}

/** Below this rung a learner keeps to five notes, and a scale is no warm-up yet. */
const SCALES_FROM = 3;

function warmUpOf({ key, rung }: EditionMakeup): Pick<PlanPiece, 'warmUp'> {
  if (key === null) return {};
  return { warmUp: rung < SCALES_FROM ? `The first five notes of ${key}` : `The scale of ${key}` };
}

/** What learned sections have, by its code, with the pieces that it is known from. */
export type KnownPatterns = ReadonlyMap<string, ReadonlySet<PieceInPractice>>;

export function knownPatterns(pieces: readonly PieceInPractice[]): KnownPatterns {
  const known = new Map<string, Set<PieceInPractice>>();
  for (const piece of pieces) {
    const learned = new Set(
      standingEntries(piece.entries)
        .filter(({ kind, stage }) => kind === 'passed' && stage === 'at-tempo')
        .map(({ sectionId }) => sectionId),
    );
    for (const id of learned)
      for (const { kind, code } of piece.makeup.patterns[id] ?? []) {
        const name = `${kind}/${code}`;
        known.set(name, (known.get(name) ?? new Set()).add(piece));
      }
  }
  return known;
}

/** What a section has in common with what is learned of other pieces, one of a kind, in words. */
export function knownIn(piece: PieceInPractice, sectionId: string, known: KnownPatterns): readonly string[] {
  const own = piece.makeup.patterns[sectionId] ?? [];
  return PATTERN_KINDS.flatMap((kind) => {
    for (const pattern of own) {
      const others = [...(known.get(`${kind}/${pattern.code}`) ?? [])].filter((each) => each !== piece);
      if (pattern.kind === kind && others[0]) return [`${pattern.name} (${others[0].title})`];
    }
    return [];
  });
}

function planSectionOf(
  piece: PieceInPractice,
  standing: SectionStanding,
  index: number,
  known: KnownPatterns,
): PlanSection {
  const { section, stage, place, isLearned, secureBpm, lastOnDay, troubles, card } = standing;
  const next = piece.sections[index + 1];
  const repeats = repeatedSection(piece.sections, index);
  return {
    section: section.id,
    name: section.name,
    measures: section.to - section.from + 1,
    repeats: repeats?.id ?? null,
    stage: stage?.id ?? 'memory',
    tempoBpm: isLearned ? secureBpm : place.tempoBpm > 0 ? place.tempoBpm : secureBpm,
    cleanRuns: place.isPassed ? 0 : place.cleanRuns,
    failedRuns: place.failedRuns,
    lastOnDay,
    dueOnDay: card?.dueDay ?? null,
    isLearned,
    trouble: troubles,
    isStraining: piece.makeup.straining.includes(section.id),
    joinsWith: next?.id ?? null,
    known: isLearned ? [] : knownIn(piece, section.id, known),
  };
}

/** What the log says of a piece for its forecast; null where it has no date. `known` is what other pieces taught. */
export function forecastTaskOf(
  piece: PieceInPractice,
  known: KnownPatterns,
  { maxBpm }: Pick<PracticeLimits, 'maxBpm'>,
  today: number,
): ForecastTask | null {
  if (!piece.goal) return null;
  const taught = piece.sections.filter((_, index) => repeatedSection(piece.sections, index) === null);
  return {
    played: playedOf(piece.entries),
    toLearn: taught.map((section): ToLearn => ({
      section: section.id,
      measures: section.to - section.from + 1,
      load: Math.round(
        (usualLoad(piece.makeup.rung) * (100 - KNOWN_LIGHTENS * knownIn(piece, section.id, known).length)) /
          100,
      ),
      worth: piece.sections
        .filter(({ print }) => print === section.print)
        .reduce((sum, { from, to }) => sum + to - from + 1, 0),
    })),
    targetBpm: piece.goal.targetBpm,
    goalDay: piece.goal.onDay,
    today,
    maxBpm,
  };
}

/** Turns that were played at a tempo. */
export function playedOf(entries: readonly PracticeEntry[]): readonly Played[] {
  return standingEntries(entries)
    .filter(({ kind }) => kind === 'passed' || kind === 'clean' || kind === 'again')
    .map(({ onDay, sectionId, stage, tempoBpm, kind, cleanRuns, failedRuns, minutes }) => ({
      ...{ onDay, section: sectionId, stage, tempoBpm, minutes, failedRuns },
      cleanRuns: kind === 'passed' ? Math.max(1, cleanRuns) : cleanRuns,
    }));
}
