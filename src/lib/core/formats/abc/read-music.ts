import { readChord } from '../../pitch/chord';
import type { Pitch } from '../../pitch/pitch';
import type { Articulation, Tuplet } from '../../score/model';
import { ticks } from '../../units';
import { PLAIN_EVENT } from '../assemble';
import type { WarningList } from '../result';
import { DECORATIONS, DYNAMICS } from './fields';
import { alterOfSign, type EventDraft, type VoiceReader } from './voice';

interface OpenTuplet extends Tuplet {
  left: number;
}

/** What a field inside music (`[K:G]`) or a bar does is the caller's; everything else is read here. */
export interface MusicContext {
  /** The voice that notes go to now; a field inside the line may change it. */
  readonly voice: () => VoiceReader;
  readonly line: number;
  readonly warnings: WarningList;
  readonly inlineField: (name: string, value: string, column: number) => void;
}

const NOTE = /(\^\^?|__?|=)?([A-Ga-g])([,']*)/y;
const LENGTH = /(\d*)(\/*)(\d*)/y;
const BAR = /:*\|[|\]:]*|\[\|[|\]:]*|::+/y;
const PLACES_IN_WORDS = /^[\^_<>@]/;

/** Reads one line of music into its voice. Anything that is not understood is reported where it stands and passed over. */
export function readMusicLine(text: string, context: MusicContext): void {
  new LineReader(text, context).read();
}

class LineReader {
  #index = 0;
  #articulations: Articulation[] = [];
  #finger: number | null = null;
  #slurStarts = 0;
  #graces: EventDraft[] = [];
  #tuplet: OpenTuplet | null = null;
  /** Factor that `>` or `<` left for the next note. */
  #broken = 1;
  #last: EventDraft | null = null;

  constructor(
    private readonly text: string,
    private readonly context: MusicContext,
  ) {}

  get #voice(): VoiceReader {
    return this.context.voice();
  }

  #warn(message: string, at = this.#index): void {
    const measure = String(this.#voice.measureIndex + 1);
    this.context.warnings.add(message, measure, { line: this.context.line, column: at + 1 });
  }

  read(): void {
    while (this.#index < this.text.length) {
      const before = this.#index;
      this.#step();
      if (this.#index <= before) this.#index = before + 1;
    }
  }

  #match(pattern: RegExp): RegExpExecArray | null {
    pattern.lastIndex = this.#index;
    const match = pattern.exec(this.text);
    if (match && match[0].length > 0) this.#index += match[0].length;
    return match;
  }

  #step(): void {
    const { text } = this;
    const character = text[this.#index]!;
    const rest = text.slice(this.#index);
    if (/[\s`\\]/.test(character)) this.#index += 1;
    else if (character === '"') this.#quoted();
    else if (/^[!+][^!+\s]+[!+]/.test(rest)) this.#decoration();
    else if (/^\[[A-Za-z]:/.test(rest)) this.#inlineField();
    else if (/^\[\s*\d/.test(rest)) this.#ending();
    else if (/^(\.?:*\||\[\||::)/.test(rest)) this.#bar();
    else if (character === '[') this.#chord();
    else if (/[\^_=A-Ga-g]/.test(character)) this.#note();
    else if (/[zxZX]/.test(character)) this.#rest(character);
    else if (character === 'y') this.#match(/y\d*/y);
    else if (character === '{') this.#graceNotes();
    else if (/^\(\d/.test(rest)) this.#openTuplet();
    else if (character === '(') {
      this.#slurStarts += 1;
      this.#index += 1;
    } else if (character === ')') {
      if (this.#last) this.#last.slurStops += 1;
      else this.#warn('A slur ends before any note.');
      this.#index += 1;
    } else if (character === '-') this.#tie();
    else if (character === '<' || character === '>') this.#brokenRhythm();
    else if (character === '&') {
      this.#voice.overlay();
      this.#index += 1;
    } else if (character in DECORATIONS) {
      this.#articulations.push(DECORATIONS[character as keyof typeof DECORATIONS]);
      this.#index += 1;
    } else {
      const signs = /[~OSuvJR*;!+$]/.test(character);
      this.#warn(
        signs
          ? `The sign “${character}” is not used here and was skipped.`
          : `“${character}” is not part of the notation and was skipped.`,
      );
      this.#index += 1;
    }
  }

  #quoted(): void {
    const from = this.#index;
    const end = this.text.indexOf('"', from + 1);
    if (end < 0) {
      this.#warn('A quotation mark is not closed; what follows it on the line was skipped.');
      this.#index = this.text.length;
      return;
    }
    const content = this.text.slice(from + 1, end);
    this.#index = end + 1;
    const place = { measure: this.#voice.measureIndex, at: ticks(Math.round(this.#voice.at)) };
    if (PLACES_IN_WORDS.test(content)) {
      const placement = content.startsWith('_') ? 'below' : 'above';
      this.#words(content.replace(/^(@-?[\d.]+,-?[\d.]+|.)/, '').trim(), placement);
      return;
    }
    const reading = readChord(content);
    if (reading.ok) {
      this.#voice.chords.push({ ...place, chord: reading.chord });
      return;
    }
    this.#warn(`“${content}” is not a chord that Key Path knows; it was kept as words.`, from);
    this.#words(content, 'above');
  }

  #words(text: string, placement: 'above' | 'below'): void {
    if (text === '') return;
    this.#mark({ kind: 'words', text, placement });
  }

  #mark(
    mark: { kind: 'words'; text: string; placement: 'above' | 'below' } | { kind: 'dynamic'; text: string },
  ): void {
    const at = ticks(Math.round(this.#voice.at));
    this.#voice.marks.push({ ...mark, part: 0, staff: 0, measure: this.#voice.measureIndex, at });
  }

  #decoration(): void {
    const from = this.#index;
    const name = this.#match(/[!+]([^!+\s]+)[!+]/y)![1]!;
    if (name in DECORATIONS) this.#articulations.push(DECORATIONS[name as keyof typeof DECORATIONS]);
    else if ((DYNAMICS as readonly string[]).includes(name)) this.#mark({ kind: 'dynamic', text: name });
    else if (/^[0-5]$/.test(name)) this.#finger = Number(name) || null;
    else if (/^(D\.?C\.?|D\.?S\.?|fine|coda|segno|dacapo|dacoda|dalsegno)/i.test(name)) {
      this.#words(name, 'above');
      this.#warn(`The jump “${name}” is printed but not followed; write the music out or use repeats.`, from);
    } else this.#warn(`The decoration “${name}” is not used here and was skipped.`, from);
  }

  #inlineField(): void {
    const from = this.#index;
    const match = this.#match(/\[([A-Za-z]):([^\]]*)\]?/y)!;
    this.context.inlineField(match[1]!, match[2]!.trim(), from);
  }

  #ending(): void {
    const match = this.#match(/\s*\[?\s*(\d+(?:\s*[-,]\s*\d+)*)/y)!;
    this.#setEndings(match[1]!);
  }

  #setEndings(text: string): void {
    const numbers = text.split(',').flatMap((part) => {
      const [from, to] = part.split('-').map(Number);
      return Array.from({ length: Math.max(1, Math.min(9, (to ?? from!) - from! + 1)) }, (_, i) => from! + i);
    });
    this.#voice.endings = numbers;
    if (this.#voice.isMeasureEmpty) this.#voice.open.endings = numbers;
  }

  #bar(): void {
    const voice = this.#voice;
    if (this.text[this.#index] === '.') this.#index += 1;
    const sign = this.#match(BAR)?.[0] ?? '|';
    this.#closeTuplet();
    const colons = /^(:+)\|/.exec(sign)?.[1]!.length ?? (sign.startsWith('::') ? 1 : 0);
    const starts = sign.endsWith(':');
    const closed = voice.bar(this.context.line);
    if (closed) {
      if (colons > 0) closed.endsRepeat = colons + 1;
      if (/\|\||\[\|(?!\])/.test(sign)) closed.barline = 'double';
      if (/\|\]/.test(sign)) closed.barline = 'final';
    }
    const endsEnding = colons > 0 || starts || /\|\||\|\]|\[\|/.test(sign);
    if (endsEnding) {
      voice.endings = [];
      if (voice.isMeasureEmpty) voice.open.endings = [];
    }
    if (starts) voice.open.startsRepeat = true;
    if (/^(\s*\[)?\d/.test(this.text.slice(this.#index))) this.#ending();
  }

  #length(): number {
    const match = this.#match(LENGTH);
    const [, numerator = '', slashes = '', denominator = ''] = match ?? [];
    const over = numerator === '' ? 1 : Number(numerator);
    const under = slashes === '' ? 1 : denominator === '' ? 2 ** slashes.length : Number(denominator);
    if (!(over > 0 && over <= 512 && under > 0 && under <= 512)) {
      this.#warn('This length cannot be used; the unit length was taken.');
      return this.#voice.unitLength;
    }
    return (this.#voice.unitLength * over) / under;
  }

  #pitch(): Pitch | null {
    const match = this.#match(NOTE);
    if (!match?.[2]) {
      this.#warn('A sign stands before no note and was skipped.');
      this.#index += 1;
      return null;
    }
    return this.#voice.pitch(match[2], match[3] ?? '', alterOfSign(match[1]));
  }

  #note(): void {
    const pitch = this.#pitch();
    if (pitch) this.#emit([pitch], [false], this.#length());
  }

  #chord(): void {
    const from = this.#index;
    this.#index += 1;
    const pitches: Pitch[] = [];
    const tied: boolean[] = [];
    let inner: number | null = null;
    while (this.#index < this.text.length && this.text[this.#index] !== ']') {
      const character = this.text[this.#index]!;
      if (/[\^_=A-Ga-g]/.test(character)) {
        const pitch = this.#pitch();
        const length = this.#length();
        inner ??= length;
        if (pitch) pitches.push(pitch);
        const isTied = this.text[this.#index] === '-';
        tied.push(isTied);
        if (isTied) this.#index += 1;
      } else if (/^[!+][^!+\s]+[!+]/.test(this.text.slice(this.#index))) this.#decoration();
      else if (character === '(' || character === ')' || /\s/.test(character)) this.#index += 1;
      else if (character === '"') this.#quoted();
      else if (/[|:]/.test(character)) break;
      else {
        this.#warn(`“${character}” cannot stand in a chord and was skipped.`);
        this.#index += 1;
      }
    }
    if (this.text[this.#index] !== ']') this.#warn('A chord bracket is not closed.', from);
    else this.#index += 1;
    const outer = this.#length() / this.#voice.unitLength;
    if (pitches.length > 0) this.#emit(pitches, tied, (inner ?? this.#voice.unitLength) * outer);
  }

  #rest(character: string): void {
    this.#index += 1;
    const voice = this.#voice;
    if (character === 'Z' || character === 'X') {
      const count = Number(this.#match(/\d+/y)?.[0] ?? 1);
      for (let index = 0; index < Math.min(count, 500); index += 1) {
        const { beats, beatType } = voice.time;
        const full = (40_320 / beatType) * beats;
        voice.add({ ...PLAIN_EVENT, at: 0, duration: full, pitches: [] }, this.context.line);
        voice.advance(full);
        if (index + 1 < count) voice.bar(this.context.line);
      }
      this.#last = null;
      return;
    }
    const length = this.#length();
    if (character === 'x') this.#skip(length);
    else this.#emit([], [], length);
  }

  #skip(length: number): void {
    this.#voice.advance(length * this.#factor());
  }

  /** What tuplets and broken rhythms make of a written length. */
  #factor(): number {
    const tuplet = this.#tuplet ? this.#tuplet.normal / this.#tuplet.actual : 1;
    const broken = this.#broken;
    this.#broken = 1;
    return tuplet * broken;
  }

  #emit(pitches: readonly Pitch[], tied: readonly boolean[], written: number): void {
    const voice = this.#voice;
    for (const [order, grace] of this.#graces.entries())
      voice.add({ ...grace, at: Math.round(voice.at), grace: { ...grace.grace!, order } }, this.context.line);
    this.#graces = [];
    const length = written * this.#factor();
    const from = Math.round(voice.at);
    const event: EventDraft = {
      at: from,
      duration: Math.max(1, Math.round(voice.at + length) - from),
      pitches,
      tied,
      tuplet: this.#tuplet && {
        id: this.#tuplet.id,
        actual: this.#tuplet.actual,
        normal: this.#tuplet.normal,
      },
      grace: null,
      articulations: pitches.length > 0 ? [...new Set(this.#articulations)] : [],
      finger: this.#finger,
      lyrics: [],
      slurStarts: pitches.length > 0 ? this.#slurStarts : 0,
      slurStops: 0,
    };
    voice.add(event, this.context.line);
    voice.advance(length);
    if (pitches.length > 0) this.#slurStarts = 0;
    this.#articulations = [];
    this.#finger = null;
    this.#last = event;
    if (this.#tuplet && (this.#tuplet.left -= 1) === 0) this.#tuplet = null;
  }

  #tie(): void {
    this.#index += 1;
    if (!this.#last || this.#last.pitches.length === 0)
      this.#warn('A tie starts from no note.', this.#index - 1);
    else this.#last.tied = this.#last.pitches.map(() => true);
  }

  #brokenRhythm(): void {
    const signs = this.#match(/[<>]+/y)![0];
    const last = this.#last;
    if (!last) {
      this.#warn('A broken rhythm follows no note.', this.#index - signs.length);
      return;
    }
    const short = 2 ** -signs.length;
    const [first, second] = signs[0] === '>' ? [2 - short, short] : [short, 2 - short];
    const change = last.duration * (first - 1);
    last.duration = Math.round(last.duration + change);
    this.#voice.advance(change);
    this.#broken = second;
  }

  #graceNotes(): void {
    const from = this.#index;
    const match = this.#match(/\{(\/?)([^}]*)\}/y);
    if (!match) {
      this.#warn('A brace of grace notes is not closed.', from);
      this.#index = from + 1;
      return;
    }
    const inner = match[2]!;
    const offset = from + 1 + match[1]!.length;
    for (const note of inner.matchAll(/(\^\^?|__?|=)?([A-Ga-g])([,']*)(\d*)(\/*)(\d*)/g)) {
      const over = Number(note[4] || 1);
      const under = note[5] ? (note[6] ? Number(note[6]) : 2 ** note[5].length) : 1;
      const written = Math.round((this.#voice.unitLength * over) / (under || 1)) || this.#voice.unitLength;
      this.#graces.push({
        ...PLAIN_EVENT,
        at: 0,
        duration: 0,
        pitches: [this.#voice.pitch(note[2]!, note[3]!, alterOfSign(note[1]))],
        grace: { order: 0, written: ticks(written), hasSlash: match[1] === '/' },
      });
    }
    const strange = /[^_=^A-Ga-g,'\d/\s()\-[\]>.]/.exec(inner);
    if (strange) this.#warn(`“${strange[0]}” among grace notes was skipped.`, offset + strange.index);
  }

  #openTuplet(): void {
    const from = this.#index;
    const match = this.#match(/\((\d+)(?::(\d*))?(?::(\d*))?/y)!;
    const actual = Number(match[1]);
    const isCompound = this.#voice.time.beatType === 8 && this.#voice.time.beats % 3 === 0;
    const usual: Readonly<Record<number, number>> = { 2: 3, 3: 2, 4: 3, 6: 2, 8: 3 };
    const normal = Number(match[2]) || usual[actual] || (isCompound ? 3 : 2);
    const count = Number(match[3]) || actual;
    if (actual < 2 || actual > 32 || normal > 32 || count > 64) {
      this.#warn(`The tuplet “${match[0]}” cannot be used and was read as plain notes.`, from);
      return;
    }
    const id = `${this.#voice.id}.${this.#voice.measureIndex}.${this.#voice.layer}.${from}.${this.context.line}`;
    this.#tuplet = { id, actual, normal, left: count };
  }

  #closeTuplet(): void {
    if (this.#tuplet) this.#warn('A tuplet has fewer notes than it says before the bar.');
    this.#tuplet = null;
  }
}
