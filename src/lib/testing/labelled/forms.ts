/** Forms with their sections known: `pattern` as played, and the first measure (printed number) of each section. */
export interface FormFixture {
  readonly name: string;
  readonly file: string;
  readonly text: string;
  readonly pattern: string;
  readonly starts: readonly string[];
}

const abc = (time: string, key: string, body: string) => `X:1\nT:Form\nM:${time}\nL:1/8\nK:${key}\n${body}`;
const A8 = 'G2 B2 d2 B2|c2 A2 F2 D2|G2 A2 B2 d2|c4 A4|B2 d2 g2 d2|e2 c2 A2 c2|B2 A2 G2 F2|';
const B8 = 'e4 e2 f2|g4 e4|d4 d2 e2|f4 d4|c2 e2 c2 A2|B2 d2 B2 G2|A2 B2 c2 A2|d8|';

export const FORMS: readonly FormFixture[] = [
  {
    name: 'AABA, the last measure changed',
    file: 'aaba.abc',
    text: abc('4/4', 'G', `${A8}D8|${A8}G8|${B8}${A8}G8|]`),
    pattern: "A A' B A'",
    starts: ['1', '9', '17', '25'],
  },
  {
    name: 'AABA with pickups',
    file: 'aaba-pickup.abc',
    text: abc('4/4', 'G', `D2|${A8}G6 D2|${A8}G6 B2|${B8.replace('d8|', 'd6 D2|')}${A8}G6|]`),
    pattern: 'A A B A',
    starts: ['0', '9', '17', '25'],
  },
  {
    name: 'two halves with repeats and endings',
    file: 'repeats.abc',
    text: abc(
      '3/4',
      'D',
      '|:d2 f2 a2|g2 e2 c2|d2 e2 f2|e6|d2 f2 a2|b2 g2 e2|f2 e2 c2|1 d6:|2 d6||:a2 a2 b2|a2 f2 d2|g2 g2 a2|g2 e2 c2|a2 a2 b2|c2 d2 e2|f2 e2 c2|d6:|',
    ),
    pattern: 'A A B B',
    starts: ['1', '10'],
  },
  {
    name: 'ABA of eight-measure phrases',
    file: 'aba.abc',
    text: abc(
      '6/8',
      'Am',
      `A2 B c2 d|e3 c3|d2 e f2 d|e6|A2 B c2 d|e3 a3|g2 e d2 B|A6|c2 d e2 g|f3 d3|B2 c d2 f|e3 c3|A2 c e2 c|d3 B3|c2 A B2 ^G|A6|A2 B c2 d|e3 c3|d2 e f2 d|e6|A2 B c2 d|e3 a3|g2 e d2 B|A6|]`,
    ),
    pattern: 'A B A',
    starts: ['1', '9', '17'],
  },
  {
    name: 'a phrase again a fifth higher',
    file: 'transposed.abc',
    text: abc(
      '4/4',
      'C',
      'C2 D2 E2 C2|E2 F2 G4|A2 G2 F2 E2|D4 C4|G2 A2 B2 G2|B2 c2 d4|e2 d2 c2 B2|A4 G4|F2 E2 F2 A2|c4 A2 F2|G2 E2 C2 E2|D8|C2 D2 E2 C2|E2 F2 G4|A2 G2 F2 E2|D4 C4|]',
    ),
    pattern: "A A' B A",
    starts: ['1', '5', '9', '13'],
  },
  {
    name: 'verse and chorus of a chart',
    file: 'chart.cho',
    text: '{title: Form}\n{key: C}\n| C / / / | Am / / / | F / / / | G / / / |\n| C / / / | Am / / / | F / G / | C / / / |\n| F / / / | C / / / | F / / / | G7 / / / |\n| F / / / | Em / Am / | Dm / G / | C / / / |\n| C / / / | Am / / / | F / / / | G / / / |\n| C / / / | Am / / / | F / G / | C / / / |\n| F / / / | C / / / | F / / / | G7 / / / |\n| F / / / | Em / Am / | Dm / G / | C / / / |',
    pattern: 'A B A B',
    starts: ['1', '9', '17', '25'],
  },
  {
    name: 'sections that the score marks',
    file: 'marked.abc',
    text: abc(
      '4/4',
      'F',
      '[P:Intro]F4 A4|c4 A4|[P:Verse]F2 G2 A2 B2|c4 A4|d2 c2 B2 A2|G8|[P:Refrain]c2 c2 d2 c2|A4 F4|B2 A2 G2 E2|F8|[P:Verse again]F2 G2 A2 B2|c4 A4|d2 c2 B2 A2|G8|]',
    ),
    pattern: 'A B C B',
    starts: ['1', '3', '7', '11'],
  },
  {
    name: 'four-measure phrases in a short piece',
    file: 'short.abc',
    text: abc(
      '3/4',
      'F',
      'F2 A2 c2|B2 A2 G2|A2 c2 f2|e4 c2|F2 A2 c2|B2 A2 G2|A2 G2 E2|F6|d2 d2 e2|f2 d2 B2|c2 c2 d2|e2 c2 G2|F2 A2 c2|B2 A2 G2|A2 G2 E2|F6|]',
    ),
    pattern: "A A' B A'",
    starts: ['1', '5', '9', '13'],
  },
  {
    name: 'a rondo of four-measure phrases',
    file: 'rondo.abc',
    text: abc(
      '2/4',
      'C',
      'c2 eg|a2 ge|f2 dB|c4|G2 AB|c2 Ac|B2 GB|d4|c2 eg|a2 ge|f2 dB|c4|a2 ea|^g2 eg|a2 ba|e4|c2 eg|a2 ge|f2 dB|c4|]',
    ),
    pattern: 'A B A C A',
    starts: ['1', '5', '9', '13', '17'],
  },
  {
    name: 'two pairs of phrases with different ends',
    file: 'abac.abc',
    text: abc(
      '3/4',
      'G',
      'G2 B2 d2|d2 B2 G2|A2 B2 c2|A6|e2 d2 c2|B2 A2 G2|A2 G2 F2|G6|G2 B2 d2|d2 B2 G2|A2 B2 c2|A6|c2 B2 A2|G2 F2 E2|D2 E2 F2|G6|]',
    ),
    pattern: 'A B A C',
    starts: ['1', '5', '9', '13'],
  },
  {
    name: 'a phrase again a step higher within the key',
    file: 'sequence.abc',
    text: abc(
      '4/4',
      'C',
      'C2 E2 G2 E2|F2 E2 D4|E2 G2 c2 G2|E8|D2 F2 A2 F2|G2 F2 E4|F2 A2 d2 A2|F8|c2 B2 A2 G2|A2 G2 F2 E2|D2 E2 F2 D2|C8|]',
    ),
    pattern: "A A' B",
    starts: ['1', '5', '9'],
  },
  {
    name: 'blues of three lines',
    file: 'blues.cho',
    text: '| G7 | C7 | G7 | G7 |\n| C7 | C7 | G7 | G7 |\n| D7 | C7 | G7 | D7 |\n',
    pattern: "A A' A''",
    starts: ['1', '5', '9'],
  },
  {
    name: 'a tune of which nothing repeats',
    file: 'through.abc',
    text: abc(
      '3/4',
      'F',
      'F2 A2 c2|d4 c2|B2 A2 G2|F6|G2 A2 B2|c2 d2 e2|f4 e2|d6|c2 A2 F2|G4 B2|A2 c2 f2|e4 d2|c2 B2 A2|G2 E2 C2|F2 G2 A2|F6|]',
    ),
    pattern: 'A B C D',
    starts: ['1', '5', '9', '13'],
  },
];
