/**
 * Pieces whose key is known, written in C major or A minor and moved to every other key by the test. Half of them carry a
 * wrong signature there, and those that are `borrowed` begin on a chord from outside the key.
 */
export interface KeyFixture {
  readonly name: string;
  readonly mode: 'major' | 'minor';
  readonly isBorrowed: boolean;
  readonly abc: string;
}

const two = (time: string, key: string, right: string, left: string) =>
  `X:1\nM:${time}\nL:1/8\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:${key}\nV:1\n${right}\nV:2\n${left}`;

export const KEYS: readonly KeyFixture[] = [
  {
    name: 'a plain tune over chords',
    mode: 'major',
    isBorrowed: false,
    abc: two(
      '4/4',
      'C',
      'E2 G2 c2 G2|A2 c2 G4|F2 A2 G2 E2|D8|E2 G2 c2 e2|d2 c2 A4|G2 B2 d2 B2|c8|]',
      '[C,E,G,]8|[F,A,C]4 [C,E,G,]4|[F,,A,,C,]4 [C,E,G,]4|[G,,B,,D,]8|[C,E,G,]8|[F,A,C]8|[G,,D,F,]8|[C,E,G,]8|]',
    ),
  },
  {
    name: 'a tune that starts on the lowered seventh',
    mode: 'major',
    isBorrowed: true,
    abc: two(
      '4/4',
      'C',
      'd2 f2 d2 _B2|c2 A2 F4|E2 G2 c2 e2|d2 B2 G4|d2 f2 d2 _B2|c2 A2 F2 A2|G2 c2 d2 B2|c8|]',
      '[_B,,D,F,]8|[F,,C,A,]8|[C,E,G,]8|[G,,D,B,]8|[_B,,D,F,]8|[F,,C,A,]8|[G,,D,F,]8|[C,E,G,]8|]',
    ),
  },
  {
    name: 'an unaccompanied tune with a turn to the dominant',
    mode: 'major',
    isBorrowed: false,
    abc: two(
      '3/4',
      'C',
      'G2 c2 d2|e4 c2|d2 c2 A2|G6|A2 B2 c2|d2 ^F2 G2|A2 d2 ^F2|G6|G2 c2 d2|e4 g2|f2 e2 d2|c6|]',
      'z6|z6|z6|z6|z6|z6|z6|z6|z6|z6|z6|z6|]',
    ),
  },
  {
    name: 'a secondary dominant first',
    mode: 'major',
    isBorrowed: true,
    abc: two(
      '4/4',
      'C',
      '^c2 e2 g2 e2|d2 f2 a4|B2 d2 g2 f2|e8|^c2 e2 g2 a2|f2 d2 A4|G2 A2 B2 d2|c8|]',
      '[A,,E,G,]8|[D,F,A,]8|[G,,D,F,]8|[C,E,G,]8|[A,,E,G,]8|[D,F,A,]8|[G,,D,F,]8|[C,E,G,]8|]',
    ),
  },
  {
    name: 'minor with its leading note',
    mode: 'minor',
    isBorrowed: false,
    abc: two(
      '4/4',
      'Am',
      'A2 c2 e2 c2|d2 f2 e4|e2 ^g2 b2 ^g2|a4 e4|f2 e2 d2 c2|B2 d2 c4|B2 A2 ^G2 B2|A8|]',
      '[A,,E,A,]8|[D,F,A,]4 [A,,C,E,]4|[E,,B,,E,]8|[A,,C,E,]8|[D,F,A,]8|[E,G,B,]4 [A,,C,E,]4|[E,,^G,,B,,]8|[A,,C,E,]8|]',
    ),
  },
  {
    name: 'natural minor without a leading note',
    mode: 'minor',
    isBorrowed: false,
    abc: two(
      '6/8',
      'Am',
      'A2 B c2 A|e3 d3|c2 d e2 g|e6|f2 e d2 c|e3 A3|G2 A B2 G|A6|]',
      'A,,3 E,3|A,,3 E,3|C,3 G,3|E,3 B,,3|D,3 A,3|A,,3 E,3|G,,3 D,3|A,,6|]',
    ),
  },
  {
    name: 'minor that begins on the lowered second',
    mode: 'minor',
    isBorrowed: true,
    abc: two(
      '4/4',
      'Am',
      'f2 d2 _B2 d2|e2 c2 A4|B2 d2 ^g2 e2|a8|f2 d2 _B2 d2|e2 c2 A2 c2|B2 e2 ^G2 B2|A8|]',
      '[_B,,D,F,]8|[A,,C,E,]8|[E,,^G,,D,]8|[A,,C,E,]8|[_B,,D,F,]8|[A,,E,A,]8|[E,,B,,^G,]8|[A,,C,E,]8|]',
    ),
  },
  {
    name: 'minor whose middle goes to the relative major',
    mode: 'minor',
    isBorrowed: false,
    abc: two(
      '3/4',
      'Am',
      'A2 e2 c2|d2 f2 d2|e2 ^g2 e2|a6|G2 c2 e2|d2 g2 f2|e2 d2 B2|c6|A2 e2 c2|d2 f2 d2|B2 ^G2 B2|A6|]',
      'A,,6|D,6|E,6|A,,6|C,6|G,,6|G,,6|C,6|A,,6|D,6|E,6|A,,6|]',
    ),
  },
];
