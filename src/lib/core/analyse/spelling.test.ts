import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { TEXTURES } from '../../testing/labelled/textures';
import { scoresSpelledRight } from '../../testing/labelled/spelled-right';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { ALL_KEYS, intervalBetweenTonics, readKey, tonicOf } from '../pitch/key';
import { transposeScore } from '../score/transpose-score';
import { pitchName } from '../pitch/pitch';
import { analyseScore } from './analyse';

const found = (abc: string) =>
  analyseScore(scoreFromAbc(`X:1\nM:4/4\nL:1/4\n${abc}`)).misspellings.map(
    (each) => `${pitchName(each.written)}→${pitchName(each.better)}`,
  );

describe('the spelling check', () => {
  it.each([
    ['a leading note by its lower letter', 'K:G\n"G"G A B d|"D7"_G A c _G|"G"G4|', ['Gb4→F#4', 'Gb4→F#4']],
    ['a note of a given chord', 'K:C\n"C"c e g e|"E7"_A d e B|"Am"A2 c2|"C"c4|', ['Ab4→G#4']],
    ['a chromatic step up', 'K:C\nC E G E|F _G =G c|B d f d|c4|', ['Gb4→F#4']],
    ['tied notes together', 'K:G\nG B d g|_g4-|_g2 d2|g4|', ['Gb5→F#5']],
  ])('finds %s', (_, abc, expected) => expect(found(abc)).toEqual(expected));

  it.each([
    ['a raised leading note in minor', 'K:Am\nA c e ^G|A4|E ^G B e|A4|'],
    ['passing notes by direction', 'K:C\nC ^C D _E|D G, C2|G ^F G _A|G2 C2|'],
    ['a borrowed chord', 'K:C\n"C"c e g e|"Fm"f _a c\' _a|"C"g e c2|'],
    ['another key for a while', "K:C\nC E G c|B G D G|A ^c e a|d ^f a ^f|g b d' b|g4|c e g e|c4|"],
  ])('leaves %s alone', (_, abc) => expect(found(abc)).toEqual([]));

  it.each([
    ['major', true],
    ['major', false],
    ['minor', true],
    ['minor', false],
  ] as const)(
    'finds nothing wrong in chromatic harmony spelled right, in %s, in any key (symbols: %s)',
    (mode, given) => {
      for (const score of scoresSpelledRight(mode, given))
        for (const key of ALL_KEYS.filter((each) => each.mode === mode)) {
          const home = tonicOf(readKey(mode === 'major' ? 'C' : 'Am')!);
          const moved = transposeScore(score, intervalBetweenTonics(home, tonicOf(key)));
          expect(analyseScore(moved).misspellings).toEqual([]);
        }
    },
  );

  it('finds nothing wrong in the demo tunes and the labelled textures', () => {
    for (const { score } of demoTunes()) expect(analyseScore(score).misspellings).toEqual([]);
    for (const { abc } of TEXTURES) expect(analyseScore(scoreFromAbc(abc)).misspellings).toEqual([]);
  });
});

describe('what the notes say of chords', () => {
  it('a symbol that the notes contradict is questioned', () => {
    const { chords } = analyseScore(
      scoreFromAbc('X:1\nM:4/4\nL:1/4\nK:C\n"C"[CEG]4|"G"[FAc]2 [FAc]2|"G7"[GBf]4|"C"[CEG]4|'),
    );
    expect(chords.map((each) => each.dissent?.sentence ?? '')).toEqual([
      '',
      'The symbol says G; the notes spell F.',
      '',
      '',
    ]);
  });

  it('a chord in two shapes is pointed out', () => {
    const { voicings } = analyseScore(
      scoreFromAbc(
        'X:1\nM:4/4\nL:1/4\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:C\nV:1\n"C"c4|"F"a4|"C"g4|\nV:2\n[C,E,G,]4|[F,A,C]4|[E,G,C]4|',
      ),
    );
    expect(voicings).toMatchObject([{ chord: 'C', measures: [0, 2] }]);
  });

  it('in either hand: what the right strikes at once, though a tune goes on top of other chords', () => {
    const score = scoreFromAbc(
      'X:1\nM:4/4\nL:1/4\nK:D\n"D"[DFA]4|"G"[DGB]2 [GBe]2|"D"[FAd]2 f2|"A7"[EGA]4|"D"[Adf]4|',
    );
    expect(analyseScore(score).voicings).toMatchObject([
      { id: 'voicing:D:right', chord: 'D', hand: 'right', measures: [0, 2, 4] },
    ]);
  });

  it('without a third it is only probable', () => {
    const { chords } = analyseScore(scoreFromAbc('X:1\nM:4/4\nL:1/4\nK:C\n[C,G,c]4|[CEG]4|[G,DG]4|[G,DG]4|'));
    expect(chords.map((each) => each.isProbable)).toContain(true);
    expect(chords[0]!.isProbable).toBe(false);
  });
});
