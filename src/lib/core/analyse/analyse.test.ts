import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { readChart } from '../formats/chordpro/read';
import { scoreFromText } from '../../testing/score-from-text';
import { transposeScore } from '../score/transpose-score';
import { chordName } from '../pitch/chord';
import { ALL_KEYS, intervalBetweenTonics, keyName, readKey, tonicOf } from '../pitch/key';
import { nameChords } from './chords';
import { findKey } from './find-key';
import { markedSections } from './sections';

describe('the key', () => {
  it('is found for every demo tune in all fifteen keys of its mode', () => {
    for (const { score } of demoTunes()) {
      const home = findKey(score).key;
      for (const key of ALL_KEYS.filter((each) => each.mode === home.mode)) {
        const moved = transposeScore(score, intervalBetweenTonics(tonicOf(home), tonicOf(key)));
        expect(keyName(findKey(moved).key)).toBe(keyName(key));
      }
    }
  });

  it('tells relative minor from major under one signature', () => {
    const minor = scoreFromText({
      time: [4, 4],
      key: 'C',
      right: 'A4 B4 C5 E5 | G#4 B4 E4:1/2 | A4 C5 B4 G#4 | A4:1/1',
      left: 'A2:1/1 | E2:1/1 | E2:1/1 | A2:1/1',
    });
    const major = scoreFromText({
      time: [4, 4],
      key: 'C',
      right: 'C5 D5 E5 G5 | F5 D5 B4:1/2 | C5 E5 D5 B4 | C5:1/1',
      left: 'C3:1/1 | G2:1/1 | G2:1/1 | C3:1/1',
    });
    expect(keyName(findKey(minor).key)).toBe('Am');
    expect(keyName(findKey(major).key)).toBe('C');
  });

  it.each([
    ['a blues that goes round', '| G7 | C7 | G7 | G7 | C7 | C7 | G7 | G7 | D7 | C7 | G7 | D7 |', 'G'],
    ['a loop that ends on its dominant', '| C | Am | Dm | G7 | C | Am | Dm | G7 |', 'C'],
    ['a song that starts on the sixth', '| Am | F | C | G | Am | F | C | G | F | G | C | C |', 'C'],
    ['a lament', '| Am | G | F | E7 | Am | G | F E7 | Am |', 'Am'],
    [
      'a song that starts on the lowered seventh',
      '| Bb | F | C | C | Bb | F | C | C | Am | G | F | G | Bb | F | C | C |',
      'C',
    ],
  ])('is found from chords alone: %s', (_, chart, expected) => {
    const read = readChart(chart, 'chart.txt');
    if (!read.ok) throw new Error(read.error.message);
    expect(keyName(findKey(read.value).key)).toBe(expected);
  });

  it('of a modal tune is minor or major by its tonic', () => {
    expect(
      keyName(findKey(scoreFromAbc('X:1\nM:4/4\nL:1/4\nK:Ddor\nD E F G|A B c d|c A G F|E C D2|]')).key),
    ).toBe('Dm');
    expect(
      keyName(findKey(scoreFromAbc('X:1\nM:4/4\nL:1/4\nK:Dmix\nD F A d|c A F D|G F E c|A F D2|]')).key),
    ).toBe('D');
  });

  it('falls back on the signature when there is nothing to hear', () => {
    const silent = scoreFromText({ time: [4, 4], key: 'Bb', right: 'r:1/1' });
    expect(findKey(silent)).toMatchObject({ key: readKey('Bb'), confidence: 0 });
  });
});

describe('chords named from the notes', () => {
  const named = (right: string, left: string, key = 'C') =>
    nameChords(scoreFromText({ time: [4, 4], key, right, left }), readKey(key)!).map(({ symbol }) =>
      chordName(symbol.chord),
    );

  it.each([
    [
      'held triads',
      '(E4 G4 C5):1/1 | (F4 A4 C5):1/1 | (D4 G4 B4):1/1 | (E4 G4 C5):1/1',
      'C3:1/1 | F3:1/1 | G2:1/1 | C3:1/1',
      'C',
      ['C', 'F', 'G', 'C'],
    ],
    ['broken chords', 'C5 E5 G5 E5 | A4 C5 E5 C5', 'C3:1/1 | A2:1/1', 'C', ['C', 'Am']],
    [
      'passing notes',
      'C5:1/4 D5:1/8 E5:1/8 G5:1/2 | D5 E5:1/8 F5:1/8 G5:1/4 B4',
      '(C3 G3):1/1 | (G2 D3):1/1',
      'C',
      ['C', 'G'],
    ],
    ['a seventh', '(F4 G4 B4):1/1 | (E4 G4 C5):1/1', 'G2:1/1 | C3:1/1', 'C', ['G7', 'C']],
    ['flats by the notes', '(F4 Bb4 D5):1/1 | (G4 Bb4 Eb5):1/1', 'Bb2:1/1 | Eb3:1/1', 'Bb', ['Bb', 'Eb']],
    [
      'a minor third that stays when it falls silent',
      '(C4 Eb4 G4):1/2 (C4 G4):1/2',
      'C3:1/2 C3:1/2',
      'Cm',
      ['Cm'],
    ],
  ])('name %s', (_, right, left, key, expected) => expect(named(right, left, key)).toEqual(expected));

  it('says nothing before the first note', () => {
    const [first] = nameChords(
      scoreFromText({ time: [4, 4], key: 'C', right: 'r:1/2 (C4 E4 G4):1/2' }),
      readKey('C')!,
    );
    expect(first!.symbol.at).toBe(20_160);
  });
});

describe('sections', () => {
  it('follow rehearsal marks, with the pickup in the first', () => {
    const lantern = demoTunes().find((tune) => tune.file.startsWith('lantern'))!.score;
    expect(markedSections(lantern).map(({ name, from, to }) => [name, from, to])).toEqual([
      ['A', 0, 8],
      ['A′', 9, 16],
      ['B', 17, 24],
      ['A″', 25, 32],
    ]);
  });

  it('follow double bars and repeats without marks, and never share a name', () => {
    const plain = scoreFromText({ time: [2, 4], key: 'C', right: 'C4:1/2 | D4:1/2 | E4:1/2 | F4:1/2' });
    const barred = {
      ...plain,
      measures: plain.measures.map((measure) => ({
        ...measure,
        barline: measure.index === 1 ? ('double' as const) : measure.barline,
        rehearsal: measure.index % 2 === 0 ? 'A' : null,
      })),
    };
    expect(markedSections(plain).map(({ name, from, to }) => [name, from, to])).toEqual([['A', 0, 3]]);
    expect(markedSections(barred).map(({ name, from, to }) => [name, from, to])).toEqual([
      ['A', 0, 1],
      ['A 2', 2, 3],
    ]);
  });
});
