import type { Chord } from '../../pitch/chord';
import type { TimeSignature } from '../../score/model';
import { beatsOf, metreLength } from '../../score/time';
import type { WarningList } from '../result';
import { atMost } from '../bounds';
import type { ChartToken, MusicToken } from './tokens';

/** What a chart says of one measure; positions are ticks from its start. */
export interface ChartMeasure {
  length: number;
  time: TimeSignature;
  chords: { at: number; chord: Chord }[];
  /** Where a slash strikes the chord again. */
  slashes: { at: number }[];
  words: { at: number; text: string; endsLine: boolean }[];
  rehearsal: string | null;
  note: string | null;
  startsRepeat: boolean;
  endsRepeat: number | null;
  barline: 'single' | 'double' | 'final';
  line: number;
}

/** How a chart tells time: by its bars, by slashes a beat each, or only by the order of its chords. */
export type ChartTiming = 'bars' | 'beats' | 'order';

interface Cell {
  readonly chord: Chord | null;
  readonly isHeld: boolean;
  words: string;
  endsLine: boolean;
}

/** Gathers a chart's tokens into measures. */
export class ChartMeasures {
  readonly measures: ChartMeasure[] = [];
  time: TimeSignature = { beats: 4, beatType: 4 };
  #cells: Cell[] = [];
  #leadIn = '';
  #line = 0;
  #rehearsal: string | null = null;
  #note: string | null = null;
  #startsRepeat = false;
  #hasBar = false;

  constructor(
    private readonly timing: ChartTiming,
    private readonly hasSlashes: boolean,
    private readonly file: string,
    private readonly warnings: WarningList,
  ) {}

  startSection(name: string): void {
    this.#close();
    this.#rehearsal = name.slice(0, 40);
  }

  addNote(text: string): void {
    this.#close();
    this.#note = text;
  }

  setTime(time: TimeSignature): void {
    this.#close();
    this.time = time;
  }

  addLine(tokens: readonly ChartToken[], line: number): void {
    this.#line = line;
    for (const token of tokens) {
      if (token.kind === 'words') this.#addWords(token.text);
      else this.#addMusic(token);
    }
    const last = this.#cells.at(-1);
    if (last?.words) last.endsLine = true;
    else {
      const measure = this.measures.at(-1);
      const word = measure?.words.at(-1);
      if (word && tokens.some((token) => token.kind === 'words')) word.endsLine = true;
    }
  }

  #addWords(text: string): void {
    const cell = this.#cells.at(-1);
    if (cell) cell.words += text;
    else this.#leadIn += text;
  }

  #addMusic(token: MusicToken): void {
    switch (token.kind) {
      case 'chord':
      case 'beat':
        this.#cells.push({
          chord: token.kind === 'chord' ? token.chord : null,
          isHeld: token.kind === 'beat' && token.isHeld,
          words: this.#leadIn,
          endsLine: false,
        });
        this.#leadIn = '';
        atMost('chords and slashes in one measure', this.#cells.length, {
          file: this.file,
          line: this.#line,
        });
        if (this.timing === 'order') this.#close();
        else if (this.timing === 'beats' && this.#cells.length === beatsOf(this.time).length) this.#close();
        return;
      case 'same-measure': {
        this.#close();
        const before = this.measures.at(-1);
        if (before)
          this.#push({ ...before, words: [], endsRepeat: null, startsRepeat: false, barline: 'single' });
        return;
      }
      case 'times': {
        const last = this.measures.at(-1);
        if (last && last.endsRepeat !== null) last.endsRepeat = Math.max(2, token.count);
        return;
      }
      case 'bar': {
        this.#close();
        this.#hasBar = true;
        const last = this.measures.at(-1);
        if (last && token.endsRepeat) last.endsRepeat = 2;
        if (last && token.isDouble) last.barline = 'double';
        if (last && token.isFinal) last.barline = 'final';
        if (token.startsRepeat) this.#startsRepeat = true;
      }
    }
  }

  /** Ends the measure being gathered. Lines end no measure of themselves unless the chart has bars. */
  endLine(): void {
    if (this.timing === 'bars') this.#close();
  }

  finish(): readonly ChartMeasure[] {
    this.#close();
    return this.measures;
  }

  #close(): void {
    if (this.#cells.length === 0) return;
    const cells = this.#cells;
    this.#cells = [];
    const starts = this.#cellStarts(cells);
    const beats = beatsOf(this.time);
    const full = metreLength(this.time);
    const isPickup =
      this.measures.length === 0 &&
      this.timing === 'bars' &&
      !this.#hasBar &&
      cells.length < beats.length &&
      this.hasSlashes;
    const length = isPickup ? cells.length * beats[0]!.length : Math.max(full, starts.end);
    this.#push({
      length,
      time: this.time,
      chords: cells.flatMap(({ chord }, index) => (chord ? [{ at: starts.at[index]!, chord }] : [])),
      slashes: cells.flatMap(({ chord, isHeld }, index) =>
        chord || isHeld ? [] : [{ at: starts.at[index]! }],
      ),
      words: cells.flatMap(({ words, endsLine }, index) =>
        words.trim() === ''
          ? []
          : [{ at: starts.at[index]!, text: words.replace(/\s+/g, ' ').trimStart(), endsLine }],
      ),
      rehearsal: null,
      note: null,
      startsRepeat: false,
      endsRepeat: null,
      barline: 'single',
      line: this.#line,
    });
  }

  #push(measure: ChartMeasure): void {
    this.measures.push({
      ...measure,
      rehearsal: this.#rehearsal,
      note: this.#note,
      startsRepeat: this.#startsRepeat,
    });
    atMost('measures', this.measures.length, { file: this.file, line: this.#line });
    this.#rehearsal = null;
    this.#note = null;
    this.#startsRepeat = false;
  }

  /** Where each chord or slash of a measure falls. */
  #cellStarts(cells: readonly Cell[]): { at: readonly number[]; end: number } {
    const beats = beatsOf(this.time);
    const full = metreLength(this.time);
    const count = cells.length;
    const spot = { line: this.#line, column: 1 };
    const evenly = () => cells.map((_, index) => (full / count) * index);
    if (count === 1) return { at: [0], end: full };
    if (count === beats.length || (hasBeats(cells) && count < beats.length))
      return { at: cells.map((_, index) => beats[index]!.at), end: full };
    // Every beat divided alike: two chords or slashes a beat, three in compound metre.
    if (count % beats.length === 0 && Number.isInteger(full / count)) return { at: evenly(), end: full };
    if (count < beats.length) {
      if (beats.length % count === 0) return { at: evenly(), end: full };
      this.warnings.add(
        'A measure does not say how long each of its chords lasts: one beat each was taken, the last one holding.',
        String(this.measures.length + 1),
        spot,
      );
      return { at: cells.map((_, index) => beats[index]!.at), end: full };
    }
    this.warnings.add(
      'A measure has more chords and slashes than beats; it was made longer.',
      String(this.measures.length + 1),
      spot,
    );
    const beat = beats[0]!.length;
    return { at: cells.map((_, index) => index * beat), end: count * beat };
  }
}

function hasBeats(cells: readonly Cell[]): boolean {
  return cells.some((cell) => cell.chord === null);
}
