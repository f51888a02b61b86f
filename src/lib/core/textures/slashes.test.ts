import { describe, expect, it } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { arrange } from '../arrange/arrange';
import { studySource } from '../analyse/study-source';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import { readChart } from '../formats/chordpro/read';
import { chordName } from '../pitch/chord';
import { beatsOf } from '../score/time';

function chart(time: string, lines: string) {
  const result = readChart(`{title: Slashes}\n{key: G}\n{time: ${time}}\n${lines}`, 'slashes.cho');
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

/** When a hand strikes, measure by measure, in beats of the metre from 1: `1 2 3 | 1 3`. */
function strikes(
  time: string,
  lines: string,
  hand: 'right' | 'left',
  left: LeftTexture,
  right: RightTexture,
) {
  const score = chart(time, lines);
  const made = arrange(
    studySource(score),
    plainDocument({ setting: 'sing', leftTexture: left, rightTexture: right }),
  );
  const [beat] = beatsOf(score.measures[0]!.time);
  return made.score.measures
    .map((measure) => {
      const own = made.score.notes.filter((note) => note.measure === measure.index);
      const tied = new Set(made.score.notes.map((note) => note.tieTo));
      const struck = own.filter((note) => note.staff === (hand === 'right' ? 0 : 1) && !tied.has(note.id));
      return [...new Set(struck.map((note) => (note.at - measure.start) / beat!.length + 1))].join(' ');
    })
    .join(' | ');
}

/** Lines of letters and slashes, bare and bracketed, with the beats at which each hand strikes. */
const LINES: readonly (readonly [time: string, line: string, struck: string, letters: string])[] = [
  ['2/4', '| G / | D7 / |', '1 2 | 1 2', '1 | 1'],
  ['3/4', '| [G]One [/]two [/]three | [D7]four [/] [/] |', '1 2 3 | 1 2 3', '1 | 1'],
  ['3/4', '| [Am]Out / [D7]we go | [G]home / / |', '1 2 3 | 1 2 3', '1 3 | 1'],
  ['4/4', '| [Am] / [D7] / | G / / / |', '1 2 3 4 | 1 2 3 4', '1 3 | 1'],
  ['4/4', '| G . / . | C / . . |', '1 3 | 1 2', '1 | 1'],
  ['4/4', '| G | / / C / |', '1 | 1 2 3 4', '1 | 1 3'],
  ['4/4', 'D7 / | G / / / | % |', '1 2 | 1 2 3 4 | 1 2 3 4', '1 | 1 | 1'],
  ['6/8', '| G / | [C]over [D7]there |', '1 2 | 1 2', '1 | 1 2'],
  ['9/8', '| G / / | C / D7 |', '1 2 3 | 1 2 3', '1 | 1 3'],
  ['12/8', '| G / / / | Em / C / |', '1 2 3 4 | 1 2 3 4', '1 | 1 3'],
  ['2/2', '| G / | C D7 |', '1 2 | 1 2', '1 | 1 2'],
];

describe('a chart’s slashes', () => {
  it.each(LINES)('%s %s: both hands strike on letters and slashes', (time, line, struck) => {
    expect(strikes(time, line, 'right', 'root-on-slashes', 'inversions-on-slashes')).toBe(struck);
    expect(strikes(time, line, 'left', 'root-on-slashes', 'inversions-on-slashes')).toBe(struck);
  });

  it.each(LINES)(
    '%s %s: or the right alone, over a bass held from letter to letter',
    (time, line, struck, letters) => {
      expect(strikes(time, line, 'right', 'held-root', 'root-triads-on-slashes')).toBe(struck);
      expect(strikes(time, line, 'left', 'held-root', 'root-triads-on-slashes')).toBe(letters);
    },
  );

  it.each(LINES)('%s %s: no slash is a word', (time, line) =>
    expect(
      chart(time, line)
        .words.map(({ text }) => text)
        .join(''),
    ).not.toContain('/'),
  );

  it('a slash inside a word is the word’s own', () => {
    const score = chart('4/4', '| [G]and/or we [/]stay [C]and [/]go |');
    expect(score.words.map(({ text }) => text.trim())).toEqual(['and/or we', 'stay', 'and', 'go']);
    expect(score.chords.map(({ chord }) => chordName(chord))).toEqual(['G', 'C']);
  });
});
