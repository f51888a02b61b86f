import { describe, expect, it } from 'vitest';
import {
  bassOf,
  chordLabel,
  chordName,
  plainChord,
  readChord,
  spellChord,
  transposeChord,
  type NamedChord,
} from './chord';
import { intervalBetween } from './interval';
import { readPitch, spellingName } from './pitch';

function chordOf(symbol: string): NamedChord {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind === 'none') throw new Error(`${symbol} was not read`);
  return reading.chord;
}

const tones = (symbol: string) => spellChord(chordOf(symbol)).map(spellingName).join(' ');

/** Symbols in mixed spellings with the tones that a theory book gives, root up. */
const LABELLED: readonly (readonly [string, string])[] = [
  ['C', 'C E G'],
  ['F#', 'F# A# C#'],
  ['B♭', 'Bb D F'],
  ['Cmaj', 'C E G'],
  ['Am', 'A C E'],
  ['E-', 'E G B'],
  ['Gmin', 'G Bb D'],
  ['Bdim', 'B D F'],
  ['C°', 'C Eb Gb'],
  ['Caug', 'C E G#'],
  ['A+', 'A C# E#'],
  ['Dsus2', 'D E A'],
  ['Dsus4', 'D G A'],
  ['Gsus', 'G C D'],
  ['Csus4(add9)', 'C F G D'],
  ['E5', 'E B'],
  ['C6', 'C E G A'],
  ['Am6', 'A C E F#'],
  ['F6/9', 'F A C D G'],
  ['C69', 'C E G A D'],
  ['G7', 'G B D F'],
  ['Db7', 'Db F Ab Cb'],
  ['Cmaj7', 'C E G B'],
  ['CM7', 'C E G B'],
  ['CΔ7', 'C E G B'],
  ['CΔ', 'C E G B'],
  ['Cm7', 'C Eb G Bb'],
  ['C-7', 'C Eb G Bb'],
  ['Cmin7', 'C Eb G Bb'],
  ['Am(maj7)', 'A C E G#'],
  ['CmM7', 'C Eb G B'],
  ['Cdim7', 'C Eb Gb Bbb'],
  ['C°7', 'C Eb Gb Bbb'],
  ['F#dim7', 'F# A C Eb'],
  ['Cm7b5', 'C Eb Gb Bb'],
  ['Cø', 'C Eb Gb Bb'],
  ['Bm7(b5)', 'B D F A'],
  ['Cmaj7#5', 'C E G# B'],
  ['Cmaj7#11', 'C E G B F#'],
  ['G7sus4', 'G C D F'],
  ['G9sus4', 'G C D F A'],
  ['C13sus4', 'C F G Bb D A'],
  ['Cadd2', 'C E G D'],
  ['C(add9)', 'C E G D'],
  ['Cadd9', 'C E G D'],
  ['Am(add9)', 'A C E B'],
  ['Cadd4', 'C E G F'],
  ['C(add11)', 'C E G F'],
  ['C9', 'C E G Bb D'],
  ['Cmaj9', 'C E G B D'],
  ['Dm9', 'D F A C E'],
  ['C11', 'C E G Bb D F'],
  ['Dm11', 'D F A C E G'],
  ['C13', 'C E G Bb D A'],
  ['Cmaj13', 'C E G B D A'],
  ['C7alt', 'C E G# Bb Db'],
  ['C7b5', 'C E Gb Bb'],
  ['C7#5', 'C E G# Bb'],
  ['E7b9', 'E G# B D F'],
  ['E7#9', 'E G# B D F##'],
  ['G7#11', 'G B D F C#'],
  ['G7b13', 'G B D F Eb'],
  ['Bb7#9b13', 'Bb D F Ab C# Gb'],
  ['Gb', 'Gb Bb Db'],
  ['Abm', 'Ab Cb Eb'],
  ['D#m', 'D# F# A#'],
];

describe('chord symbols', () => {
  it.each(LABELLED)('spells %s as %s', (symbol, expected) => expect(tones(symbol)).toBe(expected));

  it('reads back what it writes, to the same chord', () => {
    for (const [symbol] of LABELLED) {
      const chord = chordOf(symbol);
      expect(readChord(chordName(chord))).toEqual({ ok: true, chord });
    }
  });

  it('takes the note after the slash as the bass, a chord tone or not', () => {
    expect(spellingName(bassOf(chordOf('D7/F#')))).toBe('F#');
    expect(spellingName(bassOf(chordOf('C/D')))).toBe('D');
    expect(spellingName(bassOf(chordOf('C6/9')))).toBe('C');
    expect(spellingName(bassOf(chordOf('C6/9/E')))).toBe('E');
  });

  it('reads N.C. as no chord', () => {
    for (const text of ['N.C.', 'NC', 'n.c.'])
      expect(readChord(text)).toEqual({ ok: true, chord: { kind: 'none' } });
  });

  it.each([
    ['Hm', 1],
    ['', 1],
    ['C7xyz', 3],
    ['Gmaj7foo', 6],
    ['Am7/Q', 4],
  ])('says where “%s” stops making sense', (symbol, character) => {
    const reading = readChord(symbol);
    expect(reading).toMatchObject({ ok: false, code: 'unknown-chord', at: character - 1 });
    expect(!reading.ok && reading.message).toContain(`character ${character}`);
  });

  it.each([
    ['C7', 'C'],
    ['Am7', 'Am'],
    ['F#m7b5', 'F#dim'],
    ['Bdim7', 'Bdim'],
    ['Caug7', 'Caug'],
    ['G7sus4', 'Gsus4'],
    ['Cmaj9', 'C'],
    ['Cadd9', 'C'],
    ['D7/F#', 'D/F#'],
    ['G5', 'G5'],
  ])('without what lies beyond its triad, %s is %s', (symbol, plain) =>
    expect(chordName(plainChord(chordOf(symbol)))).toBe(plain),
  );

  it('moves root and bass together and prints musical signs', () => {
    const upTone = intervalBetween(readPitch('C4')!, readPitch('D4')!);
    expect(chordLabel(transposeChord(chordOf('Ebm7b5/Bbb'), upTone))).toBe('Fm7♭5/C♭');
  });
});
