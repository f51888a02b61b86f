/** Fingerings of two-octave scales and arpeggios as method books print them. Rising; falling is the same backwards. */
export interface StandardFingering {
  readonly name: string;
  readonly hand: 'right' | 'left';
  readonly tonic: string;
  readonly keys: readonly number[];
  /** One or more published alternatives, low to high. */
  readonly fingers: readonly string[];
}

const MAJOR = [0, 2, 4, 5, 7, 9, 11];
const HARMONIC_MINOR = [0, 2, 3, 5, 7, 8, 11];

const START: Readonly<Record<string, number>> = {
  C: 0,
  Db: 1,
  D: 2,
  Eb: 3,
  E: 4,
  F: 5,
  Gb: 6,
  G: 7,
  Ab: 8,
  A: 9,
  Bb: 10,
  B: 11,
};

const PLAIN_R = '123123412312345';
const PLAIN_L = '543213214321321';

const SCALES_MAJOR: Readonly<Record<string, readonly [readonly string[], readonly string[]]>> = {
  C: [[PLAIN_R], [PLAIN_L]],
  G: [[PLAIN_R], [PLAIN_L]],
  D: [[PLAIN_R], [PLAIN_L]],
  A: [[PLAIN_R], [PLAIN_L]],
  E: [[PLAIN_R], [PLAIN_L]],
  B: [[PLAIN_R], ['432143213214321']],
  F: [['123412312341234'], [PLAIN_L]],
  Bb: [
    ['412312341231234', '212312341231234'],
    ['321432132143213', '321432132143212'],
  ],
  Eb: [
    ['312341231234123', '212341231234123'],
    ['321432132143213', '321432132143212'],
  ],
  Ab: [
    ['341231234123123', '231231234123123'],
    ['321432132143213', '321432132143212'],
  ],
  Db: [['231234123123412'], ['321432132143213', '321432132143212']],
  Gb: [['234123123412312'], ['432132143213214']],
};

const SCALES_MINOR: Readonly<Record<string, readonly [readonly string[], readonly string[]]>> = {
  C: [[PLAIN_R], [PLAIN_L]],
  G: [[PLAIN_R], [PLAIN_L]],
  D: [[PLAIN_R], [PLAIN_L]],
  A: [[PLAIN_R], [PLAIN_L]],
  E: [[PLAIN_R], [PLAIN_L]],
  B: [[PLAIN_R], ['432143213214321']],
  F: [['123412312341234'], [PLAIN_L]],
  Bb: [
    ['212312341231234', '412312341231234'],
    ['213214321321432', '213214321321432'],
  ],
  Eb: [
    ['312341231234123', '212341231234123'],
    ['214321321432132', '214321321432132'],
  ],
  Ab: [
    ['341231234123123', '231231234123123'],
    ['321432132143213', '321321432132143'],
  ],
  Db: [
    ['341231234123123', '231231234123123'],
    ['321432132143213', '321432132143212'],
  ],
  Gb: [['341231234123123', '231231234123123'], ['432132143213214']],
};

/** Arpeggios in root position over two octaves. */
const R_WHITE = '1231235';
const ARPEGGIOS_MAJOR: Readonly<Record<string, readonly [readonly string[], readonly string[]]>> = {
  C: [[R_WHITE], ['5421421']],
  G: [[R_WHITE], ['5421421']],
  F: [[R_WHITE], ['5421421']],
  D: [[R_WHITE], ['5321321', '5421421']],
  A: [[R_WHITE], ['5321321', '5421421']],
  E: [[R_WHITE], ['5321321', '5421421']],
  B: [[R_WHITE], ['5321321', '5421421']],
  Bb: [
    ['2124124', '4124124', '2124123'],
    ['3213213', '3213212', '2132132'],
  ],
  Eb: [
    ['4124124', '2124124'],
    ['2142142', '2142143'],
  ],
  Ab: [
    ['4124124', '2124124'],
    ['2142142', '2142143'],
  ],
  Db: [
    ['4124124', '2124124'],
    ['2142142', '2142143'],
  ],
  Gb: [[R_WHITE], ['5321321', '5421421']],
};
const ARPEGGIOS_MINOR: Readonly<Record<string, readonly [readonly string[], readonly string[]]>> = {
  C: [[R_WHITE], ['5421421']],
  G: [[R_WHITE], ['5421421']],
  F: [[R_WHITE], ['5421421']],
  D: [[R_WHITE], ['5421421']],
  A: [[R_WHITE], ['5421421']],
  E: [[R_WHITE], ['5421421']],
  B: [[R_WHITE], ['5421421', '5321321']],
  Bb: [
    ['2312312', '2312313', '3123123'],
    ['3213213', '3213212', '2132132', '5321321'],
  ],
  Eb: [[R_WHITE], ['5421421']],
  Ab: [
    ['4124124', '2124124'],
    ['2142142', '2142143'],
  ],
  Db: [
    ['4124124', '2124124'],
    ['2142142', '2142143'],
  ],
  Gb: [
    ['4124124', '2124124'],
    ['2142142', '2142143'],
  ],
};

function expand(
  kind: string,
  table: typeof SCALES_MAJOR,
  degrees: readonly number[],
): readonly StandardFingering[] {
  return Object.entries(table).flatMap(([tonic, [right, left]]) =>
    (['right', 'left'] as const).map((hand): StandardFingering => {
      const start = (hand === 'right' ? 60 : 36) + START[tonic]!;
      const keys = [...degrees, ...degrees.map((step) => step + 12), 24].map((step) => start + step);
      return { name: `${tonic} ${kind}`, tonic, hand, keys, fingers: hand === 'right' ? right : left };
    }),
  );
}

export const SCALES: readonly StandardFingering[] = [
  ...expand('major', SCALES_MAJOR, MAJOR),
  ...expand('harmonic minor', SCALES_MINOR, HARMONIC_MINOR),
];

export const ARPEGGIOS: readonly StandardFingering[] = [
  ...expand('major arpeggio', ARPEGGIOS_MAJOR, [0, 4, 7]),
  ...expand('minor arpeggio', ARPEGGIOS_MINOR, [0, 3, 7]),
];

/** Five-finger patterns, up and down, from every key: one finger each. */
export const FIVE_FINGERS: readonly StandardFingering[] = [
  [0, 2, 4, 5, 7],
  [0, 2, 3, 5, 7],
].flatMap((degrees, mode) =>
  Object.entries(START).flatMap(([tonic, start]) =>
    (['right', 'left'] as const).map((hand): StandardFingering => ({
      name: `${tonic} five-finger ${mode === 0 ? 'major' : 'minor'}`,
      tonic,
      hand,
      keys: degrees.map((step) => (hand === 'right' ? 60 : 48) + start + step),
      fingers: [hand === 'right' ? '12345' : '54321'],
    })),
  ),
);

const TRIADS = { major: [0, 4, 7], minor: [0, 3, 7] } as const;

/** A triad in one of its positions, root position first. */
function position(degrees: readonly number[], turn: number): readonly number[] {
  return degrees.map((_, index) => degrees[(index + turn) % 3]! + (index + turn >= 3 ? 12 : 0));
}

const SHAPES = {
  right: ['135', '125', '135'],
  left: ['531', '531', '521'],
} as const;

/** Broken chords (low, middle, high, middle) and root–fifth–third–fifth, twice over, in every position and key. */
export const FIGURES: readonly StandardFingering[] = Object.entries(TRIADS).flatMap(([mode, degrees]) =>
  Object.entries(START).flatMap(([tonic, start]) =>
    (['right', 'left'] as const).flatMap((hand) =>
      [0, 1, 2].flatMap((turn) =>
        (
          [
            ['broken', [0, 1, 2, 1]],
            ['outer first', [0, 2, 1, 2]],
          ] as const
        ).map(([figure, order]): StandardFingering => {
          const notes = position(degrees, turn);
          const base = (hand === 'right' ? 60 : 48) + start;
          const shape = SHAPES[hand][turn]!;
          const twice = [...order, ...order];
          return {
            name: `${tonic} ${mode} ${figure}, position ${turn}`,
            tonic,
            hand,
            keys: twice.map((index) => base + notes[index]!),
            fingers: [twice.map((index) => shape[index]).join('')],
          };
        }),
      ),
    ),
  ),
);

/** Lines of seven notes inside five neighbouring letters of a key, each touching both ends: one finger a letter. */
export const POSITION_LINES: readonly StandardFingering[] = (
  [
    ['C', MAJOR],
    ['G', MAJOR],
    ['D', MAJOR],
    ['F', MAJOR],
    ['A', HARMONIC_MINOR],
    ['D', HARMONIC_MINOR],
  ] as const
).flatMap(([tonic, degrees]) =>
  [
    [0, 0, 1, 2, 4, 3, 2],
    [4, 4, 3, 2, 2, 1, 0],
    [2, 4, 3, 1, 2, 0, 0],
    [0, 2, 1, 3, 2, 4, 4],
    [4, 2, 0, 1, 2, 3, 1],
  ].flatMap((line) =>
    (['right', 'left'] as const).map((hand): StandardFingering => ({
      name: `${tonic} ${line.join('')} in position`,
      tonic,
      hand,
      keys: line.map((place) => (hand === 'right' ? 60 : 48) + START[tonic]! + degrees[place]!),
      fingers: [line.map((place) => (hand === 'right' ? place + 1 : 5 - place)).join('')],
    })),
  ),
);
