import type { Section } from '../score/model';
import { standingEntries, type PracticeEntry } from './register';
import { replayCard, type RevisitCard, type Revisited } from './revisits';
import { STAGES, stageOf, type Stage, type StageId } from './stages.data';
import {
  afterRun,
  foot,
  ladderOf,
  SLOWEST_BPM,
  stepAt,
  type LadderPlace,
  type LadderRule,
} from './tempo-ladder';
import { isMended, type Trouble } from './trouble';

/** Where a learner stands with one section, replayed from the log. */
export interface SectionStanding {
  readonly section: Section;
  readonly passed: ReadonlySet<StageId>;
  /** The stage to work on; null when all are passed. */
  readonly stage: Stage | null;
  readonly place: LadderPlace;
  /** The tempos of the stage in work, the last its top; empty where it has none. */
  readonly ladder: readonly number[];
  readonly isLearned: boolean;
  /** The highest tempo that went clean, hands together. */
  readonly secureBpm: number | null;
  readonly lastOnDay: number | null;
  readonly troubles: readonly StandingTrouble[];
  readonly card: RevisitCard | null;
}

export interface StandingTrouble extends Trouble {
  readonly to: number;
  readonly noticedOn: number;
}

export interface StandingTask {
  readonly stages: readonly Stage[];
  readonly targetBpm: number;
  readonly maxBpm: number | null;
  readonly rule: LadderRule;
  readonly goalDay: number | null;
}

/**
 * Replays the log of one section: stages passed, the step of the ladder with its runs, trouble with the days on which it went
 * right, and the card that tells when it is due again. The log may come in any order. O(n log n).
 */
export function standingOf(
  section: Section,
  log: readonly PracticeEntry[],
  task: StandingTask,
): SectionStanding {
  const entries = standingEntries(log)
    .filter((entry) => entry.sectionId === section.id && entry.throughId === null)
    .sort((a, b) => a.createdAtMs - b.createdAtMs || (a.id < b.id ? -1 : 1));
  const passed = new Set(entries.filter(({ kind }) => kind === 'passed').map(({ stage }) => stage));
  const furthest = task.stages.findLastIndex(({ id }) => passed.has(id));
  const stage = task.stages[furthest + 1] ?? null;
  const ladder = stage ? tempos(stage, task) : [];
  const isLearned = passed.has('at-tempo');
  return {
    section,
    passed,
    stage,
    ladder,
    place: ladderPlace(entries, stage, ladder, task.rule),
    isLearned,
    secureBpm: secureTempo(entries),
    lastOnDay: entries.reduce<number | null>((last, { onDay }) => Math.max(last ?? onDay, onDay), null),
    troubles: troublesOf(entries).filter((trouble) => !isMended(trouble)),
    card: isLearned ? replayCard(revisitsOf(entries), task.goalDay) : null,
  };
}

/** The tempos of a stage: a ladder where it climbs, else its own share of the target. */
export function tempos(stage: Stage, { targetBpm, maxBpm, rule }: StandingTask): readonly number[] {
  if (stage.share === null) return [];
  const top = Math.min(maxBpm ?? Infinity, (targetBpm * stage.share) / 100);
  if (stage.ladder) {
    const startShare = stage.id === 'at-tempo' ? stageOf('together').share : rule.startShare;
    return ladderOf(targetBpm, top, { ...rule, startShare: startShare ?? rule.startShare });
  }
  return [Math.max(SLOWEST_BPM, Math.round(top))];
}

function ladderPlace(
  entries: readonly PracticeEntry[],
  stage: Stage | null,
  ladder: readonly number[],
  rule: LadderRule,
): LadderPlace {
  const own = entries.filter(
    (entry) => entry.stage === stage?.id && (entry.kind === 'clean' || entry.kind === 'again'),
  );
  const start: LadderPlace =
    ladder.length > 0 ? foot(ladder) : { tempoBpm: 0, cleanRuns: 0, failedRuns: 0, isPassed: false };
  if (ladder.length === 0)
    return own.reduce(
      (place, { cleanRuns }) => ({ ...place, cleanRuns: place.cleanRuns + cleanRuns }),
      start,
    );
  return own.reduce((place, { tempoBpm, cleanRuns, failedRuns }) => {
    // A tempo that was set by hand is where the ladder goes on from.
    const at = tempoBpm === null ? place : standAt(ladder, place, tempoBpm);
    const runs = [...Array<'clean'>(cleanRuns).fill('clean'), ...Array<'failed'>(failedRuns).fill('failed')];
    return runs.reduce((now, run) => afterRun(ladder, now, run, rule), at);
  }, start);
}

function standAt(ladder: readonly number[], place: LadderPlace, tempoBpm: number): LadderPlace {
  const tempo = ladder[stepAt(ladder, tempoBpm)]!;
  return tempo === place.tempoBpm ? place : { tempoBpm: tempo, cleanRuns: 0, failedRuns: 0, isPassed: false };
}

const TOGETHER = STAGES.findIndex(({ id }) => id === 'slow-together');

function secureTempo(entries: readonly PracticeEntry[]): number | null {
  const clean = entries.filter(
    ({ stage, kind, tempoBpm }) =>
      (kind === 'passed' || kind === 'clean') &&
      tempoBpm !== null &&
      STAGES.findIndex(({ id }) => id === stage) >= TOGETHER,
  );
  return clean.length === 0 ? null : Math.max(...clean.map(({ tempoBpm }) => tempoBpm!));
}

/** Places that were marked, each with the days on which it went right since. */
function troublesOf(entries: readonly PracticeEntry[]): readonly StandingTrouble[] {
  const found = new Map<string, StandingTrouble>();
  for (const { kind, trouble, onDay } of entries) {
    if (!trouble) continue;
    const name = `${trouble.from}/${trouble.to}/${trouble.kind}/${trouble.hand ?? ''}`;
    const known = found.get(name);
    if (kind === 'trouble')
      // Marked again, it begins anew.
      found.set(name, {
        measure: trouble.from,
        to: trouble.to,
        kind: trouble.kind,
        hand: trouble.hand,
        passedOn: [],
        noticedOn: onDay,
      });
    else if (kind === 'mended' && known)
      found.set(name, { ...known, passedOn: [...new Set([...known.passedOn, onDay])] });
  }
  return [...found.values()];
}

/** What the marks after a section was learned say of how well it is kept. */
function revisitsOf(entries: readonly PracticeEntry[]): readonly Revisited[] {
  const learned = entries.find(({ kind, stage }) => kind === 'passed' && stage === 'at-tempo');
  if (!learned) return [];
  const secure = learned.tempoBpm ?? 0;
  const later = entries.filter(({ createdAtMs }) => createdAtMs > learned.createdAtMs);
  return [
    { onDay: learned.onDay, rating: 'good' },
    ...later.flatMap(({ kind, stage, tempoBpm, onDay }): Revisited[] => {
      if (kind === 'again') return [{ onDay, rating: 'again' }];
      if (kind !== 'clean' && kind !== 'passed') return [];
      if (stage === 'memory') return [{ onDay, rating: 'easy' }];
      return [{ onDay, rating: tempoBpm !== null && tempoBpm < secure ? 'hard' : 'good' }];
    }),
  ];
}
