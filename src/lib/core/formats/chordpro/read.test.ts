import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../../testing/arbitrary-score';
import { chordName } from '../../pitch/chord';
import type { Score } from '../../score/model';
import { beatsOf } from '../../score/time';
import { readChart } from './read';
import { writeChordPro } from './write';

function read(text: string) {
  const result = readChart(text, 'chart.txt');
  if (!result.ok) throw new Error(result.error.message);
  return result;
}

/** Measures as `C:0 F:2`, beats counted in quarters. */
const chords = (score: Score) =>
  score.measures.map((measure) =>
    score.chords
      .filter((symbol) => symbol.measure === measure.index)
      .map((symbol) => `${chordName(symbol.chord)}:${(symbol.at - measure.start) / 10_080}`)
      .join(' '),
  );

describe('reading charts', () => {
  it('ChordPro with bars, sections, words and a chorus called again', () => {
    const { value, warnings } = read(`{title: Evening Ferry}
{key: G}
{time: 3/4}
{start_of_verse: Verse 1}
| [G]Lights [/]on the [/]water | [Em7]slow [/] [/] |
{end_of_verse}
{soc}
| C / D7 | G / / |
{eoc}
{chorus}`);
    expect(value.title).toBe('Evening Ferry');
    expect(chords(value)).toEqual(['G:0', 'Em7:0', 'C:0 D7:2', 'G:0', 'C:0 D7:2', 'G:0']);
    expect(value.measures.map((measure) => measure.rehearsal)).toEqual([
      'Verse 1',
      null,
      'Chorus',
      null,
      'Chorus',
      null,
    ]);
    expect(value.words.map((word) => `${word.at / 10_080} ${word.text.trim()}`)).toEqual([
      '0 Lights',
      '1 on the',
      '2 water',
      '3 slow',
    ]);
    expect(warnings).toEqual([]);
  });

  it.each([
    ['bars with two chords share the measure', '| C F | G |', ['C:0 F:2', 'G:0']],
    ['slashes without bars are beats', 'C / / / F / G7 /', ['C:0', 'F:0 G7:2']],
    ['neither: a chord a measure', '[C]One [Am]two [G]three', ['C:0', 'Am:0', 'G:0']],
    ['a sign for the same measure again', '| C / F / | % |', ['C:0 F:2', 'C:0 F:2']],
    ['chords over words', 'C       G\nDown by the pier', ['C:0', 'G:0']],
    ['two to a beat', '| C / / / F / / / |', ['C:0 F:2']],
    ['a pickup of one beat', 'G | C / / / | F / / /', ['G:0', 'C:0', 'F:0']],
  ])('%s', (_, text, expected) => expect(chords(read(text).value)).toEqual(expected));

  it('a comment that names a section begins it, another is kept as words', () => {
    const { value } = read('{c: Verse 2}\n| C / / / |\n{c: softly}\n| F / / / |');
    expect(value.measures.map((measure) => measure.rehearsal)).toEqual(['Verse 2', null]);
    expect(value.marks).toMatchObject([{ kind: 'words', text: 'softly', measure: 1 }]);
  });

  it('a slash that opens a section goes on with the chord before', () => {
    const { value } = read('Verse:\n| C / / / |\nBridge:\n| / / F / |');
    expect(chords(value)).toEqual(['C:0', 'F:2']);
    expect(value.measures[1]!.rehearsal).toBe('Bridge');
  });

  it('words over chords are parted by their columns', () => {
    const { value } = read('| C       /   G    / |\n  Down by the pier we');
    expect(value.words.map((word) => word.text.trim())).toEqual(['Down by', 'the', 'pier', 'we']);
  });

  it('an unclosed bracket or an unknown directive loses nothing else', () => {
    const { value, warnings } = read('{title: Knots}\n{zigzag: 3}\n| [C]Tie it [/]up [G | [F]now\n{capo 2');
    expect(chords(value)).toEqual(['C:0', 'F:0']);
    expect(value.words.map((word) => word.text).join('')).toContain('[G');
    expect(warnings.map((warning) => [warning.message.slice(0, 24), warning.spots?.[0]?.line])).toEqual([
      ['The directive “zigzag” i', 2],
      ['A bracket is not closed;', 3],
      ['A directive is not close', 4],
      ['The directive “capo” is ', 4],
    ]);
  });

  it('a name that is no chord keeps its beat in a line of music', () => {
    const { value, warnings } = read('| C / Hm / | F / / / |');
    expect(chords(value)).toEqual(['C:0', 'F:0']);
    expect(warnings).toMatchObject([{ spots: [{ line: 1, column: 7 }] }]);
  });

  it('the key is found from the chords when none is given', () => {
    expect(read('| D / A7 / | Bm / G / | D / A7 / | D |').value.measures[0]!.key).toEqual({
      fifths: 2,
      mode: 'major',
    });
  });

  it('refuses a text without chords', () => expect(readChart('Once upon a time', 'x.txt').ok).toBe(false));
});

describe('writing ChordPro', () => {
  it('reads back chords, sections, words and metres of a chart', () => {
    const { value } = read(
      '{title: Back}\n{key: F}\n{time: 6/8}\nVerse:\n|: [F]Home [/]again | [Bb/D]to the [C7]shore :| x3\nEnd:\n| F |',
    );
    const again = read(writeChordPro(value)).value;
    expect(again).toEqual(value);
  });

  it('reads back the chords of random scores, to the beat', () =>
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const onBeats = {
          ...score,
          measures: score.measures.map((measure) => ({ ...measure, rehearsal: null })),
        };
        const again = read(writeChordPro(onBeats)).value;
        const plain = (each: Score) =>
          each.chords.map((symbol) => {
            const measure = each.measures[symbol.measure]!;
            const beats = beatsOf(measure.time);
            return `${symbol.measure} ${beats.findLastIndex((beat) => beat.at <= symbol.at - measure.start)} ${chordName(symbol.chord)}`;
          });
        expect(plain(again)).toEqual(plain(onBeats));
        expect(again.measures.map((measure) => measure.time.beats)).toEqual(
          onBeats.measures.map((measure) => measure.time.beats),
        );
      }),
      { numRuns: 100 },
    ));
});
