import { countScore, DEFAULT_COUNT_OPTIONS } from '$lib/core/counting/count';
import type { CountingStyle } from '$lib/core/document/choices/counting-styles.data';
import { prepareEngraving, type Markings } from '$lib/core/engrave/source';
import { planPassage } from '$lib/core/engrave/plan-lines';
import { lineWidthOf, optionsFor, pageWidthFor } from '$lib/core/engrave/views';
import { buildTimeline } from '$lib/core/playback/timeline';
import { handOfStage } from '$lib/core/practice/stage-hand';
import { STAGES, type StageId } from '$lib/core/practice/stages.data';
import type { Score } from '$lib/core/score/model';
import { tempoOf } from '$lib/core/score/tempo';
import { api } from '../api/api';
import { Outbox } from '../lesson/outbox.svelte';
import { TakeSession, type Passage } from '../listen/take-session.svelte';
import { newId } from '../parts/new-id';
import { Player } from '../playback/player.svelte';
import type { Arranger } from '../workers/arranger';

export interface StandOpening {
  readonly mayMark: boolean;
  readonly linkId: string;
  readonly task: {
    readonly id: string;
    readonly sentence: string;
    readonly minutes: number;
    readonly stage: StageId;
    readonly tempoBpm: number | null;
    readonly assignmentId: string | null;
    readonly sectionId: string | null;
  };
  readonly title: string | null;
  readonly span: { readonly from: number; readonly to: number } | null;
  readonly score: Score | null;
  readonly targetBpm: number | null;
  readonly countingStyle: CountingStyle;
  /** The keyboard's own setting. */
  readonly transpose: number;
  readonly before: string | null;
  readonly after: string | null;
  readonly place: { readonly number: number; readonly of: number };
  readonly restAfterMinutes: number;
  readonly restMinutes: number;
}

/** On the music desk notes are read from farther away than on a table. */
const LARGER = 1.6;
const MARKINGS: Markings = { fingers: true, counts: true, chordSymbols: true, lyrics: true, pedal: true };

/** One task on the stand: its passage, hearing it, playing along, marking it, and being listened to. */
export class StandSession {
  readonly player = new Player();
  readonly take: TakeSession;
  readonly outbox: Outbox;
  widthPx = $state(900);
  said = $state('');
  /** Percent of the task's tempo: it may always be slower. */
  easePercent = $state(100);

  constructor(
    readonly opening: StandOpening,
    arranger: Arranger,
  ) {
    this.take = new TakeSession(arranger);
    this.outbox = new Outbox(
      ({ id, assignmentId, sectionId, stage, kind, tempoBpm }) =>
        api.markOwn({ id, assignmentId, sectionId, stage, kind, tempoBpm }),
      `key-path-stand-${opening.linkId}`,
    );
    this.player.hands = 'both';
  }

  readonly stage = $derived.by(() => STAGES.find(({ id }) => id === this.opening.task.stage)!);
  readonly hand = $derived.by(() => handOfStage(this.stage.id));
  readonly options = $derived(optionsFor(pageWidthFor('bench', this.widthPx / LARGER)));
  readonly systems = $derived.by(() => {
    const { score, span, countingStyle } = this.opening;
    if (!score || !span) return [];
    const counts = this.stage.id.includes('count')
      ? countScore(score, { ...DEFAULT_COUNT_OPTIONS, style: countingStyle })
      : [];
    const layout = { lineWidth: lineWidthOf(this.options), mostMeasures: 4, markings: MARKINGS };
    return planPassage(prepareEngraving(score, counts), layout, span);
  });
  /** The task's tempo, or as much less as is chosen. */
  readonly tempoBpm = $derived.by(() => {
    const { task, targetBpm, score } = this.opening;
    const full = task.tempoBpm ?? (targetBpm === null ? (score ? tempoOf(score) : 80) : targetBpm);
    return Math.round((full * this.easePercent) / 100);
  });

  get passage(): Passage | null {
    const { score, span, transpose } = this.opening;
    if (!score || !span) return null;
    const tempoPercent = Math.round((100 * this.tempoBpm) / tempoOf(score));
    return {
      score,
      ...span,
      hand: this.hand,
      transpose,
      tempoPercent: Math.max(20, Math.min(200, tempoPercent)),
    };
  }

  hear(hasCountIn: boolean): void {
    const { score, span } = this.opening;
    if (this.player.state !== 'idle') return this.player.stop();
    if (!score || !span) return;
    const options = {
      ...this.player.options(span.from, span.to),
      tempoPercent: Math.max(10, Math.round((100 * this.tempoBpm) / tempoOf(score))),
      countInMeasures: hasCountIn ? (1 as const) : (0 as const),
      hasClicks: hasCountIn,
    };
    const counts = countScore(score, { ...DEFAULT_COUNT_OPTIONS, style: this.opening.countingStyle });
    void this.player.play(() => Promise.resolve(buildTimeline(score, counts, options)), this.player.isLooped);
  }

  async mark(kind: 'clean' | 'again'): Promise<void> {
    const { mayMark, task } = this.opening;
    if (!mayMark || !task.assignmentId || !task.sectionId) return;
    this.said =
      kind === 'clean' ? 'Noted down: it went well.' : 'Noted down: not yet. A little slower helps.';
    const tempoBpm = this.stage.needsTempo ? this.tempoBpm : null;
    if (kind === 'again') this.easePercent = Math.max(50, this.easePercent - 10);
    await this.outbox.add({
      ...{ id: newId(), assignmentId: task.assignmentId, sectionId: task.sectionId, stage: task.stage, kind },
      tempoBpm,
      ...{ onDay: 0, correctsId: null },
    });
  }

  async listen(): Promise<void> {
    if (this.take.state === 'listening') return this.take.stop();
    this.player.stop();
    if (this.passage) await this.take.start(this.passage);
  }

  async standIn(): Promise<void> {
    this.player.stop();
    if (this.passage) await this.take.simulate(this.passage);
  }

  dispose(): void {
    this.player.stop();
    this.take.forget();
    this.outbox.stop();
  }
}
