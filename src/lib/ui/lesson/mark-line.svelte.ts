import { joinsOf, standings, targetOf, type PracticeLimits } from '$lib/core/practice/learner-practice';
import type { JoinStep, Span } from '$lib/core/practice/joins';
import type { PracticeEntry } from '$lib/core/practice/register';
import { runsToPass } from '$lib/core/practice/run';
import type { SectionStanding } from '$lib/core/practice/standing';
import { stagesFor } from '$lib/core/practice/stage-order';
import { stageOf, type Stage } from '$lib/core/practice/stages.data';
import type { PracticeWays } from '$lib/core/practice/ways';
import type { LearnerInPractice, PieceOfLearner } from '$lib/server/learner-practice';

/** Where one learner is in the lesson: a piece, a section, a stage, a tempo. */
export class MarkLine {
  #piece = $state(0);
  #section = $state(0);
  /** The last section of a stretch that is played through; null for one section. */
  #through = $state<number | null>(null);
  /** Chosen by hand; null follows the log. */
  #stage = $state<number | null>(null);
  /** Digits typed for the tempo; empty follows the ladder. */
  typed = $state('');
  entries = $state.raw<readonly PracticeEntry[]>([]);

  constructor(
    readonly who: LearnerInPractice,
    private readonly ways: PracticeWays,
  ) {
    const firstOpen = this.standings.findIndex(({ isLearned }) => !isLearned);
    this.#section = Math.max(0, firstOpen);
  }

  readonly piece = $derived.by<PieceOfLearner | null>(() => this.who.pieces[this.#piece] ?? null);
  readonly standings = $derived.by<readonly SectionStanding[]>(() =>
    this.piece ? standings(this.#withMarks(this.piece), this.who.limits, this.ways) : [],
  );
  readonly standing = $derived<SectionStanding | null>(this.standings[this.#section] ?? null);
  readonly stages = $derived.by<readonly Stage[]>(() =>
    this.piece ? stagesOf(this.piece, this.who.limits, this.ways) : [],
  );
  /** What is to be joined next, by the log. */
  readonly joins = $derived.by<readonly JoinStep[]>(() =>
    this.piece ? joinsOf(this.#withMarks(this.piece), this.standings) : [],
  );
  readonly through = $derived(
    this.#through === null ? null : (this.standings[this.#through]?.section ?? null),
  );
  /** The measures in front: a section, or a stretch of several. */
  readonly span = $derived(
    this.standing && { from: this.standing.section.from, to: (this.through ?? this.standing.section).to },
  );
  readonly name = $derived(
    this.through
      ? `${this.standing?.section.name} to ${this.through.name}`
      : (this.standing?.section.name ?? ''),
  );
  readonly stage = $derived<Stage | null>(
    this.through
      ? stageOf('together')
      : this.#stage === null
        ? (this.standing?.stage ?? this.stages.at(-1) ?? null)
        : (this.stages[this.#stage] ?? null),
  );
  readonly isInWork = $derived(
    this.through === null && this.stage !== null && this.stage.id === this.standing?.stage?.id,
  );
  /** The tempo of the next run: typed, or where the ladder stands. */
  readonly tempoBpm = $derived.by(() => {
    if (this.typed !== '') return Number(this.typed);
    if (!this.stage?.needsTempo || !this.piece) return null;
    // A stretch goes no faster than the slowest of its sections is sure of.
    if (this.#through !== null)
      return Math.min(
        targetOf(this.piece),
        ...this.standings.slice(this.#section, this.#through + 1).flatMap(({ secureBpm }) => secureBpm ?? []),
      );
    if (this.isInWork && this.standing && this.standing.ladder.length > 0)
      return this.standing.place.tempoBpm;
    return Math.round((targetOf(this.piece) * (this.stage.share ?? 100)) / 100);
  });
  /** Clean runs so far at this stage and tempo. */
  readonly cleanRuns = $derived(this.isInWork ? (this.standing?.place.cleanRuns ?? 0) : 0);
  readonly runsToPass = $derived.by(() =>
    this.stage && this.through === null ? runsToPass(this.stage, this.ways.ladder) : 1,
  );

  #withMarks(piece: PieceOfLearner): PieceOfLearner {
    const own = this.entries.filter((entry) => !piece.entries.some(({ id }) => id === entry.id));
    return { ...piece, entries: [...piece.entries, ...own] };
  }

  chooseSection(index: number): void {
    this.#section = Math.max(0, Math.min(this.standings.length - 1, index));
    this.#through = null;
    this.#stage = null;
    this.typed = '';
  }

  chooseStretch({ from, to }: Span): void {
    this.chooseSection(from);
    this.#through = to > from ? Math.min(to, this.standings.length - 1) : null;
  }

  /** Takes the next section to the stretch; past the last it is one section again. */
  lengthen(): void {
    const to = (this.#through ?? this.#section) + 1;
    this.chooseStretch({ from: this.#section, to: to < this.standings.length ? to : this.#section });
  }

  stepSection(by: 1 | -1): void {
    this.chooseSection(this.#section + by);
  }

  stepStage(by: 1 | -1): void {
    if (this.through) return;
    const at = this.stages.findIndex(({ id }) => id === this.stage?.id);
    this.#stage = Math.max(0, Math.min(this.stages.length - 1, at + by));
    this.typed = '';
  }

  choosePiece(index: number): void {
    this.#piece = Math.max(0, Math.min(this.who.pieces.length - 1, index));
    this.#section = 0;
    const firstOpen = this.standings.findIndex(({ isLearned }) => !isLearned);
    this.chooseSection(Math.max(0, firstOpen));
  }

  get pieceIndex(): number {
    return this.#piece;
  }

  get sectionIndex(): number {
    return this.#section;
  }

  /** After a mark the stage follows the log again. */
  follow(): void {
    this.#stage = null;
    this.typed = '';
  }
}

function stagesOf({ makeup }: PieceOfLearner, limits: PracticeLimits, ways: PracticeWays): readonly Stage[] {
  return stagesFor(
    { first: limits.firstHand, chosen: ways.stages },
    {
      hasRight: true,
      hasLeft: makeup.hasLeft,
      hasLeftChords: makeup.hasLeftChords,
      hasPedal: makeup.hasPedal && limits.usesPedal,
      hasWords: makeup.hasWords,
    },
  );
}
