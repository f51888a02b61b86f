import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../../testing/arbitrary-score';
import { demoTunes } from '../../../testing/demo-tunes';
import { pitchName } from '../../pitch/pitch';
import { chordName } from '../../pitch/chord';
import type { Score } from '../../score/model';
import { readAbc } from './read';
import { writeAbc } from './write';

/** What ABC can hold of a score, without names for voices and ids. */
function held(score: Score) {
  const place = new Map(score.notes.map((note) => [note.id, `${note.at}/${note.part}/${note.staff}`]));
  return {
    measures: score.measures.map(({ start, length, time, key, startsRepeat, endsRepeat, endings }) => ({
      start,
      length,
      time: { beats: time.beats, beatType: time.beatType },
      key,
      startsRepeat,
      endsRepeat,
      endings,
    })),
    notes: score.notes
      .map(
        (note) =>
          `${place.get(note.id)} ${pitchName(note.pitch)} ${note.duration} ${note.tieTo ? '~' : ''} ${note.tuplet ? `${note.tuplet.actual}:${note.tuplet.normal}` : ''} ${note.grace ? 'g' : ''}`,
      )
      .sort(),
    chords: score.chords.map(({ at, chord }) => `${at} ${chordName(chord)}`),
    lyrics: score.notes
      .flatMap((note) => note.lyrics.map((lyric) => `${note.at} ${lyric.verse} ${lyric.text}`))
      .sort(),
    slurs: score.slurs.map(({ from, to }) => `${place.get(from)} ${place.get(to)}`).sort(),
  };
}

function read(text: string) {
  const result = readAbc(text, 'typed.abc');
  if (!result.ok) throw new Error(result.error.message);
  return result;
}

const pitches = (text: string) =>
  read(text)
    .value.notes.map((note) => pitchName(note.pitch))
    .join(' ');
const lengths = (text: string) => read(text).value.notes.map((note) => note.duration / 10_080);

describe('reading ABC', () => {
  it('takes header, pickup, chords, repeats and endings', () => {
    const { value, warnings } = read(`X:1
T:Ferry at Noon
C:The studio
M:3/4
L:1/8
Q:1/4=96
K:D
A2|:"D"d2 f2 a2|"G/B"b3 a g2|"A7"(e2 c2) A2|1 "D"d4 A2:|2 "D"d6|]
w: Out we go, _ _ now the *`);
    expect(value).toMatchObject({ title: 'Ferry at Noon', composer: 'The studio' });
    expect(
      value.measures.map((measure) => [
        measure.number,
        measure.length / 10_080,
        measure.startsRepeat,
        measure.endsRepeat,
        measure.endings.join(),
      ]),
    ).toEqual([
      ['0', 1, false, null, ''],
      ['1', 3, true, null, ''],
      ['2', 3, false, null, ''],
      ['3', 3, false, null, ''],
      ['4', 3, false, 2, '1'],
      ['5', 3, false, null, '2'],
    ]);
    expect(value.chords.map((symbol) => chordName(symbol.chord))).toEqual(['D', 'G/B', 'A7', 'D', 'D']);
    expect(value.slurs).toHaveLength(1);
    expect(value.marks).toMatchObject([{ kind: 'tempo', bpm: 96, beatUnit: 10_080 }]);
    expect(warnings).toEqual([]);
  });

  it.each([
    ['keeps the signature', 'K:Eb\nEFGA|', 'Eb4 F4 G4 Ab4'],
    ['signs hold to the barline, in every octave', 'K:C\n^F f F|F', 'F#4 F#5 F#4 F4'],
    ['naturals', 'K:G\nF =F F|F', 'F#4 F4 F4 F#4'],
    ['double signs and octaves', "K:C\n^^C, __b'|c'", 'C##3 Bbb6 C6'],
    ['modes by their signature', 'K:D dor\nF C|', 'F4 C4'],
    ['mixolydian', 'K:D Mix\nF C|', 'F#4 C4'],
    ['signs added to the key', 'K:A exp ^f _b\nF B C|', 'F#4 Bb4 C4'],
    ['key change inside the line', 'K:C\nF | [K:D] F C|', 'F4 F#4 C#4'],
  ])('%s', (_, text, expected) => expect(pitches(`X:1\nM:none\nL:1/4\n${text}`)).toBe(expected));

  it.each([
    ['lengths', 'C C2 C/ C3/2 C// C/4 C6/4', [0.5, 1, 0.25, 0.75, 0.125, 0.125, 0.75]],
    ['broken rhythm', 'C>C C<C C>>C', [0.75, 0.25, 0.25, 0.75, 0.875, 0.125]],
    ['triplets', '(3CCC (3:2:2C2C', [1 / 3, 1 / 3, 1 / 3, 2 / 3, 1 / 3]],
    ['chords', '[CEG]2 [C2E2]', [1, 1, 1, 1, 1]],
  ])('%s', (_, text, expected) => expect(lengths(`X:1\nM:none\nL:1/8\nK:C\n${text}|`)).toEqual(expected));

  it('two voices, the second in the bass, are a keyboard part', () => {
    const { value } = read(
      'X:1\nM:4/4\nL:1/4\nV:1\nV:2 clef=bass\nK:C\nV:1\nc d e f|g4|\nV:2\nC,2 G,,2|C,4|',
    );
    expect(value.parts.map((part) => part.staves)).toEqual([2]);
    expect(value.notes.filter((note) => note.staff === 1).map((note) => pitchName(note.pitch))).toEqual([
      'C3',
      'G2',
      'C3',
    ]);
  });

  it('voices may change inside a line', () => {
    const { value } = read(
      'X:1\nM:2/4\nL:1/4\nV:1\nV:2 clef=bass\nK:C\n[V:1] c d|e2|\n[V:2] C,2|G,,2|\n[V:1] f g|[V:2] D,2|',
    );
    expect(value.parts.map((part) => part.staves)).toEqual([2]);
    expect(value.notes.filter((note) => note.staff === 0).map((note) => pitchName(note.pitch))).toEqual([
      'C5',
      'D5',
      'E5',
      'F5',
      'G5',
    ]);
    expect(value.notes.filter((note) => note.staff === 1).map((note) => pitchName(note.pitch))).toEqual([
      'C3',
      'G2',
      'D3',
    ]);
  });

  it('untidy text loses nothing but what cannot be read, and says where', () => {
    const { value, warnings } = read(
      'X:1\nT:Untidy\nM:4/4\nL:1/4\nK:G\nG A ? B c|"Hm"d2 {e d2|\n"G G A B c|',
    );
    expect(value.notes).toHaveLength(7);
    expect(warnings.map((warning) => [warning.message, warning.spots])).toEqual([
      ['“?” is not part of the notation and was skipped.', [{ line: 6, column: 5 }]],
      ['“Hm” is not a chord that Key Path knows; it was kept as words.', [{ line: 6, column: 11 }]],
      ['A brace of grace notes is not closed.', [{ line: 6, column: 18 }]],
      ['A quotation mark is not closed; what follows it on the line was skipped.', [{ line: 7, column: 1 }]],
      ['A measure is longer than its time signature; it was kept as it stands.', [{ line: 6, column: 1 }]],
    ]);
  });

  it('a text without notes is refused', () => {
    const result = readAbc('Dear all,\nno lesson today.', 'note.txt');
    expect(result.ok).toBe(false);
  });

  it('rests of several measures', () => {
    const { value } = read('X:1\nM:3/4\nL:1/4\nK:C\nC3|Z2|C3|');
    expect(value.measures).toHaveLength(4);
    expect(value.rests).toHaveLength(2);
  });
});

describe('writing ABC', () => {
  it('reads back every demo tune as far as the format goes', () => {
    for (const { score } of demoTunes()) expect(held(read(writeAbc(score)).value)).toEqual(held(score));
  });

  it('reads back random scores', () =>
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        expect(held(read(writeAbc(score)).value)).toEqual(held(score));
      }),
      { numRuns: 150 },
    ));

  it('reads back titles and names with any signs in them', () => {
    const sign = fc.constantFrom(...'|:%\\]["!CT 1é');
    const words = fc.string({ unit: sign, maxLength: 12 });
    const score = read('X:1\nK:C\nC D E F|').value;
    fc.assert(
      fc.property(words, words, (title, composer) => {
        const again = read(writeAbc({ ...score, title, composer })).value;
        const plain = (text: string) => text.replace(/\s+/g, ' ').trim();
        expect(again).toMatchObject({ title: plain(title) || 'typed', composer: plain(composer) });
        expect(again.notes).toHaveLength(score.notes.length);
      }),
    );
  });

  it('reads back words with signs that mean something else in a line of music', () => {
    const score = read('X:1\nM:3/4\nL:1/4\nK:C\nc d e|\nw: one two three').value;
    const texts = ['50%', 'half-way', 'Mr. Hook'];
    const notes = score.notes.map((note, index) => ({
      ...note,
      lyrics: [{ ...note.lyrics[0]!, text: texts[index]! }],
    }));
    const again = read(writeAbc({ ...score, notes })).value;
    expect(again.notes.map(({ lyrics }) => lyrics[0]!.text)).toEqual(texts);
  });

  it('holds no tie over a silence where a measure is not full', () => {
    const { notes } = read('X:1\nM:3/4\nL:1/4\nK:C\nV:1\nc2-|c3-|c3|\nV:2\nC3|C3|C3|').value;
    const upper = notes.filter(({ staff, part }) => staff === 0 && part === 0);
    expect(upper.map(({ tieTo }) => tieTo !== null)).toEqual([false, true, false]);
  });
});
