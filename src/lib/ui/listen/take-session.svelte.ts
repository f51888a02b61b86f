import type { HandName } from '$lib/core/hands/hand';
import { LiveFollower } from '$lib/core/listen/follow-live';
import { findingsOf, takeWords, type Finding } from '$lib/core/listen/findings';
import type { Heard } from '$lib/core/listen/hear';
import { FAULTS, simulatePlayer } from '$lib/core/listen/simulated-player';
import { readTake, type PlayedKey, type Take } from '$lib/core/listen/take';
import { writeTake } from '$lib/core/listen/write-take';
import type { Score } from '$lib/core/score/model';
import { connectKeyboard, type ConnectedKeyboard, type KeyboardListener } from '../devices/keyboard-input';
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

/**
 * Listening to one take: from a keyboard with a cable, from the keys on the screen, from a file, or from the stand-in that
 * plays with faults.
 */
export class TakeSession implements KeyboardListener {
  state = $state<'idle' | 'listening' | 'working'>('idle');
  /** Where it listens, or why it cannot. */
  message = $state('');
  heard = $state.raw<Heard | null>(null);
  findings = $state.raw<readonly Finding[]>([]);
  words = $state('');
  /** What was played, until it is let go. */
  take = $state.raw<Take | null>(null);
  /** Ids of the notes where the player is, while it listens. */
  at = $state.raw<ReadonlySet<string>>(new Set());
  #keys: PlayedKey[] = [];
  #pedal: { atMs: number; isDown: boolean }[] = [];
  #down = new Map<number, { onMs: number; velocity: number }>();
  #startedMs = 0;
  #keyboard: ConnectedKeyboard | null = null;
  #passage: Passage | null = null;
  #follower: LiveFollower | null = null;
  #seed = 0;

  constructor(private readonly arranger: Arranger) {}

  get #nowMs(): number {
    return performance.now() - this.#startedMs;
  }

  /** Begins to listen: to a keyboard with a cable where there is one, and to the keys on the screen. */
  async start(passage: Passage): Promise<void> {
    this.forget();
    const connected = await connectKeyboard(this);
    this.#keyboard = connected.ok ? connected.keyboard : null;
    this.#passage = passage;
    // Keys on the screen are what they say; those of a keyboard are as it is set.
    this.#follower = new LiveFollower(passage.score, passage, connected.ok ? passage.transpose : 0);
    this.#startedMs = performance.now();
    this.message = connected.ok
      ? `Listening to ${connected.keyboard.name}.`
      : `Listening to the keys on the screen. ${connected.message}`;
    this.state = 'listening';
  }

  press(key: number, velocity: number): void {
    const onMs = this.#nowMs;
    this.#down.set(key, { onMs, velocity });
    const moment = this.#follower?.press(key, onMs);
    if (moment) this.at = new Set(moment.keys.map(({ id }) => id));
  }

  release(key: number): void {
    const held = this.#down.get(key);
    if (!held) return;
    this.#down.delete(key);
    this.#keys.push({ key, onMs: held.onMs, offMs: this.#nowMs, velocity: held.velocity });
  }

  pedal(isDown: boolean): void {
    this.#pedal.push({ atMs: this.#nowMs, isDown });
  }

  async stop(): Promise<void> {
    if (this.state !== 'listening' || !this.#passage) return;
    for (const key of [...this.#down.keys()]) this.release(key);
    this.#stopFollowing();
    const isByCable = this.#keyboard !== null;
    this.#keyboard?.disconnect();
    this.#keyboard = null;
    const keys = this.#keys.sort((a, b) => a.onMs - b.onMs);
    if (keys.length === 0) {
      this.state = 'idle';
      this.message = 'Nothing was played.';
      return;
    }
    const transpose = isByCable ? this.#passage.transpose : 0;
    await this.#hear(this.#passage, { keys, pedal: this.#pedal }, transpose);
  }

  /** A MIDI file that was played elsewhere is brought in as a take. */
  async bringIn(passage: Passage, file: File): Promise<void> {
    this.forget();
    const reading = readTake(new Uint8Array(await file.arrayBuffer()), file.name);
    if (reading.ok) await this.#hear(passage, reading.take, passage.transpose);
    else this.message = reading.error.message;
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
    this.take = take;
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

  /** The take as a MIDI file. */
  midi(): Blob | null {
    return this.take && new Blob([writeTake(this.take)], { type: 'audio/midi' });
  }

  /** What was heard, in sentences. */
  get sentences(): readonly string[] {
    return [this.words, ...this.findings.map(({ sentence }) => sentence)];
  }

  #stopFollowing(): void {
    this.#follower = null;
    this.at = new Set();
  }

  /** Lets go of the last take: nothing of it is kept. */
  forget(): void {
    this.#keyboard?.disconnect();
    this.#keyboard = null;
    this.#keys = [];
    this.#pedal = [];
    this.#down.clear();
    this.#stopFollowing();
    this.heard = null;
    this.take = null;
    this.findings = [];
    this.words = '';
    this.message = '';
    this.state = 'idle';
  }
}
