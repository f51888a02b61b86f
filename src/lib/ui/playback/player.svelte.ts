import { z } from 'zod';
import { remembered } from '../parts/remembered';
import { chordKeys, type PlayOptions, type Sound, type Timeline } from '$lib/core/playback/timeline';
import type { Chord } from '$lib/core/pitch/chord';
import { loadInstrument, renderTimeline, soundClick, soundKey, type Instrument } from './instrument';
import { wavBytes } from './wav';

/** Sounds are given to the audio hardware this far ahead, and more is given this often: a busy page does not stutter. */
const AHEAD_SECONDS = 4;
const REFILL_MS = 250;
const START_DELAY_SECONDS = 0.08;
const FADE_SECONDS = 0.04;
/** The page's own work comes first. */
const WARM_UP_AFTER_MS = 1200;

/** How the teacher last had things played. */
const PLAYING = remembered(
  'playing',
  z.object({
    countInMeasures: z.union([z.literal(0), z.literal(1), z.literal(2)]).optional(),
    clicks: z.enum(['none', 'beats', 'counts']).optional(),
  }),
  {},
);
/** Each piece at its own tempo, in percent of what is written. */
const tempoOfPiece = (piece: string) => remembered(`tempo/${piece}`, z.number().min(10).max(400), 100);

/** The Network Information API, which not every browser has. */
const savesData = () =>
  (navigator as Navigator & { connection?: { saveData?: boolean } }).connection?.saveData === true;

export type PlayerState = 'idle' | 'loading' | 'playing' | 'failed';

/** Plays timelines and single chords, and tells which notes are sounding now. One for a page. */
export class Player {
  state = $state<PlayerState>('idle');
  /** Ids of the notes that sound now, for marking them in the engraving. */
  sounding = $state.raw<ReadonlySet<string>>(new Set());
  measure = $state<number | null>(null);
  hands = $state<PlayOptions['hands']>('both');
  tempoPercent = $state(100);
  isLooped = $state(false);
  countInMeasures = $state<PlayOptions['countInMeasures']>(0);
  clicks = $state<PlayOptions['clicks']>('none');
  #run: { stop: () => void } | null = null;
  #request = 0;

  /** `piece`: by which its tempo is remembered; empty where it is not. */
  constructor(private readonly piece = '') {
    const kept = PLAYING.read();
    if (piece) this.tempoPercent = tempoOfPiece(piece).read();
    if (kept.countInMeasures) this.countInMeasures = kept.countInMeasures;
    this.clicks = kept.clicks ?? 'none';
  }

  get isPlaying(): boolean {
    return this.state === 'playing' || this.state === 'loading';
  }

  options(from: number, to: number | null): PlayOptions {
    const { hands, tempoPercent, isLooped, countInMeasures, clicks } = this;
    PLAYING.write({ countInMeasures, clicks });
    if (this.piece) tempoOfPiece(this.piece).write(tempoPercent);
    return { hands, tempoPercent, isLooped, countInMeasures, clicks, from, to };
  }

  /** Plays a timeline from its start; one that is playing is stopped first. */
  async play(make: () => Promise<Timeline>, isLooped: boolean): Promise<void> {
    this.stop();
    const request = (this.#request += 1);
    this.state = 'loading';
    try {
      const [instrument, timeline] = await Promise.all([loadInstrument(), make()]);
      await instrument.context.resume();
      if (request !== this.#request) return;
      this.#run = this.#start(instrument, timeline, isLooped);
      this.state = 'playing';
    } catch {
      if (request === this.#request) this.state = 'failed';
    }
  }

  stop(): void {
    this.#request += 1;
    this.#run?.stop();
    this.#run = null;
    if (this.state !== 'failed') this.state = 'idle';
    this.sounding = new Set();
    this.measure = null;
  }

  /**
   * Gets the piano ready while the page has nothing else to do, so that the first note is heard at once; where the
   * browser was asked to save data, only once something is to sound.
   */
  warmUp(): void {
    if (savesData()) return;
    const load = () => void loadInstrument().catch(() => undefined);
    setTimeout(() => {
      if ('requestIdleCallback' in window) requestIdleCallback(load, { timeout: 4000 });
      else load();
    }, WARM_UP_AFTER_MS);
  }

  /** Lets keys sound at once, as when a note or a chord is touched. */
  async touch(keys: readonly number[], noteIds: readonly string[] = []): Promise<void> {
    try {
      const instrument = await loadInstrument();
      await instrument.context.resume();
      const now = instrument.context.now();
      const out = instrument.context.destination;
      for (const key of keys) soundKey(instrument, out, { key, lasts: 1.1, loudness: 0.6 }, now);
      if (noteIds.length > 0 && this.state !== 'playing') {
        this.sounding = new Set(noteIds);
        setTimeout(() => {
          if (this.state !== 'playing') this.sounding = new Set();
        }, 700);
      }
    } catch {
      this.state = 'failed';
    }
  }

  touchChord(chord: Chord, ids: readonly string[] = []): Promise<void> {
    return this.touch(chordKeys(chord), ids);
  }

  /** The timeline as a sound file. */
  async record(make: () => Promise<Timeline>): Promise<Blob> {
    const [instrument, timeline] = await Promise.all([loadInstrument(), make()]);
    const buffer = await renderTimeline(instrument, timeline);
    return new Blob([wavBytes(buffer.getChannelData(0), buffer.sampleRate)], { type: 'audio/wav' });
  }

  #start(instrument: Instrument, timeline: Timeline, isLooped: boolean): { stop: () => void } {
    const { tone, context } = instrument;
    const out = new tone.Gain(1).toDestination();
    const begin = context.now() + START_DELAY_SECONDS;
    const roundSeconds = timeline.seconds - timeline.loopAt;
    const inRound = {
      sounds: timeline.sounds,
      clicks: timeline.clicks.filter((click) => click.at >= timeline.loopAt),
    };
    const rounds = isLooped && roundSeconds > 0.2 ? Infinity : 1;
    const playing: { from: number; to: number; sound: Sound }[] = [];
    let round = 0;
    let nextSound = 0;
    let nextClick = 0;
    let isOver = false;
    const offsetOf = (index: number) => begin + index * roundSeconds;
    const refill = () => {
      const until = context.now() + AHEAD_SECONDS;
      while (round < rounds) {
        const clicks = round === 0 ? timeline.clicks : inRound.clicks;
        const offset = offsetOf(round);
        for (; nextSound < timeline.sounds.length; nextSound += 1) {
          const sound = timeline.sounds[nextSound]!;
          if (offset + sound.at > until) break;
          soundKey(instrument, out, sound, offset + sound.at);
          playing.push({ from: offset + sound.at, to: offset + sound.at + sound.lasts, sound });
        }
        for (; nextClick < clicks.length; nextClick += 1) {
          const click = clicks[nextClick]!;
          if (offset + click.at > until) break;
          soundClick(instrument, out, click, offset + click.at);
        }
        const isRoundGiven = nextSound >= timeline.sounds.length && nextClick >= clicks.length;
        if (!isRoundGiven) break;
        round += 1;
        nextSound = 0;
        nextClick = 0;
      }
    };
    const show = () => {
      if (isOver) return;
      const now = context.currentTime;
      while (playing.length > 0 && playing[0]!.to < now - 10) playing.shift();
      const ids = playing
        .filter(({ from, to }) => from <= now && to > now)
        .flatMap(({ sound }) => sound.noteIds);
      if (ids.length !== this.sounding.size || ids.some((id) => !this.sounding.has(id)))
        this.sounding = new Set(ids);
      const current = Math.max(0, Math.floor((now - begin - timeline.loopAt) / roundSeconds));
      const inTimeline = now - begin - Math.min(rounds - 1, current) * roundSeconds;
      this.measure = timeline.measures.findLast((each) => each.at <= inTimeline)?.measure ?? null;
      if (rounds === 1 && inTimeline > timeline.seconds) this.stop();
      else requestAnimationFrame(show);
    };
    refill();
    const timer = setInterval(refill, REFILL_MS);
    requestAnimationFrame(show);
    return {
      stop: () => {
        isOver = true;
        clearInterval(timer);
        out.gain.rampTo(0, FADE_SECONDS);
        setTimeout(() => out.dispose(), FADE_SECONDS * 2000);
      },
    };
  }
}
