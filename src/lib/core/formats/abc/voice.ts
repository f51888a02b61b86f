import type { Pitch, Step } from '../../pitch/pitch';
import { signatureAlter } from '../../pitch/key';
import type { ChordSymbol, Clef, Lyric, Mark, TimeSignature } from '../../score/model';
import type { MeasurePlan, VoiceEvent } from '../assemble';
import { atMost } from '../bounds';
import type { KeyField } from './fields';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };
export type EventDraft = Mutable<VoiceEvent>;

/** A measure while it is being read; `layers` are the voice and its overlays (`&`). */
export interface MeasureDraft {
  layers: EventDraft[][];
  length: number;
  time: TimeSignature;
  key: MeasurePlan['key'];
  barline: MeasurePlan['barline'];
  startsRepeat: boolean;
  endsRepeat: number | null;
  endings: readonly number[];
  rehearsal: string | null;
  line: number;
}

type Unplaced<T> = Omit<T, 'id' | 'measure'> & { measure: number };

/** `^`, `__`, `=`: how far a sign alters; null without one. */
export function alterOfSign(sign: string | undefined): number | null {
  if (sign === undefined) return null;
  return sign === '=' ? 0 : sign.startsWith('^') ? sign.length : -sign.length;
}

/** Everything known about one voice at the point that has been read. */
export class VoiceReader {
  readonly measures: MeasureDraft[] = [];
  readonly chords: Unplaced<ChordSymbol>[] = [];
  readonly marks: Mark[] = [];
  clef: Clef | null = null;
  unitLength: number;
  time: TimeSignature;
  isFree = false;
  key: KeyField;
  /** Position in the measure being read, in ticks; may be fractional inside odd tuplets. */
  at = 0;
  layer = 0;
  open: MeasureDraft;
  /** Notes of the music line that lyrics below it belong to. */
  lineNotes: EventDraft[] = [];
  endings: readonly number[] = [];
  readonly #accidentals = new Map<Step, number>();
  #count = 0;

  constructor(
    readonly id: string,
    readonly name: string,
    private readonly start: {
      file: string;
      unitLength: number;
      time: TimeSignature;
      isFree: boolean;
      key: KeyField;
    },
  ) {
    this.unitLength = start.unitLength;
    this.time = start.time;
    this.isFree = start.isFree;
    this.key = start.key;
    this.open = this.#newMeasure(0);
  }

  #newMeasure(line: number): MeasureDraft {
    return {
      layers: [[]],
      length: 0,
      time: this.time,
      key: this.key.key,
      barline: 'single',
      startsRepeat: false,
      endsRepeat: null,
      endings: this.endings,
      rehearsal: null,
      line,
    };
  }

  get measureIndex(): number {
    return this.measures.length;
  }

  get isMeasureEmpty(): boolean {
    return this.open.length === 0 && this.open.layers.every((layer) => layer.length === 0);
  }

  add(event: EventDraft, line: number): void {
    if (this.isMeasureEmpty) this.open.line = line;
    while (this.open.layers.length <= this.layer) this.open.layers.push([]);
    const layer = this.open.layers[this.layer]!;
    layer.push(event);
    const place = { file: this.start.file, line };
    atMost('notes in one chord', event.pitches.length, place);
    atMost('notes in one measure', layer.length, place);
    atMost('notes', (this.#count += event.pitches.length), place);
    if (event.pitches.length > 0 && !event.grace) this.lineNotes.push(event);
  }

  advance(duration: number): void {
    this.at += duration;
    this.open.length = Math.max(this.open.length, Math.round(this.at));
  }

  /** Goes back to the start of the measure for another layer over the same beats. */
  overlay(): void {
    this.layer += 1;
    atMost('voices', this.layer, { file: this.start.file, line: this.open.line });
    this.at = 0;
    this.#accidentals.clear();
  }

  /** Ends the measure, if there is anything in it, and says which measure the bar closes. */
  bar(line: number): MeasureDraft | null {
    const closed = this.isMeasureEmpty ? null : this.open;
    if (closed) {
      this.measures.push(closed);
      atMost('measures', this.measures.length, { file: this.start.file, line });
      this.open = this.#newMeasure(line);
    }
    this.at = 0;
    this.layer = 0;
    this.#accidentals.clear();
    return closed ?? this.measures.at(-1) ?? null;
  }

  setKey(key: KeyField): void {
    this.key = key;
    if (this.isMeasureEmpty) this.open.key = key.key;
  }

  setTime(time: TimeSignature): void {
    this.time = time;
    if (this.isMeasureEmpty) this.open.time = time;
  }

  /** The sounding alteration of a written note: its own sign, one earlier in the measure, or the signature. */
  alterOf(step: Step, sign: number | null): number {
    if (sign !== null) {
      this.#accidentals.set(step, sign);
      return sign;
    }
    return this.#accidentals.get(step) ?? this.key.signs.get(step) ?? signatureAlter(this.key.key, step);
  }

  pitch(letter: string, octaveMarks: string, sign: number | null): Pitch {
    const step = letter.toUpperCase() as Step;
    const base = letter === step ? 4 : 5;
    const shift = [...octaveMarks].reduce((sum, mark) => sum + (mark === "'" ? 1 : -1), 0);
    return { step, octave: base + shift, alter: this.alterOf(step, sign) };
  }
}

/** Puts syllables under the notes of the line above them. Returns how many syllables found no note. */
export function alignLyrics(voice: VoiceReader, text: string, verse: number): number {
  const notes = voice.lineNotes;
  let next = 0;
  let lost = 0;
  let isInWord = false;
  const put = (syllable: string, goesOn: boolean) => {
    const note = notes[next];
    next += 1;
    if (!note) {
      lost += 1;
      return;
    }
    const lyric: Lyric = {
      verse,
      text: syllable.replaceAll('~', ' ').replaceAll('\u0001', '-'),
      syllabic: isInWord ? (goesOn ? 'middle' : 'end') : goesOn ? 'begin' : 'single',
      isExtended: false,
    };
    note.lyrics = [...note.lyrics, lyric];
    isInWord = goesOn;
  };
  const starts = measureStarts(voice, notes);
  for (const [token] of text.replaceAll('\\-', '\u0001').matchAll(/[^\s\-_*|]+-?|[-_*|]/g)) {
    if (token === '|') next = starts.find((start) => start >= next) ?? notes.length;
    else if (token === '*') next += 1;
    else if (token === '-') next += 1;
    else if (token === '_') {
      const before = notes[next - 1];
      const last = before?.lyrics.at(-1);
      if (before && last) before.lyrics = [...before.lyrics.slice(0, -1), { ...last, isExtended: true }];
      next += 1;
    } else put(token.replace(/-$/, ''), token.endsWith('-'));
  }
  return lost;
}

/** Places in the line's notes where a measure begins, after the first. */
function measureStarts(voice: VoiceReader, notes: readonly EventDraft[]): readonly number[] {
  const measureOf = new Map<EventDraft, number>();
  for (const [index, measure] of [...voice.measures, voice.open].entries())
    for (const event of measure.layers.flat()) measureOf.set(event, index);
  return notes.flatMap((note, index) =>
    index > 0 && measureOf.get(note) !== measureOf.get(notes[index - 1]!) ? [index] : [],
  );
}

/** What a measure is like is said in one voice or another: repeats and endings of any count. */
export function joinMeasure(
  draft: MeasureDraft,
  voices: readonly VoiceReader[],
  index: number,
  length: number,
): MeasurePlan {
  const all = voices.flatMap((voice) => voice.measures[index] ?? []);
  const { time, key } = all[0] ?? draft;
  return {
    length,
    time,
    key,
    barline: all.find((each) => each.barline !== 'single')?.barline ?? 'single',
    startsRepeat: all.some((each) => each.startsRepeat),
    endsRepeat: all.find((each) => each.endsRepeat !== null)?.endsRepeat ?? null,
    endings: all.find((each) => each.endings.length > 0)?.endings ?? [],
    rehearsal: all.find((each) => each.rehearsal !== null)?.rehearsal ?? null,
  };
}
