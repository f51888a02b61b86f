import { prepareEngraving, type Markings } from '$lib/core/engrave/source';
import { planPassage } from '$lib/core/engrave/plan-lines';
import { lineWidthOf, optionsFor, pageWidthFor } from '$lib/core/engrave/views';
import { countScore, DEFAULT_COUNT_OPTIONS, type CountOptions } from '$lib/core/counting/count';
import { metronome } from '$lib/core/playback/metronome';
import { buildTimeline } from '$lib/core/playback/timeline';
import { PLAIN_MARK, type PracticeEntry } from '$lib/core/practice/register';
import { cleanRunIs } from '$lib/core/practice/run';
import { handOfStage } from '$lib/core/practice/stage-hand';
import { stageOf } from '$lib/core/practice/stages.data';
import type { TroubleKind } from '$lib/core/practice/trouble';
import type { PracticeWays } from '$lib/core/practice/ways';
import type { Score } from '$lib/core/score/model';
import { tempoOf } from '$lib/core/score/tempo';
import type { LearnerInPractice } from '$lib/server/learner-practice';
import { api } from '../api/api';
import { newId } from '../parts/new-id';
import type { Finding } from '$lib/core/listen/findings';
import { TakeSession, type Passage } from '../listen/take-session.svelte';
import type { Arranger } from '../workers/arranger';
import { Player } from '../playback/player.svelte';
import { MarkLine } from './mark-line.svelte';
import { Outbox } from './outbox.svelte';

export interface LessonOpening {
  readonly lessonId: string;
  readonly startedAtMs: number;
  readonly endedAtMs: number | null;
  readonly lengthMinutes: number;
  readonly note: string;
  readonly today: number;
  readonly ways: PracticeWays;
  readonly learners: readonly LearnerInPractice[];
}

interface MarkMade {
  readonly line: MarkLine;
  readonly assignmentId: string;
  readonly entry: PracticeEntry;
  readonly words: string;
}

/** Marks of this lesson that stand in the log already. */
function marksMade(line: MarkLine, lessonId: string): readonly MarkMade[] {
  return line.who.pieces.flatMap(({ assignmentId, entries, sections }) => {
    const corrected = new Set(entries.map(({ correctsId }) => correctsId));
    return entries
      .filter(
        (entry) => entry.lessonId === lessonId && entry.kind !== 'withdrawn' && !corrected.has(entry.id),
      )
      .map((entry) => {
        const section = sections.find(({ id }) => id === entry.sectionId)?.name ?? '';
        const words = `${line.who.learner.name}: ${section}, ${stageOf(entry.stage).label.toLowerCase()}`;
        return { line, assignmentId, entry, words };
      });
  });
}

const byTime = (a: MarkMade, b: MarkMade) => a.entry.createdAtMs - b.entry.createdAtMs;

const LESSON_MARKINGS: Markings = {
  fingers: true,
  counts: false,
  chordSymbols: true,
  lyrics: true,
  pedal: true,
};

/** A lesson as its parts see it: who is marked now, the music in front, and the marks on their way. */
export class LessonSession {
  readonly player = new Player();
  readonly outbox = new Outbox((entry) => api.logEntry(entry));
  /** Listening to what the learner plays of the passage in front. */
  readonly take: TakeSession;
  readonly lines: readonly MarkLine[];
  #active = $state(0);
  /** Measures that are selected, ordinals of the edition. */
  range = $state.raw<{ readonly from: number; readonly to: number } | null>(null);
  scores = $state.raw<ReadonlyMap<string, Score>>(new Map());
  problem = $state('');
  /** What the last mark was, in words; undo says it, too. */
  said = $state('');
  isClicking = $state(false);
  /** What is said to the clicks of a measure. */
  words = $state.raw<readonly string[]>([]);
  widthPx = $state(900);
  /** Marks that can be taken back, the oldest first; those of an earlier visit to this lesson among them. */
  #undo = $state.raw<readonly MarkMade[]>([]);
  /** Keeps what was written for the week, where it was changed; the panel that shows it says so. */
  week = $state.raw<{ readonly isChanged: () => boolean; readonly save: () => Promise<boolean> } | null>(
    null,
  );

  constructor(
    readonly opening: LessonOpening,
    arranger: Arranger,
  ) {
    this.take = new TakeSession(arranger);
    this.lines = opening.learners.map((who) => new MarkLine(who, opening.ways));
    this.#undo = this.lines.flatMap((line) => marksMade(line, opening.lessonId)).sort(byTime);
    for (const line of this.lines)
      for (const { assignment } of line.who.pieces) void this.#load(assignment.editionId);
  }

  readonly line = $derived.by(() => this.lines[this.#active] ?? null);
  readonly score = $derived.by(() => {
    const edition = this.line?.piece?.assignment.editionId;
    return edition === undefined ? null : (this.scores.get(edition) ?? null);
  });
  readonly options = $derived(optionsFor(pageWidthFor('bench', this.widthPx)));
  readonly source = $derived(this.score ? prepareEngraving(this.score, []) : null);
  /** The lines of the section, with the beat before it where a loop would need it. */
  readonly systems = $derived.by(() => {
    const span = this.line?.span;
    if (!this.source || !span) return [];
    const layout = { lineWidth: lineWidthOf(this.options), mostMeasures: 5, markings: LESSON_MARKINGS };
    return planPassage(this.source, layout, span);
  });
  readonly canUndo = $derived(this.#undo.length > 0);
  readonly toUndo = $derived(this.#undo.at(-1)?.words ?? '');

  get active(): number {
    return this.#active;
  }

  activate(index: number): void {
    this.#active = (index + this.lines.length) % this.lines.length;
    this.range = null;
  }

  async #load(edition: string): Promise<void> {
    if (this.scores.has(edition)) return;
    const score = await api.editionScore(edition);
    if (score.ok) this.scores = new Map(this.scores).set(edition, score.value);
    else this.problem = `The music could not be loaded. ${score.message}`;
  }

  /** One clean run; where the stage asks for no more, the stage is passed. */
  clean(): void {
    const { line } = this;
    if (!line?.stage) return;
    const { cleanRuns, stage, tempoBpm, standing } = line;
    if (!standing) return;
    if (line.through) return this.pass();
    if (cleanRunIs(standing, stage, tempoBpm, this.opening.ways.ladder) === 'passed') return this.pass();
    const words = `${line.who.learner.name}: ${standing.section.name}, ${stage.label.toLowerCase()}`;
    this.#mark(
      line,
      { kind: 'clean', cleanRuns: 1 },
      `${words}, clean ${cleanRuns + 1} of ${line.runsToPass}`,
    );
  }

  /** The stage is passed as it is. */
  pass(): void {
    const { line } = this;
    if (!line?.stage) return;
    const at = line.tempoBpm === null ? '' : ` at ${line.tempoBpm}`;
    this.#mark(
      line,
      { kind: 'passed', cleanRuns: 1 },
      `${line.who.learner.name}: ${line.name}, ${line.stage.label.toLowerCase()} passed${at}`,
    );
    line.follow();
  }

  again(): void {
    const { line } = this;
    if (!line?.stage) return;
    this.#mark(
      line,
      { kind: 'again', failedRuns: 1 },
      `${line.who.learner.name}: ${line.name}, ${line.stage.label.toLowerCase()}, again`,
    );
  }

  /** Marks the selected measures, or the first of the section, as going wrong. */
  trouble(kind: TroubleKind, label: string): void {
    const { line } = this;
    if (!line?.span) return;
    const { from, to } = this.range ?? { from: line.span.from, to: line.span.from };
    const own = line.standings.find(({ section }) => section.from <= from && section.to >= from);
    if (!own) return;
    this.#mark(
      line,
      {
        kind: 'trouble',
        sectionId: own.section.id,
        throughId: null,
        trouble: { from, to, kind, hand: null },
      },
      `${line.who.learner.name}: ${label} in measure ${this.numberOf(from)}`,
    );
    this.range = null;
  }

  /** A place that went wrong went right today. */
  mend(index: number): void {
    const { line } = this;
    const trouble = line?.standing?.troubles[index];
    if (!line || !trouble) return;
    const { measure: from, to, kind, hand } = trouble;
    this.#mark(
      line,
      { kind: 'mended', throughId: null, trouble: { from, to, kind, hand } },
      `${line.who.learner.name}: measure ${this.numberOf(from)} went right`,
    );
  }

  undo(): void {
    const last = this.#undo.at(-1);
    if (!last) return;
    this.#undo = this.#undo.slice(0, -1);
    const { line, assignmentId, entry, words } = last;
    this.#append(line, assignmentId, {
      ...entry,
      id: newId(),
      kind: 'withdrawn',
      correctsId: entry.id,
      createdAtMs: Date.now(),
    });
    this.said = `Taken back: ${words}`;
  }

  type(digit: string): void {
    const { line } = this;
    if (!line) return;
    const next = line.typed.length >= 3 ? digit : line.typed + digit;
    line.typed = next === '0' ? '' : next;
  }

  numberOf(measure: number): string {
    return this.score?.measures[measure]?.number || String(measure + 1);
  }

  /** Plays the section, or the selected measures, at the tempo of the mark line, the other hand left out if asked. */
  play(): void {
    const { score, line } = this;
    const span = line?.span;
    if (this.player.state === 'playing' || this.player.state === 'loading') return this.silence();
    if (!score || !line || !span) return;
    const { from, to } = this.range ?? span;
    const tempoPercent = Math.round((100 * (line.tempoBpm ?? tempoOf(score))) / tempoOf(score));
    const options = {
      ...this.player.options(from, to),
      tempoPercent: Math.max(10, Math.min(400, tempoPercent)),
    };
    void this.player.play(
      () => Promise.resolve(buildTimeline(score, countScore(score, this.#counting()), options)),
      this.player.isLooped,
    );
  }

  /** What is listened for: the selected measures, or the section, with the hand that the stage asks for. */
  get passage(): Passage | null {
    const { score, line } = this;
    const span = this.range ?? line?.span;
    if (!score || !line || !span) return null;
    const hand = line.stage && handOfStage(line.stage.id);
    const tempoPercent = Math.round((100 * (line.tempoBpm ?? tempoOf(score))) / tempoOf(score));
    const { keyboardTransposeSemitones: transpose } = line.who.learner;
    return { score, ...span, hand, transpose, tempoPercent: Math.max(20, Math.min(200, tempoPercent)) };
  }

  async listen(): Promise<void> {
    if (this.take.state === 'listening') return this.take.stop();
    this.silence();
    if (this.passage) await this.take.start(this.passage);
  }

  async standIn(): Promise<void> {
    this.silence();
    if (this.passage) await this.take.simulate(this.passage);
  }

  /** A MIDI file of the passage that was played elsewhere. */
  async bringIn(file: File): Promise<void> {
    this.silence();
    if (this.passage) await this.take.bringIn(this.passage, file);
  }

  /** Keeps the last take: as the learner's, or as the teacher's own for learners to hear and play along with. */
  async keepTake(whose: 'learner' | 'model'): Promise<string> {
    const { line, take } = this;
    const section = line?.standing?.section.id;
    const edition = line?.piece?.assignment.editionId;
    if (!line || !take.take || !section || !edition) return 'Choose a section first.';
    const query = whose === 'learner' ? `?learner=${line.who.learner.id}` : '';
    const answer = await api.keepTake(`/api/takes${query}`, {
      ...{ editionId: edition, sectionId: section, hand: this.passage?.hand ?? null, take: take.take },
      heard: whose === 'learner' ? take.sentences : [],
    });
    if (!answer.ok) return answer.message;
    return whose === 'learner' ? 'Kept with the learner’s takes.' : 'Kept as the model of this section.';
  }

  /** A finding that the teacher takes over becomes a trouble mark. */
  accept({ measure, kind, sentence }: Finding): void {
    this.range = { from: measure, to: measure };
    this.trouble(kind, sentence.replace(/^[^:]*: |\.$/g, ''));
  }

  silence(): void {
    this.isClicking = false;
    this.player.stop();
  }

  #counting(): CountOptions {
    const style = this.line?.who.learner.countingStyle;
    return style ? { ...DEFAULT_COUNT_OPTIONS, style } : DEFAULT_COUNT_OPTIONS;
  }

  /** The click of the step's tempo, said as the learner counts, until it is asked to stop. */
  click(): void {
    const { score, line } = this;
    if (this.isClicking || this.player.state !== 'idle') return this.silence();
    const tempo = line?.tempoBpm ?? (score ? tempoOf(score) : 80);
    const time = score?.measures[line?.span?.to ?? 0]?.time ?? { beats: 4, beatType: 4 };
    const { timeline, words } = metronome(time, tempo, this.#counting());
    this.words = words;
    this.isClicking = true;
    void this.player.play(() => Promise.resolve(timeline), true);
  }

  #mark(line: MarkLine, mark: Partial<PracticeEntry> & Pick<PracticeEntry, 'kind'>, words: string): void {
    const section = line.standing?.section;
    if (!section || !line.stage || !line.piece) return;
    if (line.tempoBpm !== null && (line.tempoBpm < 20 || line.tempoBpm > 320)) {
      this.said = 'A tempo lies between 20 and 320 beats a minute: nothing was marked.';
      line.typed = '';
      return;
    }
    const entry: PracticeEntry = {
      ...PLAIN_MARK,
      id: newId(),
      sectionId: section.id,
      throughId: line.through?.id ?? null,
      stage: line.stage.id,
      tempoBpm: line.tempoBpm,
      onDay: this.opening.today,
      correctsId: null,
      createdAtMs: Date.now(),
      lessonId: this.opening.lessonId,
      ...mark,
    };
    const { assignmentId } = line.piece;
    this.#append(line, assignmentId, entry);
    this.#undo = [...this.#undo, { line, assignmentId, entry, words }];
    this.said = words;
    line.typed = '';
  }

  #append(line: MarkLine, assignmentId: string, entry: PracticeEntry): void {
    line.entries = [...line.entries, entry];
    const { createdAtMs, ...rest } = entry;
    void this.outbox.add({ ...rest, assignmentId, markedAtMs: createdAtMs });
  }

  /** Is anything of the lesson not kept by the studio yet? */
  get isUnsaved(): boolean {
    return this.outbox.waiting > 0 || (this.week?.isChanged() ?? false);
  }

  /** Sends all that waits; tells whether the studio has it now. */
  async settle(): Promise<boolean> {
    await this.outbox.send();
    if (this.week?.isChanged()) await this.week.save();
    return !this.isUnsaved;
  }

  dispose(): void {
    this.silence();
    this.take.forget();
    this.outbox.stop();
  }
}
