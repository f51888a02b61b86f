import { chordLabel } from '../../pitch/chord';
import { beatsOf } from '../../score/time';
import type { Score } from '../../score/model';
import { SIZES, text, type Flow } from '../flow';
import { textWidth } from '../measure-text';
import { startSheet, type SheetTask } from '../task';

/** A word with the chord that is struck on it, or a chord alone. */
interface Sung {
  readonly words: string;
  readonly chord: string;
}

const LARGE = 1.5;

/** Words with their chords above; where there are no words, chords with a slash for each beat that they last. */
export function lyricsSheet(task: SheetTask): Flow {
  const flow = startSheet('lyrics', task);
  const { score, sections } = task.edition;
  const size = SIZES.text * (task.choices.largeWords ? LARGE : 1.1);
  const hasWords = score.notes.some(({ lyrics }) => lyrics.length > 0) || score.words.length > 0;
  flow.title(`${task.title}: ${hasWords ? 'words and chords' : 'chords'}`);
  for (const section of sections) {
    flow.heading(section.name, size * 4);
    if (hasWords) {
      for (const measures of inFours(section.from, section.to))
        putSung(
          flow,
          measures.flatMap((measure) => sungIn(score, measure)),
          size,
        );
    } else
      for (const measures of inFours(section.from, section.to)) {
        flow.down(size * 1.6);
        flow.need(size);
        flow.add(
          text(
            `| ${measures.map((measure) => slashesOf(score, measure)).join(' | ')} |`,
            flow.left,
            flow.y,
            size,
          ),
        );
      }
    flow.down(size * 0.6);
  }
  return flow;
}

function inFours(from: number, to: number): readonly (readonly number[])[] {
  const rows: number[][] = [];
  for (let measure = from; measure <= to; measure += 1) {
    if (rows.length === 0 || rows.at(-1)!.length === 4) rows.push([]);
    rows.at(-1)!.push(measure);
  }
  return rows;
}

/** The syllables of a measure with the chords that fall on them; words are put together again. */
export function sungIn({ notes, words, chords }: Score, measure: number): readonly Sung[] {
  const syllables = [
    ...notes.flatMap((note) =>
      note.measure === measure && note.lyrics[0] ? [{ at: note.at as number, ...note.lyrics[0] }] : [],
    ),
    ...words.flatMap((word) =>
      word.measure === measure
        ? [{ at: word.at as number, text: word.text.trim(), syllabic: 'single' as const }]
        : [],
    ),
  ].sort((a, b) => a.at - b.at);
  const own = chords.filter((symbol) => symbol.measure === measure && symbol.chord.kind !== 'none');
  const sung: { at: number; words: string; chord: string }[] = syllables.map(
    ({ at, text: syllable, syllabic }) => ({
      at,
      words: syllable + (syllabic === 'begin' || syllabic === 'middle' ? '-' : ''),
      chord: '',
    }),
  );
  for (const symbol of own) {
    const label = chordLabel(symbol.chord);
    const under = sung.find(({ at }) => at >= symbol.at);
    if (under && under.chord === '') under.chord = label;
    else sung.push({ at: symbol.at, words: '', chord: label });
  }
  return sung.sort((a, b) => a.at - b.at);
}

function putSung(flow: Flow, sung: readonly Sung[], size: number): void {
  const gap = textWidth(' ', size);
  const rows: Sung[][] = [[]];
  const widthOf = ({ words, chord }: Sung) => {
    const own = textWidth(words, size) + (words.endsWith('-') ? 0 : gap);
    return Math.max(own, chord ? textWidth(chord, size, true) + gap : 0);
  };
  let used = 0;
  for (const each of sung) {
    const width = widthOf(each);
    if (used + width > flow.room && rows.at(-1)!.length > 0) {
      rows.push([]);
      used = 0;
    }
    rows.at(-1)!.push(each);
    used += width;
  }
  for (const row of rows.filter((each) => each.length > 0)) {
    flow.need(size * 2.9);
    let x = flow.left;
    const [above, below] = [flow.y + size * 1.2, flow.y + size * 2.4];
    for (const each of row) {
      if (each.chord) flow.add(text(each.chord, x, above, size, { isBold: true }));
      if (each.words) flow.add(text(each.words, x, below, size));
      x += widthOf(each);
    }
    flow.down(size * 2.9);
  }
}

/** “Am / / /”: a letter where a chord is struck, a slash for each beat that it goes on. */
export function slashesOf({ chords, measures }: Score, index: number): string {
  const measure = measures[index]!;
  const own = chords.filter((symbol) => symbol.measure === index && symbol.chord.kind !== 'none');
  const beats = beatsOf(measure.time)
    .map((beat) => measure.start + beat.at)
    .filter((at) => at < measure.start + measure.length);
  const said = beats.map((at, beat) => {
    const until = beats[beat + 1] ?? measure.start + measure.length;
    const struck = own.filter((symbol) => symbol.at >= at && symbol.at < until);
    return struck.length > 0 ? struck.map((symbol) => chordLabel(symbol.chord)).join(' ') : '/';
  });
  return said.join(' ');
}
