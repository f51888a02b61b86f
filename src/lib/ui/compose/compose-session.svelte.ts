import { z } from 'zod';
import { remembered, type Remembered } from '../parts/remembered';
import { readAbc } from '$lib/core/formats/abc/read';
import { midiOf, type Pitch } from '$lib/core/pitch/pitch';
import { metreLength } from '$lib/core/score/time';
import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
import type { TextView } from '$lib/workers/protocol';
import { Player } from '../playback/player.svelte';
import { useArranger } from '../workers/workers-context.svelte';
import type { Engraver } from '../workers/engraver';
import { headerOf, nameOf, nearestWithLetter, noteText, VALUES, withoutLast } from './note-text';

export type ComposeKind = 'tune' | 'chart';

const TEMPLATES: Readonly<Record<ComposeKind, string>> = {
  tune: 'X:1\nT:New tune\nM:4/4\nL:1/8\nQ:1/4=92\nK:C\n',
  chart: '{title: New song}\n{key: C}\n{time: 4/4}\n\nVerse:\n',
};

/** A tune or chart while it is typed or played in: its text, how it reads, and the note value that is stepped by. */
export class ComposeSession {
  text = $state('');
  view = $state.raw<TextView | null>(null);
  value = $state<(typeof VALUES)[number]['key']>('q');
  isDotted = $state(false);
  problem = $state('');
  readonly arranger = useArranger();
  readonly player = new Player();
  readonly kind: ComposeKind;
  readonly fileName: string;
  #lastKey: number | null = null;
  #request = 0;

  readonly reading = $derived(this.view?.reading ?? null);
  readonly score = $derived(this.reading?.ok ? this.reading.value : null);
  readonly warnings = $derived(this.reading?.ok ? this.reading.warnings : []);

  readonly #draft: Remembered<string>;

  constructor(
    kind: ComposeKind,
    readonly engraver: Engraver,
  ) {
    this.kind = kind;
    this.#draft = remembered(`draft.${kind}`, z.string().max(200_000), TEMPLATES[kind]);
    this.fileName = kind === 'tune' ? 'typed.abc' : 'typed.cho';
    this.text = this.#draft.read();
  }

  get isUntouched(): boolean {
    return this.text.trim() === TEMPLATES[this.kind].trim();
  }

  /** Nothing stands there but its header: there is nothing to be wrong yet. */
  get isEmpty(): boolean {
    return this.text.split('\n').every((line) => /^\s*($|[A-Za-z]:|\{.*\}\s*$|%|#)/.test(line));
  }

  /** Reads the text and lays it out; an answer overtaken by newer typing is dropped. */
  async refresh(text: string, lineWidth: number): Promise<void> {
    const request = (this.#request += 1);
    this.#draft.write(text);
    const view = await this.arranger.readText(text, this.fileName, {
      lineWidth,
      mostMeasures: 5,
      markings: { fingers: true, counts: false, chordSymbols: true, lyrics: true, pedal: true },
    });
    if (request === this.#request) this.view = view;
  }

  startAnew(): void {
    this.text = TEMPLATES[this.kind];
    this.#lastKey = null;
  }

  forgetDraft(): void {
    this.#draft.forget();
  }

  /** Puts a value into a line of the header. */
  setHeader(name: string, value: string): void {
    const [pattern, line] =
      this.kind === 'tune'
        ? [new RegExp(`^${name}:.*$`, 'm'), `${name}:${value}`]
        : [new RegExp(`^\\{${name}:.*\\}$`, 'm'), `{${name}: ${value}}`];
    this.text = pattern.test(this.text) ? this.text.replace(pattern, () => line) : `${line}\n${this.text}`;
  }

  header(name: string): string {
    const pattern =
      this.kind === 'tune'
        ? new RegExp(`^${name}:\\s*(.*)$`, 'm')
        : new RegExp(`^\\{${name}:\\s*(.*)\\}$`, 'm');
    return pattern.exec(this.text)?.[1]?.trim() ?? '';
  }

  timeline = (options: PlayOptions): Promise<Timeline> => this.arranger.timeline(this.score!, options);

  // Step by step

  get stepTicks(): number {
    const ticks = VALUES.find((each) => each.key === this.value)!.ticks;
    return this.isDotted ? ticks * 1.5 : ticks;
  }

  pressKey(sounding: number): void {
    this.#enter(nameOf(sounding, headerOf(this.text).key));
  }

  pressLetter(letter: Pitch['step']): void {
    this.#enter(nearestWithLetter(letter, headerOf(this.text).key, this.#lastKey));
  }

  /** Moves the note just entered by an octave. */
  shiftOctave(by: 1 | -1): void {
    const before = this.#lastKey;
    if (before === null) return;
    this.takeBack();
    this.#enter(nameOf(before + 12 * by, headerOf(this.text).key));
  }

  rest(): void {
    this.#enter(null);
  }

  tie(): void {
    if (/[A-Ga-g,'\d/\]]$/.test(this.text)) this.text += '-';
  }

  takeBack(): void {
    this.text = withoutLast(this.text);
  }

  /** Enters a note or rest; one that does not fit its measure goes on, tied, in the next. */
  #enter(pitch: Pitch | null): void {
    let left = this.stepTicks;
    let text = this.text;
    while (left > 0) {
      text += this.#barIfFull(text);
      const ticks = Math.min(left, this.#roomLeft(text));
      left -= ticks;
      const space = /[\s|]$/.test(text) ? '' : ' ';
      text += space + noteText(pitch, ticks, text) + (pitch && left > 0 ? '-' : '');
    }
    this.text = text;
    this.#lastKey = pitch ? midiOf(pitch) : this.#lastKey;
    if (pitch) void this.player.touch([midiOf(pitch)]);
  }

  /** The measure that the next note would go into, as far as it is filled. */
  #openMeasure(text: string): { filled: number; full: number } | null {
    if (!/[A-Ga-gz,'\d/\]-]\s*$/.test(text) || /^[A-Z]:.*$/.test(text.split('\n').at(-1) ?? '')) return null;
    const reading = readAbc(text, this.fileName);
    const last = reading.ok ? reading.value.measures.at(-1) : undefined;
    return last ? { filled: last.length, full: metreLength(last.time) } : null;
  }

  #roomLeft(text: string): number {
    const open = this.#openMeasure(text);
    return open && open.filled < open.full ? open.full - open.filled : Infinity;
  }

  /** A full measure is closed before the next note; every fourth bar ends its line. */
  #barIfFull(text: string): string {
    const open = this.#openMeasure(text);
    if (!open || open.filled < open.full) return '';
    const bars = (text.split('\n').at(-1)?.match(/\|/g) ?? []).length;
    return bars >= 3 ? ' |\n' : ' | ';
  }

  dispose(): void {
    this.player.stop();
  }
}
