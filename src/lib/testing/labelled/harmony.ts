/** Two-handed passages whose harmony is known: the symbols are the labels and are taken away before the test. */
export const HARMONY: readonly { readonly name: string; readonly abc: string }[] = [
  {
    name: 'held triads under a tune with passing notes',
    abc: `X:1\nM:4/4\nL:1/8\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:G\nV:1
"G"B2 c d e2 d B|"Em"g2 f e d2 B2|"C"c2 d e f2 e c|"D"d2 e f a4|"G"b2 a g f2 g d|"Am"c2 d e "D7"f2 e c|"G"B2 A B d2 B2|"G"G8|]
V:2
[G,B,D]8|[E,G,B,]8|[C,E,G,]8|[D,F,A,]8|[G,B,D]8|[A,,C,E,]4 [D,F,C]4|[G,B,D]8|[G,,D,G,]8|]`,
  },
  {
    name: 'broken chords in three',
    abc: `X:1\nM:3/4\nL:1/8\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:F\nV:1
"F"c4 d2|"Bb"d4 f2|"C7"e2 d2 B2|"F"A6|"Dm"f4 e2|"Gm"d4 B2|"C7"G2 A2 B2|"F"A6|]
V:2
F,2 A,2 C2|B,,2 F,2 B,2|C,2 G,2 B,2|F,2 A,2 C2|D,2 A,2 D2|G,,2 D,2 B,2|C,2 E,2 B,2|F,,2 C,2 A,2|]`,
  },
  {
    name: 'inversions and a walking bass',
    abc: `X:1\nM:4/4\nL:1/8\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:C\nV:1
"C"[EG]4 [EGc]4|"G/B"[DG]4 [DGd]4|"Am"[EA]4 [EAc]4|"C/G"[EGc]4 [EGc]4|"F"[FA]4 [FAc]4|"C/E"[EGc]4 [EGc]4|"G7"[DFB]4 [DFG]4|"C"[EGc]8|]
V:2
C,8|B,,8|A,,8|G,,8|F,,8|E,,8|G,,8|C,8|]`,
  },
  {
    name: 'minor with its leading note, a diminished seventh and sevenths',
    abc: `X:1\nM:4/4\nL:1/8\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:Dm\nV:1
"Dm"[FA]4 [FAd]4|"C#dim7"[EGB]8|"Dm"[FAd]8|"Gm"[GBd]4 [Gd]4|"A7"[EG^c]8|"Bb"[FBd]8|"Em7b5"[EGBd]4 "A7"[EG^c]4|"Dm"[FAd]8|]
V:2
D,8|^C,8|D,8|G,,8|A,,8|B,,8|E,4 A,,4|D,8|]`,
  },
  {
    name: 'swinging bass and chord, two chords a measure',
    abc: `X:1\nM:4/4\nL:1/8\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:Bb\nV:1
"Bb"d3 c "Gm"B2 d2|"Cm"e3 d "F7"c2 A2|"Bb"B2 d2 "Eb"g2 e2|"F7"c2 e2 "Bb"d4|"Eb"g3 f "Bb"d2 f2|"C7"=e3 g "F7"f2 _e2|"Bb"d2 B2 "F7"c2 A2|"Bb"B8|]
V:2
B,,2 [F,B,]2 G,,2 [D,B,]2|C,2 [E,G,]2 F,,2 [E,A,]2|B,,2 [D,F,]2 E,2 [G,B,]2|F,,2 [E,A,]2 B,,2 [D,F,]2|E,2 [G,B,]2 B,,2 [D,F,]2|C,2 [=E,B,]2 F,,2 [_E,A,]2|B,,2 [D,F,]2 F,,2 [C,E,]2|B,,2 [D,F,]2 B,,4|]`,
  },
  {
    name: 'two voices alone',
    abc: `X:1\nM:4/4\nL:1/8\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:C\nV:1
"C"e2 d c G2 c2|"F"A2 B c f2 c2|"G"d2 c B d2 g2|"C"e2 g2 c4|"Am"c2 B A e2 c2|"Dm"d2 e f a2 f2|"G"g2 f d B2 d2|"C"c8|]
V:2
C,4 E,4|F,4 A,4|G,4 B,4|C4 E,4|A,4 C4|D,4 F,4|G,4 G,,4|C,8|]`,
  },
];
