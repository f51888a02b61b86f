import { newId } from '../parts/new-id';
import { api, newerState, type ServerState } from '../api/api';
import type { ArrangementStep } from '$lib/core/document/steps';

export type SaveState = 'saved' | 'saving' | 'waiting' | 'conflict' | 'refused';

interface Pending {
  readonly key: string;
  readonly step: ArrangementStep;
}

const RETRY_DELAY_MS = 2_000;

/**
 * Sends the steps of one arrangement to the server, one POST each, in order. “Saved” means that the server has said
 * so; while it cannot be reached the steps wait here and are tried again. Each step keeps its key, so a step whose
 * answer was lost is not made twice.
 */
export class SaveQueue {
  state = $state<SaveState>('saved');
  /** Why it is not saved, in plain words. */
  message = $state('');
  /** What the server holds, when it holds something newer than this tab was working on. */
  conflict = $state.raw<ServerState | null>(null);
  #pending = $state.raw<readonly Pending[]>([]);
  #sending: Promise<void> | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly arrangementId: string,
    private revision: number,
  ) {}

  get unsavedSteps(): readonly ArrangementStep[] {
    return this.#pending.map((pending) => pending.step);
  }

  push(step: ArrangementStep): void {
    this.#pending = [...this.#pending, { key: newId(), step }];
    if (this.state === 'saved') this.state = 'saving';
    void this.#send();
  }

  /** Sends what waits now, and tells whether all of it is kept. What is refused stays here. */
  async settle(): Promise<boolean> {
    await this.#send();
    return this.#pending.length === 0;
  }

  /** Goes on from the server's newer state; the steps that were waiting are given back for replay. */
  acceptServerState(): readonly ArrangementStep[] {
    const steps = this.unsavedSteps;
    if (this.conflict) this.revision = this.conflict.revision;
    this.#pending = [];
    this.conflict = null;
    this.state = 'saved';
    return steps;
  }

  /** One sending at a time; whoever asks meanwhile waits for the same. */
  #send(): Promise<void> {
    this.#sending ??= this.#sendAll().finally(() => (this.#sending = null));
    return this.#sending;
  }

  async #sendAll(): Promise<void> {
    if (this.state === 'conflict' || this.state === 'refused') return;
    clearTimeout(this.#timer);
    while (this.#pending.length > 0) {
      const { key, step } = this.#pending[0]!;
      const outcome = await this.#post({ baseRevision: this.revision, idempotencyKey: key, step });
      if (outcome === 'not-now') {
        this.state = 'waiting';
        this.#timer = setTimeout(() => void this.#send(), RETRY_DELAY_MS);
        break;
      }
      if (outcome === 'stopped') break;
      this.revision = outcome.revision;
      this.#pending = this.#pending.slice(1);
      this.state = this.#pending.length > 0 ? 'saving' : 'saved';
    }
  }

  async #post(
    request: Parameters<typeof api.saveStep>[1],
  ): Promise<{ revision: number } | 'not-now' | 'stopped'> {
    const answer = await api.saveStep(this.arrangementId, request);
    if (answer.ok) return answer.value;
    this.message = answer.message;
    // It was not refused: it could not be kept now, and may be in a moment.
    if (answer.code === 'unreachable' || answer.status >= 500) return 'not-now';
    this.conflict = newerState(answer.body);
    this.state = this.conflict ? 'conflict' : 'refused';
    return 'stopped';
  }

  stop(): void {
    clearTimeout(this.#timer);
  }
}
