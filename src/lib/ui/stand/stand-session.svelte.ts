import { planPassage } from '$lib/core/engrave/plan-lines';
import { prepareEngraving } from '$lib/core/engrave/source';
import { optionsFor, pageWidthFor, standLayout } from '$lib/core/engrave/views';
import { buildTimeline } from '$lib/core/playback/timeline';
import { takeTimeline } from '$lib/core/playback/take-timeline';
import { STAGES } from '$lib/core/practice/stages.data';
import { afterRun, type LadderPlace } from '$lib/core/practice/tempo-ladder';
import { tempoOf } from '$lib/core/score/tempo';
import type { StandTask } from '$lib/server/stand/stand-task';
import { api } from '../api/api';
import { firstPageWidth, linesAtHand } from '../engraving/first-lines';
import type { Outbox } from '../lesson/outbox.svelte';
import { TakeSession, type Passage } from '../listen/take-session.svelte';
import { newId } from '../parts/new-id';
import { Player } from '../playback/player.svelte';
import type { Arranger } from '../workers/arranger';
import type { Engraver } from '../workers/engraver';
import { ownOutbox } from './own-outbox';

/** By how much a task is eased that has no ladder, in percent of its tempo, and down to what. */
const EASE = { step: 10, least: 50 } as const;
const SLOWEST_PERCENT = 10;

/** One task on the stand: its passage, hearing it, playing along, marking it, and being listened to. */
export class StandSession {
  readonly player = new Player();
  readonly take: TakeSession;
  readonly outbox: Outbox;
  widthPx = $state(0);
  said = $state('');
  /** Percent of the tempo that is due: it may always be slower. */
  easePercent = $state(100);
  place = $state.raw<LadderPlace | null>(null);

  constructor(
    readonly opening: StandTask,
    arranger: Arranger,
    engraver: Engraver,
  ) {
    this.take = new TakeSession(arranger);
    this.outbox = ownOutbox(opening.base, opening.outboxName);
    this.player.hands = 'both';
    this.place = opening.ladder?.place ?? null;
    if (opening.passage) linesAtHand(opening.passage.lines, engraver);
  }

  readonly stage = $derived.by(() => STAGES.find(({ id }) => id === this.opening.task.stage)!);
  /** Until the browser knows its room, the width that the lines came with. */
  readonly options = $derived.by(() => {
    const { view, passage } = this.opening;
    const came = passage ? firstPageWidth(passage.lines) : 0;
    return optionsFor(this.widthPx > 0 || came === 0 ? pageWidthFor(view, this.widthPx || 900) : came);
  });
  readonly systems = $derived.by(() => {
    const { passage } = this.opening;
    if (!passage) return [];
    const { score, span, markings, counts } = passage;
    return planPassage(prepareEngraving(score, counts), standLayout(this.options, markings), span);
  });

  /** The tempo that is due: the step of the ladder, or what was set. */
  readonly dueBpm = $derived.by(() => {
    const { task, targetBpm, passage } = this.opening;
    if (this.place) return this.place.tempoBpm;
    return task.tempoBpm ?? targetBpm ?? (passage ? tempoOf(passage.score) : 80);
  });
  readonly tempoBpm = $derived(Math.round((this.dueBpm * this.easePercent) / 100));

  get passage(): Passage | null {
    const { passage, transpose } = this.opening;
    if (!passage) return null;
    const { score, span, hand } = passage;
    const tempoPercent = Math.round((100 * this.tempoBpm) / tempoOf(score));
    return { score, ...span, hand, transpose, tempoPercent: Math.max(20, Math.min(200, tempoPercent)) };
  }

  hear(hasCountIn: boolean): void {
    const { passage } = this.opening;
    if (this.player.state !== 'idle' && this.player.state !== 'failed') return this.player.stop();
    if (!passage) return;
    const { score, span, spoken } = passage;
    const options = {
      ...this.player.options(span.from, span.to),
      tempoPercent: Math.max(SLOWEST_PERCENT, Math.round((100 * this.tempoBpm) / tempoOf(score))),
      countInMeasures: hasCountIn ? (1 as const) : (0 as const),
      clicks: hasCountIn ? ('beats' as const) : ('none' as const),
    };
    void this.player.play(() => Promise.resolve(buildTimeline(score, spoken, options)), this.player.isLooped);
  }

  /** The teacher's own playing. */
  hearModel(id: string): void {
    void this.player.play(async () => {
      const answer = await api.take(`${this.opening.takes.hearAt}/${id}`);
      if (!answer.ok) throw new Error(answer.message);
      return takeTimeline(answer.value);
    }, false);
  }

  async mark(kind: 'clean' | 'again'): Promise<void> {
    const { mayMark, task } = this.opening;
    if (!mayMark || !task.assignmentId || !task.sectionId) return;
    const tempoBpm = this.stage.needsTempo ? this.tempoBpm : null;
    this.said = this.#moveOn(kind);
    await this.outbox.add({
      ...{ id: newId(), assignmentId: task.assignmentId, sectionId: task.sectionId, stage: task.stage, kind },
      tempoBpm,
      ...{ onDay: 0, correctsId: null },
    });
  }

  /** Moves the tempo by how it went, and says so. */
  #moveOn(kind: 'clean' | 'again'): string {
    const { ladder } = this.opening;
    const noted = kind === 'clean' ? 'Noted down: it went well.' : 'Noted down: not yet.';
    if (ladder && this.place && this.easePercent === 100) {
      const before = this.place;
      this.place = afterRun(ladder.tempos, before, kind === 'clean' ? 'clean' : 'failed', ladder.rule);
      return `${noted} ${ladderWords(before, this.place, ladder.rule.cleanRuns)}`;
    }
    if (!this.stage.needsTempo) return noted;
    if (kind === 'again') {
      if (this.easePercent <= EASE.least) return `${noted} Take a shorter bit of it, as slowly.`;
      this.easePercent = Math.max(EASE.least, this.easePercent - EASE.step);
      return `${noted} A little slower helps: ♩ ${this.tempoBpm}.`;
    }
    if (this.easePercent === 100) return noted;
    this.easePercent = Math.min(100, this.easePercent + EASE.step);
    return `${noted} A little faster now: ♩ ${this.tempoBpm}.`;
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

  async bringIn(file: File): Promise<void> {
    this.player.stop();
    if (this.passage) await this.take.bringIn(this.passage, file);
  }

  /** Keeps the last take for the teacher to hear. */
  async keepTake(): Promise<string> {
    const { takes, passage } = this.opening;
    if (!passage || !this.take.take) return '';
    const { editionId, sectionId, hand } = passage;
    const answer = await api.keepTake(takes.keepAt, {
      ...{ editionId, sectionId, hand, take: this.take.take, heard: this.take.sentences },
    });
    return answer.ok ? 'Kept: your teacher can hear it.' : answer.message;
  }

  dispose(): void {
    this.player.stop();
    this.take.forget();
    this.outbox.stop();
  }
}

function ladderWords(before: LadderPlace, now: LadderPlace, cleanRuns: number): string {
  if (now.tempoBpm > before.tempoBpm) return `A step up: ♩ ${now.tempoBpm}.`;
  if (now.tempoBpm < before.tempoBpm) return `A step down, to find it again: ♩ ${now.tempoBpm}.`;
  if (now.isPassed) return 'That is the top of the stair: tell your teacher.';
  if (now.cleanRuns > before.cleanRuns) return `${now.cleanRuns} of ${cleanRuns} in a row, on the top step.`;
  return `Once more at ♩ ${now.tempoBpm}.`;
}
