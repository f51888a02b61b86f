import type { Section } from '../score/model';
import type { HandName } from '../hands/hand';
import type { TroubleKind } from './trouble';
import { STAGES, type StageId } from './stages.data';

/**
 * What a line of the log says: a stage passed; one clean or failed run; measures that go wrong, or that were played right in
 * their loop; an earlier line taken back.
 */
export const ENTRY_KINDS = ['passed', 'clean', 'again', 'trouble', 'mended', 'withdrawn'] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];
export const MARKED_BY = ['teacher', 'learner'] as const;

/** One line of the log. Nothing is overwritten: a mistake is withdrawn by a later entry that names it. */
export interface PracticeEntry {
  readonly id: string;
  readonly sectionId: string;
  readonly stage: StageId;
  readonly kind: EntryKind;
  readonly tempoBpm: number | null;
  /** Days since 1970-01-01. */
  readonly onDay: number;
  readonly correctsId: string | null;
  readonly createdAtMs: number;
  readonly cleanRuns: number;
  readonly failedRuns: number;
  readonly minutes: number | null;
  readonly markedBy: (typeof MARKED_BY)[number];
  readonly lessonId: string | null;
  /** The last section of a stretch that was played through; null for the section by itself. */
  readonly throughId: string | null;
  /** Of trouble: its measures, ordinals in the edition, with its kind and the hand that has it. */
  readonly trouble: EntryTrouble | null;
  /** Number of the edition on which it was earned, where a newer one took it over. */
  readonly earnedOn?: number;
}

export interface EntryTrouble {
  readonly from: number;
  readonly to: number;
  readonly kind: TroubleKind;
  readonly hand: HandName | null;
}

/** What an entry has beside its stage and day where nothing more is said. */
export const PLAIN_MARK = {
  cleanRuns: 0,
  failedRuns: 0,
  minutes: null,
  markedBy: 'teacher',
  lessonId: null,
  throughId: null,
  trouble: null,
} as const;

/** What the register shows in one square: the latest entry that still stands. */
export type Stamps = ReadonlyMap<string, PracticeEntry>;

export function stampKey(sectionId: string, stage: StageId): string {
  return `${sectionId}/${stage}`;
}

/** The entries that still stand: what was taken back or corrected later is left out, and so are the corrections that take back. */
export function standingEntries(entries: readonly PracticeEntry[]): readonly PracticeEntry[] {
  const undone = new Set(entries.map((entry) => entry.correctsId));
  return entries.filter((entry) => entry.kind !== 'withdrawn' && !undone.has(entry.id));
}

/** Folds the log into the squares that are stamped now. Entries may come in any order. O(n log n). */
export function standingStamps(entries: readonly PracticeEntry[]): Stamps {
  const undone = new Set(entries.map((entry) => entry.correctsId));
  const stamps = new Map<string, PracticeEntry>();
  for (const entry of [...entries].sort((a, b) => a.createdAtMs - b.createdAtMs)) {
    if (entry.kind !== 'passed' || entry.throughId !== null || undone.has(entry.id)) continue;
    stamps.set(stampKey(entry.sectionId, entry.stage), entry);
  }
  return stamps;
}

export interface NextStep {
  readonly section: Section;
  readonly stage: (typeof STAGES)[number];
}
