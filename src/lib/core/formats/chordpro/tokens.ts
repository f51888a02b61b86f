import { readChord, type Chord } from '../../pitch/chord';

/** One thing in a line of a chart, with its column from 0. A beat strikes the chord again, or (`isHeld`) lets it go on. */
export type ChartToken =
  | { readonly kind: 'chord'; readonly chord: Chord; readonly column: number }
  | { readonly kind: 'beat'; readonly column: number; readonly isHeld: boolean }
  | { readonly kind: 'same-measure'; readonly column: number }
  | {
      readonly kind: 'bar';
      readonly column: number;
      readonly startsRepeat: boolean;
      readonly endsRepeat: boolean;
      readonly isDouble: boolean;
      readonly isFinal: boolean;
    }
  | { readonly kind: 'times'; readonly count: number; readonly column: number }
  | { readonly kind: 'words'; readonly text: string; readonly column: number };

export type MusicToken = Exclude<ChartToken, { kind: 'words' }>;

const BAR = /^(:?\|{1,2}[:\]]?|\|\.|\[\||:\|:|::)$/;

export function readBar(text: string, column: number): MusicToken | null {
  if (!BAR.test(text)) return null;
  return {
    kind: 'bar',
    column,
    startsRepeat: text.endsWith(':'),
    endsRepeat: text.startsWith(':'),
    isDouble: text.includes('||'),
    isFinal: text === '|]' || text === '|.',
  };
}

function readToken(text: string, column: number): MusicToken | null {
  const bar = readBar(text, column);
  if (bar) return bar;
  if (text === '/') return { kind: 'beat', column, isHeld: false };
  if (text === '.' || text === '-') return { kind: 'beat', column, isHeld: true };
  if (text === '%' || text === '%%') return { kind: 'same-measure', column };
  const times = /^\(?[x×](\d+)\)?$/i.exec(text);
  if (times) return { kind: 'times', count: Math.min(16, Number(times[1])), column };
  const reading = readChord(text);
  return reading.ok ? { kind: 'chord', chord: reading.chord, column } : null;
}

export interface ChordLine {
  readonly tokens: readonly MusicToken[];
  readonly faults: readonly LineFault[];
}

/**
 * Reads a line of chords, slashes and bars; null when it is a line of words. Where bars or slashes show that it is music, a
 * name that is no chord keeps its beat and is reported.
 */
export function readChordLine(line: string): ChordLine | null {
  const tokens: MusicToken[] = [];
  const faults: LineFault[] = [];
  // Bars may touch what stands beside them.
  for (const match of line.matchAll(/:?\|{1,2}[:\].]?|::|[^\s|]+/g)) {
    const token = readToken(match[0], match.index);
    if (!token)
      faults.push({
        column: match.index,
        message: `“${match[0]}” is not a chord that Key Path knows; the chord before it goes on.`,
      });
    tokens.push(token ?? { kind: 'beat', column: match.index, isHeld: true });
  }
  const known = tokens.length - faults.length;
  const sounds = tokens.some((token) => token.kind !== 'bar' && token.kind !== 'times');
  const isMusic =
    faults.length === 0 || (/[|/]/.test(line) && !line.includes('[') && known >= 2 * faults.length);
  return sounds && isMusic ? { tokens, faults } : null;
}

export interface LineFault {
  readonly column: number;
  readonly message: string;
}

/**
 * Reads a line of words with chords in square brackets. `[/]` and `[.]` are beats, and so is a slash that stands alone; bars
 * stand between blanks. A bracket that is not closed, or holds no chord, stays part of the words and is reported.
 */
export function readLyricLine(line: string): { tokens: readonly ChartToken[]; faults: readonly LineFault[] } {
  const tokens: ChartToken[] = [];
  const faults: LineFault[] = [];
  let words = '';
  let wordsAt = 0;
  const flush = (next: number) => {
    if (words.trim() !== '') tokens.push({ kind: 'words', text: words, column: wordsAt });
    words = '';
    wordsAt = next;
  };
  for (let index = 0; index < line.length;) {
    const bare = bareMeasure(line, index);
    if (bare) {
      flush(index);
      tokens.push(...bare.tokens);
      index = bare.end;
      wordsAt = index;
      continue;
    }
    const bar = /^(:?\|{1,2}[:\]]?)(?=\s|$|\[)/.exec(line.slice(index));
    if (bar && (index === 0 || /[\s\]]/.test(line[index - 1]!))) {
      flush(index);
      tokens.push(readBar(bar[1]!, index)!);
      index += bar[1]!.length;
      const times = /^\s*[x×](\d+)(?=\s|$)/i.exec(line.slice(index));
      if (times && bar[1]!.startsWith(':')) {
        tokens.push({ kind: 'times', count: Math.min(16, Number(times[1])), column: index });
        index += times[0].length;
      }
      wordsAt = index;
      continue;
    }
    if (isBareSlash(line, index)) {
      flush(index + 1);
      tokens.push({ kind: 'beat', column: index, isHeld: false });
      index += 1;
      continue;
    }
    if (line[index] === '[') {
      const close = line.indexOf(']', index);
      const again = line.indexOf('[', index + 1);
      const end = again >= 0 && again < close ? -1 : close;
      if (end < 0)
        faults.push({ column: index, message: 'A bracket is not closed; what follows was kept as words.' });
      const inside = end < 0 ? '' : line.slice(index + 1, end);
      const annotation = inside.startsWith('*') ? inside.slice(1) : null;
      const token = annotation === null && end >= 0 ? readToken(inside.trim(), index) : null;
      if (token) {
        flush(end + 1);
        tokens.push(token);
        index = end + 1;
        continue;
      }
      if (annotation !== null) {
        index = end + 1;
        continue;
      }
      if (end >= 0)
        faults.push({
          column: index,
          message: `“${inside}” is not a chord that Key Path knows; it was kept as words.`,
        });
    }
    words += line[index];
    index += 1;
  }
  flush(line.length);
  return { tokens, faults };
}

/** In a line with brackets, a measure without any that is nothing but chords and slashes. */
function bareMeasure(
  line: string,
  from: number,
): { readonly tokens: readonly MusicToken[]; end: number } | null {
  if (from > 0 && line[from - 1] !== '|') return null;
  const next = line.indexOf('|', from);
  const end = next < 0 ? line.length : line[next - 1] === ':' ? next - 1 : next;
  const text = line.slice(from, end);
  if (!text.includes('/') || text.includes('[')) return null;
  const reading = readChordLine(text);
  if (!reading || reading.faults.length > 0) return null;
  return { tokens: reading.tokens.map((token) => ({ ...token, column: token.column + from })), end };
}

/** A slash between blanks, brackets, bars or other slashes; one inside a word (and/or) is the word's own. */
function isBareSlash(line: string, index: number): boolean {
  if (line[index] !== '/') return false;
  const [before, after] = [line.slice(0, index), line.slice(index + 1)];
  return /(^|[\s\]|/])$/.test(before) && /^($|[\s[|/])/.test(after);
}

/** Puts the words of a line under the chords that stand above them, by columns. */
export function mergeByColumn(chords: readonly MusicToken[], words: string): readonly ChartToken[] {
  const merged: ChartToken[] = [];
  const sounding = chords.filter((token) => token.kind === 'chord' || token.kind === 'beat');
  for (const token of chords) {
    merged.push(token);
    const place = sounding.indexOf(token as (typeof sounding)[number]);
    if (place < 0) continue;
    const from = place === 0 ? 0 : Math.min(token.column, words.length);
    const next = sounding[place + 1];
    const to = next ? Math.min(next.column, words.length) : words.length;
    const text = words.slice(from, to);
    if (text.trim() !== '') merged.push({ kind: 'words', text, column: from });
  }
  return merged;
}
