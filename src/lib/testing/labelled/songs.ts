import { writeMusicXml } from '../../core/formats/musicxml/write';
import { readScore } from '../../core/formats/read-score';
import type { Score } from '../../core/score/model';

/**
 * Whole songs, charts and studies with what a teacher would say of them: the key, where sections begin, what they repeat, and
 * what comes again inside a section (`5-8 as 1-4 but 8`, printed measure numbers).
 */
export interface LabelledSong {
  readonly name: string;
  readonly file: string;
  readonly text: string;
  /** The file says only the signature, as major, whatever the song is in. */
  readonly saysMajor?: true;
  readonly key: string;
  readonly pattern: string;
  readonly starts: readonly string[];
  readonly inner: readonly string[];
}

const abc = (time: string, key: string, body: string, unit = '1/8') =>
  `X:1\nT:Song\nM:${time}\nL:${unit}\nK:${key}\n${body}`;
const chart = (time: string, key: string | null, body: string) =>
  `{title: Song}\n${key === null ? '' : `{key: ${key}}\n`}{time: ${time}}\n${body}`;

const KELP = 'A2 A B c2 B A|G2 A B c2 A2|F2 G A B2 A G|E6 z2|';
const KELP_END = 'A2 A B c2 B A|G2 A B c2 A2|F2 G A G2 F E|A6 z2|';
const TWELVE =
  '| C7 / / / | F7 / / / | C7 / / / | C7 / / / |\n| F7 / / / | F7 / / / | C7 / / / | C7 / / / |\n| G7 / / / | F7 / / / | C7 / / / | C7 / / / |\n';
const MOOR = 'd2 e2 f2|e2 d2 c2|d2 f2 a2|g4 e2|';

export const SONGS: readonly LabelledSong[] = [
  {
    name: 'a minor song typed as minor, verse of 4 + 4',
    file: 'kelp.cho',
    text: chart(
      '4/4',
      'Am',
      'Verse:\n| Am / / / | F / / / | C / G / | Am / / / |\n| Am / / / | F / / / | C / G / | E7 / / / |\nChorus:\n| F / / / | G / / / | C / / / | Am / / / |\n| F / / / | G / / / | E7 / / / | Am / / / |',
    ),
    key: 'Am',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['5-8 as 1-4 but 8', '13-16 as 9-12 but 15'],
  },
  {
    name: 'a minor song typed as its relative major',
    file: 'wrong-mode.cho',
    text: chart(
      '4/4',
      'C',
      'Verse:\n| Am / / / | Dm / / / | E7 / / / | Am / / / |\n| Am / / / | Dm / / / | E7 / / / | Am / / / |\nBridge:\n| Dm / / / | Am / / / | Dm / / / | E7 / / / |\n| Dm / / / | Am / / / | E7 / / / | Am / / / |',
    ),
    key: 'Am',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['5-8 as 1-4', '13-16 as 9-12 but 15-16'],
  },
  {
    name: 'a major song typed as its relative minor',
    file: 'wrong-minor.cho',
    text: chart(
      '4/4',
      'Em',
      'Verse:\n| G / / / | C / / / | D7 / / / | G / / / |\n| G / / / | C / / / | D7 / / / | G / / / |\nChorus:\n| C / / / | D7 / / / | G / / / | G / / / |\n| C / / / | D7 / / / | D7 / / / | G / / / |',
    ),
    key: 'G',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['5-8 as 1-4', '13-16 as 9-12 but 15'],
  },
  {
    name: 'a natural minor loop without a dominant',
    file: 'loop.cho',
    text: chart(
      '4/4',
      'Em',
      'Verse:\n| Em / / / | D / / / | C / / / | D / / / |\n| Em / / / | D / / / | C / D / | Em / / / |\nChorus:\n| C / / / | D / / / | Em / / / | Em / / / |\n| C / / / | D / / / | Bm / / / | Em / / / |',
    ),
    key: 'Em',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['5-8 as 1-4 but 7-8', '13-16 as 9-12 but 15'],
  },
  {
    name: 'a verse of 2 + 2 + 4',
    file: 'two-two-four.cho',
    text: chart(
      '4/4',
      'D',
      'Verse:\n| D / A / | Bm / / / | D / A / | Bm / / / |\n| G / / / | D / / / | Em / A7 / | D / / / |\nChorus:\n| G / / / | A / / / | D / / / | Bm / / / |\n| G / / / | A / / / | A7 / / / | D / / / |',
    ),
    key: 'D',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['3-4 as 1-2', '13-16 as 9-12 but 15-16'],
  },
  {
    name: 'a chart with a pickup, opening on another chord',
    file: 'pickup.cho',
    text: chart(
      '3/4',
      'G',
      'Verse:\nD7 | Em / / | C / / | G / / | D7 / / |\n| Em / / | C / / | D7 / / | G / / |\nRefrain:\n| C / / | G / / | Am / / | D7 / / |\n| C / / | G / / | D7 / / | G / / |',
    ),
    key: 'G',
    pattern: 'A B',
    starts: ['0', '9'],
    inner: ['5-8 as 1-4 but 7-8', '13-16 as 9-12 but 15-16'],
  },
  {
    name: 'a chart without a key, in minor',
    file: 'no-key.cho',
    text: chart(
      '4/4',
      null,
      'Verse:\n| Cm / / / | Fm / / / | Bb / / / | Eb / / / |\n| Ab / / / | Fm / / / | G7 / / / | Cm / / / |\nBridge:\n| Ab / / / | Bb / / / | Eb / / / | Cm / / / |\n| Ab / / / | Fm / / / | G7 / / / | Cm / / / |',
    ),
    key: 'Cm',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: [],
  },
  {
    name: 'two choruses of a twelve-measure blues',
    file: 'blues.cho',
    text: chart('4/4', 'C', `Verse:\n${TWELVE}Verse 2:\n${TWELVE}`),
    key: 'C',
    pattern: 'A A',
    starts: ['1', '13'],
    inner: [],
  },
  {
    name: 'a Dorian song typed as minor',
    file: 'dorian.cho',
    text: chart(
      '4/4',
      'Dm',
      'Verse:\n| Dm / / / | G / / / | Dm / / / | G / / / |\n| Dm / / / | G / / / | C / / / | Dm / / / |\nChorus:\n| F / / / | C / / / | G / / / | Dm / / / |\n| F / / / | C / / / | G / / / | Dm / / / |',
    ),
    key: 'Dm',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['3-4 as 1-2', '5-8 as 1-4 but 7-8', '13-16 as 9-12'],
  },
  {
    name: 'a song in flats that borrows, typed',
    file: 'borrowed.cho',
    text: chart(
      '4/4',
      'Eb',
      'Intro:\n| Eb / Abm / | Eb / / / |\nVerse:\n| Eb / / / | Gm / / / | Ab / / / | Abm / / / |\n| Eb / Cm / | Fm7 / Bb7 / | Eb / / / | Bb7 / / / |\nVerse 2:\n| Eb / / / | Gm / / / | Ab / / / | Abm / / / |\n| Eb / Cm / | Fm7 / Bb7 / | Eb / / / | Eb / / / |',
    ),
    key: 'Eb',
    pattern: "A B B'",
    starts: ['1', '3', '11'],
    inner: [],
  },
  {
    name: 'a song in natural minor whose file says major',
    file: 'kelp.abc',
    text: abc('4/4', 'Am', `${KELP}${KELP_END}c2 c d e2 d c|B2 c d e2 B2|A2 B c d2 c B|A6 z2|${KELP_END}|]`),
    saysMajor: true,
    key: 'Am',
    pattern: "A A' B A'",
    starts: ['1', '5', '9', '13'],
    inner: [],
  },
  {
    name: 'a song in harmonic minor whose file says major',
    file: 'moor.abc',
    text: abc(
      '3/4',
      'Dm',
      `${MOOR}f2 e2 d2|^c2 d2 e2|d6-|d6|${MOOR}f2 e2 d2|^c2 e2 A2|d6-|d6|a2 g2 f2|g2 f2 e2|f2 e2 d2|e4 A2|a2 g2 f2|g2 f2 e2|d2 e2 ^c2|d6|]`,
    ),
    saysMajor: true,
    key: 'Dm',
    pattern: "A A' B",
    starts: ['1', '9', '17'],
    inner: ['21-24 as 17-20 but 23-24'],
  },
  {
    name: 'a minor song with chords, through its relative major and home, whose file says major',
    file: 'lee-shore.abc',
    text: abc(
      '4/4',
      'Em',
      '"Em"E2 G2 B2 G2|"D"A2 F2 D4|"Em"E2 G2 B2 e2|"B7"^d4 B4|"Em"E2 G2 B2 G2|"D"A2 F2 D4|"C"G2 E2 "B7"F2 ^D2|"Em"E8|"G"G2 B2 d2 B2|"D"A2 d2 f2 d2|"C"e2 d2 c2 B2|"G"B4 d4|"G"G2 B2 d2 B2|"D"A2 d2 f2 d2|"C"e2 c2 "B7"B2 A2|"Em"G8|"Em"E2 G2 B2 G2|"D"A2 F2 D4|"Em"E2 G2 B2 e2|"B7"^d4 B4|"Em"E2 G2 B2 G2|"D"A2 F2 D4|"C"G2 E2 "B7"F2 ^D2|"Em"E8|]',
    ),
    saysMajor: true,
    key: 'Em',
    pattern: 'A B A',
    starts: ['1', '9', '17'],
    inner: ['5-8 as 1-4 but 7-8', '13-16 as 9-12 but 15-16', '21-24 as 17-20 but 23-24'],
  },
  {
    name: 'a tune that ends on its fifth, typed as minor',
    file: 'open-end.abc',
    text: abc(
      '4/4',
      'Am',
      '[P:Verse]A2 c2 e2 c2|d2 B2 c4|A2 c2 e2 g2|e8|A2 c2 e2 c2|d2 B2 c4|f2 e2 d2 B2|c2 A2 E4|[P:End]A2 B2 c2 A2|E8|]',
    ),
    key: 'Am',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['5-8 as 1-4 but 7-8'],
  },
  {
    name: 'a major tune that opens on its sixth',
    file: 'sixth-opening.abc',
    text: abc(
      '6/8',
      'F',
      '[P:A]d2c A2F|G2A B2G|c2A F2A|G3 C3|d2c A2F|G2A B2G|c2A G2E|F3 F3|[P:B]A2B c2d|c2A F3|B2c d2e|d2B G3|A2B c2d|c2A F2A|G2B A2G|F3 F3|]',
    ),
    key: 'F',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['5-8 as 1-4 but 7-8'],
  },
  {
    name: 'a Dorian tune, its mode typed',
    file: 'dorian.abc',
    text: abc(
      '4/4',
      'Ddor',
      'D2 E2 F2 G2|A4 F4|G2 F2 E2 C2|D8|D2 E2 F2 G2|A2 B2 c2 A2|G2 F2 E2 C2|D8|A2 B2 c2 d2|c2 A2 G4|A2 G2 F2 E2|C2 E2 D4|A2 B2 c2 d2|c2 A2 G4|F2 G2 E2 C2|D8|]',
    ),
    key: 'Dm',
    pattern: "A A' B B'",
    starts: ['1', '5', '9', '13'],
    inner: [],
  },
  {
    name: 'a pickup, phrases of 4 + 4 in three sections of eight',
    file: 'pickup.abc',
    text: abc(
      '4/4',
      'Bb',
      'F2|B2 B2 c2 d2|e2 d2 c2 B2|c2 F2 A2 c2|B6 F2|B2 B2 c2 d2|e2 d2 c2 B2|c2 e2 d2 c2|B6 d2|d2 f2 f2 d2|e2 g2 g2 e2|c2 e2 e2 c2|d2 f2 f2 d2|d2 f2 f2 d2|e2 g2 g2 e2|c2 d2 e2 A2|B6 F2|B2 B2 c2 d2|e2 d2 c2 B2|c2 F2 A2 c2|B6 F2|B2 B2 c2 d2|e2 d2 c2 B2|c2 e2 d2 c2|B6|]',
    ),
    key: 'Bb',
    pattern: 'A B A',
    starts: ['0', '9', '17'],
    inner: ['5-8 as 1-4 but 7', '13-16 as 9-12 but 15-16', '21-24 as 17-20 but 23'],
  },
  {
    name: 'two measures of introduction before phrases of eight',
    file: 'intro.abc',
    text: abc(
      '4/4',
      'G',
      'G,2 D2 G,2 D2|G,2 D2 F2 D2|G2 B2 d2 B2|c2 A2 F2 D2|G2 A2 B2 d2|c4 A4|B2 d2 g2 d2|e2 c2 A2 c2|B2 A2 G2 F2|G8|e4 e2 f2|g4 e4|d4 d2 e2|f4 d4|c2 e2 c2 A2|B2 d2 B2 G2|A2 B2 c2 A2|d8|G2 B2 d2 B2|c2 A2 F2 D2|G2 A2 B2 d2|c4 A4|B2 d2 g2 d2|e2 c2 A2 c2|B2 A2 G2 F2|G8|]',
    ),
    key: 'G',
    pattern: 'A B C B',
    starts: ['1', '3', '11', '19'],
    inner: [],
  },
  {
    name: 'an ending of two measures after phrases of eight',
    file: 'coda.abc',
    text: abc(
      '3/4',
      'A',
      'c2 e2 c2|d2 B2 G2|A2 c2 e2|a4 e2|f2 d2 f2|e2 c2 A2|B2 d2 G2|A6|e2 f2 e2|c2 A2 c2|d2 e2 d2|B2 G2 B2|e2 f2 e2|c2 e2 a2|g2 f2 d2|e6|c2 e2 c2|d2 B2 G2|A2 c2 e2|a4 e2|f2 d2 f2|e2 c2 A2|B2 d2 G2|A6|G2 B2 e2|A6|]',
    ),
    key: 'A',
    pattern: 'A B A C',
    starts: ['1', '9', '17', '25'],
    inner: [],
  },
  {
    name: 'a ballad in 12/8 with a bridge',
    file: 'ballad.abc',
    text: abc(
      '12/8',
      'Eb',
      '[P:Verse]"Eb"B3 G3 E3 G3|"Cm"c3 B3 G6|"Ab"A3 c3 e3 c3|"Bb7"B9 z3|"Eb"B3 G3 E3 G3|"Cm"c3 B3 G6|"Ab"A3 c3 "Bb7"B3 D3|"Eb"E9 z3|[P:Bridge]"Ab"c3 e3 c3 A3|"Eb"B3 e3 B3 G3|"Ab"c3 e3 c3 A3|"Bb7"B9 z3|[P:Verse]"Eb"B3 G3 E3 G3|"Cm"c3 B3 G6|"Ab"A3 c3 e3 c3|"Bb7"B9 z3|"Eb"B3 G3 E3 G3|"Cm"c3 B3 G6|"Ab"A3 c3 "Bb7"B3 D3|"Eb"E9 z3|]',
    ),
    key: 'Eb',
    pattern: 'A B A',
    starts: ['1', '9', '13'],
    inner: ['5-8 as 1-4 but 7-8', '17-20 as 13-16 but 19-20'],
  },
  {
    name: 'a study in two hands, in minor, whose file says major',
    file: 'study.abc',
    text: `X:1\nT:Study\nM:4/4\nL:1/8\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:Gm\nV:1\nG A B c d2 B2|c B A G ^F2 D2|G A B c d2 g2|^f2 a2 d4|G A B c d2 B2|c B A G ^F2 D2|E F G A B2 A2|G8|d e f g a2 f2|g f e d c2 e2|d c B A G2 B2|A2 ^F2 D4|d e f g a2 f2|g f e d c2 e2|d2 c2 B2 A2|G8|]\nV:2\nG,4 B,4|A,4 D4|G,4 B,4|D4 D,4|G,4 B,4|A,4 D4|C4 D4|G,8|D4 F4|C4 E4|G,4 B,4|D4 D,4|D4 F4|C4 E4|D4 D,4|G,8|]`,
    saysMajor: true,
    key: 'Gm',
    pattern: "A A' B B'",
    starts: ['1', '5', '9', '13'],
    inner: [],
  },
  {
    name: 'a march in cut time with a trio in the subdominant',
    file: 'trio.abc',
    text: abc(
      '2/2',
      'D',
      "[P:March]d4 f4|a4 f4|g4 e4|c4 A4|d4 f4|a4 d'4|c'4 e4|d8|[K:G][P:Trio]B4 d4|g4 d4|e4 c4|A4 F4|B4 d4|g4 b4|a4 F4|G8|[K:D][P:March]d4 f4|a4 f4|g4 e4|c4 A4|d4 f4|a4 d'4|c'4 e4|d8|]",
    ),
    key: 'D',
    pattern: 'A B A',
    starts: ['1', '9', '17'],
    inner: [],
  },
  {
    name: 'a tune whose sections are named, with 2 + 2 + 4 inside',
    file: 'named.abc',
    text: abc(
      '2/4',
      'C',
      '[P:Verse]E2 G2|c4|E2 G2|c4|d2 c2|B2 A2|G2 F2|E4|[P:Chorus]A2 A2|c2 A2|G2 E2|C4|A2 A2|c2 A2|G2 B2|c4|]',
    ),
    key: 'C',
    pattern: 'A B',
    starts: ['1', '9'],
    inner: ['3-4 as 1-2', '13-16 as 9-12 but 15-16'],
  },
];

/** The song as the application reads it. @throws when the fixture itself is at fault. */
export function scoreOfSong({ name, file, text, saysMajor }: LabelledSong): Score {
  const bytes = new TextEncoder().encode(text);
  const read = readScore(bytes, file);
  if (!read.ok) throw new Error(`${name}: ${read.error.message}`);
  if (!saysMajor) return read.value;
  const xml = writeMusicXml(read.value).replaceAll('<mode>minor</mode>', '<mode>major</mode>');
  const again = readScore(new TextEncoder().encode(xml), file.replace(/\.\w+$/, '.musicxml'));
  if (!again.ok) throw new Error(`${name}: ${again.error.message}`);
  return again.value;
}
