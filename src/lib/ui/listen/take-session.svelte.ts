import type { HandName } from '$lib/core/hands/hand';
import { findingsOf, takeWords, type Finding } from '$lib/core/listen/findings';
import type { Heard } from '$lib/core/listen/hear';
import { FAULTS, simulatePlayer } from '$lib/core/listen/simulated-player';
import type { PlayedKey, Take } from '$lib/core/listen/take';
import type { Score } from '$lib/core/score/model';
import { connectKeyboard, type ConnectedKeyboard } from '../devices/keyboard-input';
import type { Arranger } from '../workers/arranger';

/** What is listened for: a passage of a score, one hand or both. */
export interface Passage {
  readonly score: Score;
  readonly from: number;
  readonly to: number;
  readonly hand: HandName | null;
  /** The keyboard's own setting in semitones: what it sends lies so much above what is written. */
  readonly transpose: number;
  /** Percent of the written tempo that the stand-in plays at. */
  readonly tempoPercent: number;
}

/** Listening to one take: from a keyboard with a cable, or from the stand-in that plays with faults. */
export class TakeSession {
  state = $state<'idle' | 'listening' | 'working'>('idle');
  /** Where it listens, or why it cannot. */
  message = $state('');
  heard = $state.raw<Heard | null>(null);
  findings = $state.raw<readonly Finding[]>([]);
  words = $state('');
  #keys: PlayedKey[] = [];
  #pedal: { atMs: number; isDown: boolean }[] = [];
  #down = new Map<number, { onMs: number; velocity: number }>();
  #startedMs = 0;
  #keyboard: ConnectedKeyboard | null = null;
  #passage: Passage | null = null;
  #seed = 0;

  constructor(private readonly arranger: Arranger) {}

  get #nowMs(): number {
    return performance.now() - this.#startedMs;
  }

  async start(passage: Passage): Promise<void> {
    this.forget();
    const connected = await connectKeyboard({
      press: (key, velocity) => this.#down.set(key, { onMs: this.#nowMs, velocity }),
      release: (key) => this.#letGo(key),
      pedal: (isDown) => this.#pedal.push({ atMs: this.#nowMs, isDown }),
    });
    if (!connected.ok) {
      this.message = connected.message;
      return;
    }
    this.#keyboard = connected.keyboard;
    this.#passage = passage;
    this.#startedMs = performance.now();
    this.message = `Listening to ${connected.keyboard.name}.`;
    this.state = 'listening';
  }

  #letGo(key: number): void {
    const held = this.#down.get(key);
    if (!held) return;
    this.#down.delete(key);
    this.#keys.push({ key, onMs: held.onMs, offMs: this.#nowMs, velocity: held.velocity });
  }

  async stop(): Promise<void> {
    if (this.state !== 'listening' || !this.#passage) return;
    for (const key of [...this.#down.keys()]) this.#letGo(key);
    this.#keyboard?.disconnect();
    this.#keyboard = null;
    const keys = this.#keys.sort((a, b) => a.onMs - b.onMs);
    await this.#hear(this.#passage, { keys, pedal: this.#pedal }, this.#passage.transpose);
  }

  /** Has the stand-in play the passage, a little otherwise each time. */
  async simulate(passage: Passage): Promise<void> {
    this.forget();
    this.#seed += 1;
    const { take } = simulatePlayer(passage.score, {
      ...{ seed: this.#seed * 7 + 1, tempoPercent: passage.tempoPercent, driftPercent: 6, jitterMs: 15 },
      ...{ faultsInTen: 3, faults: FAULTS, hand: passage.hand, from: passage.from, to: passage.to },
    });
    await this.#hear(passage, take, 0);
  }

  async #hear(passage: Passage, take: Take, transpose: number): Promise<void> {
    this.state = 'working';
    const { score, from, to, hand } = passage;
    try {
      const heard = await this.arranger.hear(score, take, { hand, transpose, range: { from, to } });
      const inside = {
        ...heard,
        measures: heard.measures.filter(({ measure }) => measure >= from && measure <= to),
      };
      const numberOf = (measure: number) => score.measures[measure]?.number || String(measure + 1);
      this.heard = inside;
      this.findings = findingsOf(inside, (measure) => score.measures[measure]!.key);
      this.words = takeWords(inside, numberOf);
      this.message = '';
    } catch {
      this.message = 'What was played could not be compared with the music. Play it once more.';
    }
    this.state = 'idle';
  }

  /** Lets go of the last take: nothing of it is kept. */
  forget(): void {
    this.#keyboard?.disconnect();
    this.#keyboard = null;
    this.#keys = [];
    this.#pedal = [];
    this.#down.clear();
    this.heard = null;
    this.findings = [];
    this.words = '';
    this.message = '';
    this.state = 'idle';
  }
}
