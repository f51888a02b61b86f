import { PATTERN_KINDS } from './patterns';
import { KNOWN_LIGHTENS } from './plan-tasks';
import { joinSteps, spansPassed, type JoinStep } from './joins';
import type { SectionPrint } from '../handout/fingerprint';
import type { Section } from '../score/model';
import { measureLabel, usualLoad, type EditionMakeup } from './edition-makeup';
import type { ForecastTask, Played, ToLearn } from './forecast';
import type { PlanPiece, PlanSection, PlanState } from './plan-state';
import { standingEntries, type EntryKind, type NextStep, type PracticeEntry } from './register';
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
    ({ isLearned, stage }, index) => !isLearned && stage !== null && repeatedSection(piece, index) === null,
  );
  return next?.stage ? { section: next.section, stage: next.stage } : null;
}

/** The section that has the same music, though perhaps other words, and comes first; null where it is the first of its kind. */
export function repeatedSection(
  { sections, makeup }: Pick<PieceInPractice, 'sections' | 'makeup'>,
  index: number,
): SectionPrint | null {
  const own = sections[index]!;
  const like = makeup.sameExcept[own.id];
  const first = sections.findIndex(
    ({ id, print }) => print === own.print || (like?.odd.length === 0 && like.of === id),
  );
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
      const joins = joinsOf(piece, own);
      return {
        piece: piece.assignmentId,
        targetBpm: targetOf(piece),
        goalDay: piece.goal?.onDay ?? null,
        sections: own.map((standing, index) => planSectionOf(piece, standing, index, known, joins)),
        measureNumbers: piece.makeup.numbers,
        ...warmUpOf(piece.makeup),
      };
    }),
  };
}

/** What is to be joined next in a piece; a section that repeats another is known when that one is. */
export function joinsOf(
  piece: Pick<PieceInPractice, 'sections' | 'entries' | 'makeup'>,
  standings: readonly SectionStanding[],
): readonly JoinStep[] {
  const { sections, entries } = piece;
  const isKnown = sections.map((section, index) => {
    const origin = repeatedSection(piece, index) ?? section;
    return standings.find((each) => each.section.id === origin.id)?.isLearned ?? false;
  });
  return joinSteps(isKnown, spansPassed(entries, sections));
}

/** How much of a section is new: of one that is another again, only its odd measures. */
function toTeach(
  { sections, makeup }: PieceInPractice,
  { id, from, to }: Section,
): Pick<PlanSection, 'measures' | 'oddOf'> {
  const like = makeup.sameExcept[id];
  const of = sections.find((section) => section.id === like?.of);
  if (!like || !of || like.odd.length === 0) return { measures: to - from + 1 };
  const places = like.odd.map((measure) => measureLabel(makeup.numbers, measure).replace('measure ', ''));
  return { measures: like.odd.length, oddOf: { name: of.name, places } };
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
        .filter(
          ({ kind, stage, throughId }) => kind === 'passed' && stage === 'at-tempo' && throughId === null,
        )
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
  joins: readonly JoinStep[],
): PlanSection {
  const { section, stage, place, isLearned, secureBpm, lastOnDay, troubles, card } = standing;
  const join = joins.find(({ from }) => from === index);
  const repeats = repeatedSection(piece, index);
  return {
    section: section.id,
    name: section.name,
    ...toTeach(piece, section),
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
    joinsWith: join ? piece.sections[join.to]!.id : null,
    ...(join && { joinKind: join.kind }),
    known: isLearned ? [] : knownIn(piece, section.id, known),
  };
}

/** What is left to learn of a section's load: less for what is known, and for measures that are another's again. */
function loadToLearn(piece: PieceInPractice, section: SectionPrint, known: KnownPatterns): number {
  const fresh = (100 * toTeach(piece, section).measures) / (section.to - section.from + 1);
  const unknown = 100 - KNOWN_LIGHTENS * knownIn(piece, section.id, known).length;
  return Math.round((usualLoad(piece.makeup.rung) * unknown * fresh) / 10_000);
}

/** What the log says of a piece for its forecast; null where it has no date. `known` is what other pieces taught. */
export function forecastTaskOf(
  piece: PieceInPractice,
  known: KnownPatterns,
  { maxBpm }: Pick<PracticeLimits, 'maxBpm'>,
  today: number,
): ForecastTask | null {
  if (!piece.goal) return null;
  const taught = piece.sections.filter((_, index) => repeatedSection(piece, index) === null);
  return {
    played: playedOf(piece.entries),
    toLearn: taught.map((section): ToLearn => ({
      section: section.id,
      measures: section.to - section.from + 1,
      load: loadToLearn(piece, section, known),
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

const PLAYED_KINDS: ReadonlySet<EntryKind> = new Set(['passed', 'clean', 'again']);

/** Turns at one section that were played at a tempo. */
export function playedOf(entries: readonly PracticeEntry[]): readonly Played[] {
  return standingEntries(entries)
    .filter(({ kind, throughId }) => throughId === null && PLAYED_KINDS.has(kind))
    .map(({ onDay, sectionId, stage, tempoBpm, kind, cleanRuns, failedRuns, minutes }) => ({
      ...{ onDay, section: sectionId, stage, tempoBpm, minutes, failedRuns },
      cleanRuns: kind === 'passed' ? Math.max(1, cleanRuns) : cleanRuns,
    }));
}
