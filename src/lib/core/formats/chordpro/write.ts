import { keyOf, keyName, tonicOf } from '../../pitch/key';
import { chordName } from '../../pitch/chord';
import type { ChordSymbol, Measure, Score } from '../../score/model';
import { printable } from '../../text/printable';
import { beatsOf, metreOffset } from '../../score/time';
import { timeText } from '../abc/write';

/** A word or syllable to print with the chords. */
interface SungText {
  readonly at: number;
  readonly text: string;
  readonly endsLine: boolean;
}

const MEASURES_PER_LINE = 4;

/**
 * Writes a chord chart as ChordPro with bars: one cell a beat, `/` where the chord goes on (`.` where a chart with
 * slashes has none), words under their beats, and
 * the sections of the score. The tune itself has no place in the format. Chords off the beat take finer cells. O(events).
 */
export function writeChordPro(score: Score): string {
  const first = score.measures[0];
  const tempo = score.marks.find((mark) => mark.kind === 'tempo');
  const lines = [
    `{title: ${plain(score.title)}}`,
    ...(score.composer ? [`{composer: ${plain(score.composer)}}`] : []),
    ...(score.lyricist ? [`{lyricist: ${plain(score.lyricist)}}`] : []),
    ...(first
      ? [`{key: ${keyName(keyOf(tonicOf(first.key), first.key.mode))}}`, `{time: ${timeText(first.time)}}`]
      : []),
    ...(tempo?.kind === 'tempo' ? [`{tempo: ${tempo.bpm}}`] : []),
    '',
  ];
  const sung = sungTexts(score);
  let row: string[] = [];
  let time = first ? timeText(first.time) : '';
  const flush = () => {
    if (row.length > 0) lines.push(row.join(' '));
    row = [];
  };
  for (const measure of score.measures) {
    if (timeText(measure.time) !== time) {
      flush();
      time = timeText(measure.time);
      lines.push(`{time: ${time}}`);
    }
    if (measure.rehearsal !== null) {
      flush();
      if (lines.at(-1) !== '') lines.push('');
      lines.push(`${plain(measure.rehearsal).replaceAll(':', ' ')}:`);
    }
    const words = sung.filter((word) => word.at >= measure.start && word.at < measure.start + measure.length);
    const isPickup = measure.index === 0 && metreOffset(score.measures, 0) > 0;
    const opening = measure.startsRepeat ? '|:' : row.length === 0 && !isPickup ? '|' : '';
    row.push(
      [opening, measureCells(score, measure, words, sung.length > 0), closing(measure)]
        .filter(Boolean)
        .join(' '),
    );
    if (row.length >= MEASURES_PER_LINE || words.some((word) => word.endsLine)) flush();
  }
  flush();
  return `${lines.join('\n')}\n`;
}

function closing(measure: Measure): string {
  if (measure.endsRepeat !== null) return measure.endsRepeat > 2 ? `:| x${measure.endsRepeat}` : ':|';
  return measure.barline === 'double' ? '||' : measure.barline === 'final' ? '|]' : '|';
}

function sungTexts(score: Score): readonly SungText[] {
  if (score.words.length > 0) return score.words;
  return score.notes.flatMap((note) => {
    const lyric = note.lyrics.find((each) => each.verse === 1);
    if (!lyric) return [];
    const joins = lyric.syllabic === 'begin' || lyric.syllabic === 'middle';
    return [{ at: note.at, text: lyric.text + (joins ? '' : ' '), endsLine: false }];
  });
}

function measureCells(score: Score, measure: Measure, words: readonly SungText[], hasWords: boolean): string {
  const chords = score.chords.filter((symbol) => symbol.measure === measure.index);
  const starts = cellStarts(score, measure, chords);
  const cells = starts.map((from, index) => {
    const to = starts[index + 1] ?? measure.length;
    const inside = (event: { readonly at: number }) =>
      event.at - measure.start >= from - 0.5 && event.at - measure.start < to - 0.5;
    const chord = chords.find(inside);
    const text = words
      .filter(inside)
      .map((word) => word.text)
      .join('')
      .replace(/[[\]{}|]/g, '');
    const goesOn = score.slashes.length === 0 || score.slashes.some(inside) ? '/' : '.';
    return { name: chord ? chordName(chord.chord) : goesOn, text };
  });
  if (!hasWords) return cells.map((cell) => cell.name).join(' ');
  return cells
    .map((cell) => `[${cell.name}]${cell.text}`)
    .join('')
    .trimEnd();
}

/** One cell a beat, or a division of every beat where a chord changes between beats. */
function cellStarts(score: Score, measure: Measure, chords: readonly ChordSymbol[]): readonly number[] {
  const offset = metreOffset(score.measures, measure.index);
  const beats = beatsOf(measure.time).filter(
    (beat) => beat.at >= offset && beat.at < offset + measure.length,
  );
  // A pickup may begin between beats; what stands there needs a cell of its own.
  const leadIn = beats[0]?.at === offset ? [] : [0];
  const divide = (parts: number) => [
    ...leadIn,
    ...beats.flatMap((beat) =>
      Array.from({ length: parts }, (_, part) => beat.at - offset + (beat.length / parts) * part),
    ),
  ];
  const areOn = (starts: readonly number[]) =>
    chords.every((symbol) => starts.some((start) => Math.abs(start - (symbol.at - measure.start)) < 1));
  return [1, 2, 3, 4].map(divide).find(areOn) ?? divide(1);
}

function plain(text: string): string {
  return printable(text)
    .replace(/[{}[\]\s]+/g, ' ')
    .trim();
}
