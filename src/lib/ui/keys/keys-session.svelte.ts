import { z } from 'zod';
import { api } from '../api/api';
import { remembered } from '../parts/remembered';
import type { VoiceRange } from '$lib/core/learner/voice';
import type { ArrangeFor } from '$lib/core/arrange/arrange-for';
import type { ArrangementDocument } from '$lib/core/document/document';
import {
  KEY_STYLES,
  sortKeys,
  weighKey,
  twelveKeys,
  type KeyStyle,
  type KeyTerm,
  type RankedKey,
} from '$lib/core/keys/rank-keys';
import { pianoKeyName } from '$lib/core/pitch/key-name';
import { midiOf, readPitch } from '$lib/core/pitch/pitch';
import type { SourceView } from '$lib/core/analyse/source-view';
import type { ArrangedView } from '$lib/workers/protocol';
import type { Engraver } from '../workers/engraver';
import type { Arranger } from '../workers/arranger';
import { useArranger } from '../workers/workers-context.svelte';

/** How keys were last weighed, and for which voice. */
const CHOSEN = remembered(
  'keys',
  z.object({
    style: z.enum(Object.keys(KEY_STYLES) as [KeyStyle, ...KeyStyle[]]).optional(),
    lowest: z.string().optional(),
    highest: z.string().optional(),
    weights: z.record(z.string(), z.number()).optional(),
  }),
  {},
);

/** Ranks the twelve keys one after another, shows how far it is, and can be left at any key. */
export class KeysSession {
  source = $state.raw<SourceView | null>(null);
  /** Keys rated so far, by the weights in force when they were. */
  rated = $state.raw<readonly RankedKey[]>([]);
  /** Points for one of each term: a style's, until the teacher moves one. */
  weights = $state<Record<KeyTerm, number>>({ ...KEY_STYLES['fewest-signs'].weights });
  readonly ranked = $derived(sortKeys(this.rated.map((each) => weighKey(each, this.weights))));
  done = $state(0);
  isRunning = $state(false);
  problem = $state('');
  style = $state<KeyStyle>('fewest-signs');
  lowest = $state('');
  highest = $state('');
  preview = $state.raw<ArrangedView | null>(null);
  previewed = $state<string | null>(null);
  readonly #arranger = useArranger();
  /** Rates every other key, so that both cores of a small machine are at work. */
  readonly #second = useArranger();
  #run = 0;

  readonly #own: VoiceRange | null;

  /** The singer's range as typed; the middle of it, a third from either end, is comfortable. */
  readonly voice = $derived.by((): VoiceRange | null | 'fault' => {
    if (this.lowest.trim() === '' && this.highest.trim() === '') return null;
    const [low, high] = [this.lowest, this.highest].map((text) => readPitch(text.trim()));
    if (!low || !high || midiOf(low) >= midiOf(high)) return 'fault';
    // The middle that was asked for a learner holds while the range is theirs.
    const own = this.#own;
    if (own && own.lowest === midiOf(low) && own.highest === midiOf(high)) return own;
    return {
      lowest: midiOf(low),
      highest: midiOf(high),
      comfortLowest: midiOf(low) + 3,
      comfortHighest: midiOf(high) - 3,
    };
  });

  constructor(
    private readonly pieceId: string,
    private readonly sourceRevision: number,
    private readonly document: ArrangementDocument,
    private readonly whom: ArrangeFor,
    readonly engraver: Engraver,
    /** The learner's own voice, until another is typed. */
    voice: VoiceRange | null,
  ) {
    const kept = CHOSEN.read();
    this.style = kept.style ?? 'fewest-signs';
    this.weights = {
      ...KEY_STYLES[this.style].weights,
      ...(kept.weights as Partial<Record<KeyTerm, number>>),
    };
    this.lowest = voice
      ? pianoKeyName(voice.lowest).replace('♯', '#').replace('♭', 'b')
      : (kept.lowest ?? '');
    this.highest = voice
      ? pianoKeyName(voice.highest).replace('♯', '#').replace('♭', 'b')
      : (kept.highest ?? '');
    this.#own = voice;
  }

  async open(): Promise<void> {
    const score = await api.pieceScore(this.pieceId, this.sourceRevision);
    if (!score.ok) {
      this.problem = `The piece could not be loaded. ${score.message}`;
      return;
    }
    [this.source] = await Promise.all([this.#arranger.open(score.value), this.#second.open(score.value)]);
    await this.rank();
  }

  async rank(): Promise<void> {
    const { source, voice } = this;
    if (!source || voice === 'fault') return;
    this.#remember();
    const run = (this.#run += 1);
    this.isRunning = true;
    this.done = 0;
    this.rated = [];
    const waiting = [...twelveKeys(source.key.mode)];
    const rateWith = async (arranger: Arranger) => {
      for (let key = waiting.shift(); key; key = waiting.shift()) {
        const rated = await arranger.rateKey(this.document, this.whom, key, this.style, voice);
        if (run !== this.#run) return;
        this.rated = [...this.rated, rated];
        this.done += 1;
      }
    };
    await Promise.all([rateWith(this.#arranger), rateWith(this.#second)]);
    if (run === this.#run) this.isRunning = false;
  }

  /** Takes a style's weights; what was rated is only weighed anew. */
  takeStyle(style: KeyStyle): void {
    this.style = style;
    this.weights = { ...KEY_STYLES[style].weights };
    this.#remember();
  }

  weigh(term: KeyTerm, points: number): void {
    this.weights = { ...this.weights, [term]: points };
    this.#remember();
  }

  #remember(): void {
    const { style, lowest, highest, weights } = this;
    CHOSEN.write({ style, lowest, highest, weights });
  }

  stop(): void {
    this.#run += 1;
    this.isRunning = false;
  }

  async show({ name, octave }: RankedKey, lineWidth: number): Promise<void> {
    if (this.isRunning) return;
    this.previewed = name;
    const document = { ...this.document, recipe: { ...this.document.recipe, key: name, octave } };
    const view = await this.#arranger.arrange(document, this.whom, {
      lineWidth,
      mostMeasures: 4,
      markings: { fingers: true, counts: false, chordSymbols: true, lyrics: true, pedal: true },
    });
    if (view && this.previewed === name) this.preview = view;
  }
}
