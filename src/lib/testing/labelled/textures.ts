/** Textures with the tune known: `tune` names the voices that carry it, by measures where it moves. */
export interface TextureFixture {
  readonly name: string;
  readonly abc: string;
  /** Voice of the tune in measures from … to (ordinals, both included); chords count by their top note. */
  readonly tune: readonly { readonly voice: string; readonly from: number; readonly to: number }[];
}

const head = (time: string, score: string, voices: string, key: string) =>
  `X:1\nT:Texture\nM:${time}\nL:1/8\n%%score ${score}\n${voices}\nK:${key}\n`;
const TWO = 'V:1\nV:2 clef=bass';

export const TEXTURES: readonly TextureFixture[] = [
  {
    name: 'tune over held chords',
    abc: `${head('4/4', '{1 2}', TWO, 'G')}V:1
B2 c d e2 d c|B2 A G A4|G2 A B c2 B A|G2 F E D4|e2 d c B2 A B|c2 B A G2 E2|A2 B c B2 A F|G8|]
V:2
[G,B,D]8|[D,F,A,]8|[C,E,G,]8|[D,F,A,]8|[C,E,G,]8|[A,,C,E,]8|[D,F,A,]8|[G,,B,,D,]8|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
  {
    name: 'tune over a broken-chord bass',
    abc: `${head('4/4', '{1 2}', TWO, 'C')}V:1
e4 d2 c2|B2 c2 d4|c2 d2 e2 f2|g6 e2|f4 e2 d2|e2 c2 A4|d2 e2 f2 B2|c8|]
V:2
C,G,E,G, C,G,E,G,|G,,G,D,G, G,,G,D,G,|A,,E,C,E, A,,E,C,E,|C,G,E,G, C,G,E,G,|D,A,F,A, D,A,F,A,|A,,E,C,E, A,,E,C,E,|G,,D,B,,D, G,,D,B,,D,|C,G,E,G, C,4|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
  {
    name: 'tune in the left hand under off-beat chords',
    abc: `${head('4/4', '{1 2}', TWO, 'Dm')}V:1
z2 [FA]2 z2 [FA]2|z2 [GB]2 z2 [GB]2|z2 [EA]2 z2 [EA]2|z2 [FA]2 z2 [FA]2|z2 [FA]2 z2 [FA]2|z2 [GB]2 z2 [GB]2|z2 [EG]2 z2 [EG]2|z2 [FA]2 [FA]4|]
V:2
D,3 E, F,2 G,2|A,3 G, F,2 E,2|C,2 E,2 A,2 G,2|F,3 E, D,4|F,3 G, A,2 D2|C2 B,2 A,2 G,2|A,2 G,2 F,2 E,2|D,8|]`,
    tune: [{ voice: '2', from: 0, to: 7 }],
  },
  {
    name: 'tune on top of chords over octaves',
    abc: `${head('3/4', '{1 2}', TWO, 'F')}V:1
[FAc]2 [FAd]2 [FAc]2|[EGB]2 [EGc]2 [EGB]2|[CFA]2 [CFG]2 [CFA]2|[B,EG]6|[FAc]2 [FBd]2 [FAc]2|[FBd]2 [EGc]2 [EGB]2|[CFA]2 [B,EG]2 [CEG]2|[A,CF]6|]
V:2
[F,,F,]6|[C,,C,]6|[D,,D,]6|[C,,C,]6|[F,,F,]6|[B,,,B,,]4 [C,,C,]2|[C,,C,]6|[F,,F,]6|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
  {
    name: 'tune above a moving inner voice of the same hand',
    abc: `${head('4/4', '{(1 3) 2}', 'V:1\nV:3\nV:2 clef=bass', 'Bb')}V:1
d4 c2 B2|c6 A2|B4 c2 d2|e8|f4 e2 d2|c2 d2 B4|A4 c2 A2|B8|]
V:3
BFDF BFDF|AFEF AFEF|BFDF BFDF|BGEG BGEG|BFDF BFDF|GEDE GEDE|FECE FECE|FDB,D F4|]
V:2
B,,8|F,,8|G,,8|E,,8|B,,8|E,,8|F,,8|B,,8|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
  {
    name: 'tune that goes over to the left hand',
    abc: `${head('4/4', '{1 2}', TWO, 'A')}V:1
c2 d e f2 e d|c2 B A B4|A2 B c d2 c B|c2 B2 A4|a2 [ce]2 a2 [ce]2|a2 [df]2 a2 [df]2|g2 [ce]2 g2 [Be]2|a2 [ce]2 [ce]4|]
V:2
[A,CE]4 [A,CE]4|[E,G,B,]4 [E,G,B,]4|[D,F,A,]4 [D,F,A,]4|[E,G,B,]4 [A,,C,E,]4|C2 D E F2 E D|C2 B, A, B,4|A,2 B, C D2 B,2|A,8|]`,
    tune: [
      { voice: '1', from: 0, to: 3 },
      { voice: '2', from: 4, to: 7 },
    ],
  },
  {
    name: 'tune for the thumb under an arpeggio',
    abc: `${head('4/4', '{(3 1) 2}', 'V:3\nV:1\nV:2 clef=bass', 'D')}V:3
zafd zafd|zgec zgec|zfdA zfdA|zgec zgec|zafd zafd|zbgd zbgd|zgec zgec|zafd f4|]
V:1
F4 G2 A2|A2 G2 E4|F2 E2 D2 F2|E6 G2|F4 G2 A2|B2 A2 G4|E2 F2 G2 E2|D8|]
V:2
D,8|A,,8|B,,8|A,,8|D,8|G,,8|A,,8|D,8|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
  {
    name: 'a sung tune with the piano above it',
    abc: `${head('3/4', '1 {2 3}', 'V:1 name="Voice"\nV:2\nV:3 clef=bass', 'G')}V:1
D2 G2 A2|B4 A2|G2 E2 G2|D6|E2 G2 A2|B2 A2 G2|A2 F2 A2|G6|]
w: Out on the wa- ter slow goes the light, all through the win- ter watch- ing the night
V:2
[gb]2 [gb]2 [gb]2|[gb]2 [gb]2 [fa]2|[eg]2 [eg]2 [eg]2|[fa]2 [fa]2 [fa]2|[ec']2 [ec']2 [ec']2|[db]2 [db]2 [db]2|[ca]2 [ca]2 [ca]2|[Bg]6|]
V:3
G,,6|G,,6|C,6|D,6|C,6|G,,6|D,6|G,,6|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
  {
    name: 'a waltz: bass and chords on the left',
    abc: `${head('3/4', '{1 2}', TWO, 'Em')}V:1
e3 f g2|f2 e2 d2|B4 e2|d6|c3 d e2|d2 c2 B2|A2 B2 ^d2|e6|]
V:2
E,2 [G,B,]2 [G,B,]2|D,2 [F,A,]2 [F,A,]2|G,,2 [D,B,]2 [D,B,]2|B,,2 [F,B,]2 [F,B,]2|A,,2 [E,C]2 [E,C]2|E,2 [G,B,]2 [G,B,]2|B,,2 [F,A,]2 [F,A,]2|E,2 [G,B,]4|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
  {
    name: 'tune in octaves over a broken bass',
    abc: `${head('6/8', '{1 2}', TWO, 'C')}V:1
[Gg]3 [Ee]2 [Ff]|[Gg]3 [cc']3|[Bb]2 [Aa] [Gg]2 [Ff]|[Ee]6|[Ff]3 [Aa]2 [Gg]|[Gg]2 [Ff] [Ee]3|[Dd]2 [Ee] [Ff]2 [Dd]|[Cc]6|]
V:2
C,G,E, C,G,E,|C,G,E, C,G,E,|G,,D,B,, G,,D,B,,|C,G,E, C,G,E,|F,,C,A,, F,,C,A,,|C,G,E, C,G,E,|G,,D,B,, G,,D,B,,|C,G,E, C,3|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
  {
    name: 'tune in the left hand under repeated high notes',
    abc: `${head('4/4', '{1 2}', TWO, 'G')}V:1
dddd dddd|dddd dddd|eeee eeee|dddd dddd|dddd dddd|cccc cccc|cccc AAAA|BBBB B4|]
V:2
G,4 A,2 B,2|D4 B,2 G,2|C3 B, A,2 G,2|F,2 A,2 D,4|B,3 A, G,2 B,2|A,3 G, E,2 C,2|D,2 E,2 F,2 A,2|G,8|]`,
    tune: [{ voice: '2', from: 0, to: 7 }],
  },
  {
    name: 'four voices, the tune in the soprano',
    abc: `${head('4/4', '{(1 3) (4 2)}', 'V:1\nV:3\nV:4 clef=bass\nV:2 clef=bass', 'F')}V:1
c2 A2 B2 c2|d2 c2 B4|A2 B2 c2 A2|G8|A2 c2 d2 c2|B2 A2 G4|F2 G2 A2 G2|F8|]
V:3
F2 F2 G2 A2|B2 A2 G4|F2 G2 A2 F2|E8|F2 A2 B2 A2|G2 F2 E4|C2 E2 F2 E2|C8|]
V:4
A,2 C2 D2 C2|F2 F2 D4|C2 D2 C2 C2|C8|C2 F2 F2 F2|D2 C2 C4|A,2 C2 C2 B,2|A,8|]
V:2
F,2 F,2 G,2 F,2|B,,2 F,2 G,4|F,2 B,,2 F,2 F,2|C,8|F,2 F,2 B,,2 F,2|G,2 A,2 C,4|D,2 C,2 F,2 C,2|F,8|]`,
    tune: [{ voice: '1', from: 0, to: 7 }],
  },
];
