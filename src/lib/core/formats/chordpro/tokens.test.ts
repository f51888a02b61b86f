import { describe, expect, it } from 'vitest';
import { chordName } from '../../pitch/chord';
import { mergeByColumn, readBar, readChordLine, readLyricLine, type ChartToken } from './tokens';

/** Tokens as a line of signs: chords by name, bars as they repeat, words in quotes. */
function shown(tokens: readonly ChartToken[]): string {
  return tokens
    .map((token) => {
      switch (token.kind) {
        case 'chord':
          return chordName(token.chord);
        case 'beat':
          return token.isHeld ? '.' : '/';
        case 'same-measure':
          return '%';
        case 'times':
          return `x${token.count}`;
        case 'words':
          return `“${token.text}”`;
        case 'bar':
          return `${token.endsRepeat ? ':' : ''}|${token.isDouble ? '|' : ''}${token.startsRepeat ? ':' : ''}${token.isFinal ? ']' : ''}`;
      }
    })
    .join(' ');
}

describe('a barline', () => {
  it.each([
    ['|', { startsRepeat: false, endsRepeat: false, isDouble: false, isFinal: false }],
    ['||', { isDouble: true }],
    ['|:', { startsRepeat: true, endsRepeat: false }],
    [':|', { startsRepeat: false, endsRepeat: true }],
    [':|:', { startsRepeat: true, endsRepeat: true }],
    ['::', { startsRepeat: true, endsRepeat: true }],
    ['|]', { isFinal: true }],
    ['|.', { isFinal: true }],
  ])('%s is read', (text, what) => {
    expect(readBar(text, 3)).toMatchObject({ kind: 'bar', column: 3, ...what });
  });

  it('is nothing else', () => {
    for (const text of ['|||', '/', 'C', '', '|C']) expect(readBar(text, 0), text).toBeNull();
  });
});

describe('a line of chords', () => {
  it('is read with its beats, repeats and bars', () => {
    expect(shown(readChordLine('| C / G7 . | % |')!.tokens)).toBe('| C / G7 . | % |');
    expect(shown(readChordLine('|: Am F :| x3')!.tokens)).toBe('|: Am F :| x3');
    expect(shown(readChordLine('C|G|Am|]')!.tokens)).toBe('C | G | Am |]');
  });

  it('knows where each stands', () => {
    expect(readChordLine('C   Am  G')!.tokens.map(({ column }) => column)).toEqual([0, 4, 8]);
  });

  it('is none where words stand', () => {
    expect(readChordLine('Come home again')).toBeNull();
    expect(readChordLine('A boat came in')).toBeNull();
    expect(readChordLine('')).toBeNull();
    expect(readChordLine('| |')).toBeNull();
  });

  it('keeps the beat of a name that is no chord, where bars show that it is music', () => {
    const line = readChordLine('| C Gqq | Am F |')!;
    expect(shown(line.tokens)).toBe('| C . | Am F |');
    expect(line.faults).toHaveLength(1);
    expect(line.faults[0]).toMatchObject({ column: 4 });
    expect(line.faults[0]!.message).toContain('“Gqq”');
    // Without a bar it is words.
    expect(readChordLine('C Gqq')).toBeNull();
  });

  it('is repeated sixteen times at most', () => {
    expect(readChordLine('C x400')!.tokens.at(-1)).toMatchObject({ kind: 'times', count: 16 });
  });
});

describe('a line of words', () => {
  it('has chords in brackets where they fall', () => {
    expect(shown(readLyricLine('[C]Down by the [G7/B]quay').tokens)).toBe('C “Down by the ” G7/B “quay”');
  });

  it('has beats in brackets, and slashes that stand alone', () => {
    expect(shown(readLyricLine('[C]slow [/]now [.]and / then').tokens)).toBe(
      'C “slow ” / “now ” . “and ” / “ then”',
    );
    expect(shown(readLyricLine('[C]this and/or that').tokens)).toBe('C “this and/or that”');
  });

  it('has bars between blanks, with how often they are played', () => {
    expect(shown(readLyricLine('|: [C]row [G]on :| x2').tokens)).toBe('|: C “row ” G “on ” :| x2');
    expect(shown(readLyricLine('a|b').tokens)).toBe('“a|b”');
  });

  it('has measures of nothing but chords and slashes between others', () => {
    expect(shown(readLyricLine('| [C]row | G / F / |').tokens)).toBe('| C “row ” | G / F / |');
  });

  it('leaves out what is only remarked, and says what it does not know', () => {
    expect(shown(readLyricLine('[*softly][C]sing').tokens)).toBe('C “sing”');
    const unknown = readLyricLine('[Hmm]sing');
    expect(shown(unknown.tokens)).toBe('“[Hmm]sing”');
    expect(unknown.faults[0]).toMatchObject({ column: 0 });
    const open = readLyricLine('[C]sing [G and on');
    expect(shown(open.tokens)).toBe('C “sing [G and on”');
    expect(open.faults[0]).toMatchObject({ column: 8 });
  });
});

describe('chords over words', () => {
  it('take the words from their column to the next', () => {
    const chords = readChordLine('C       G7')!.tokens;
    expect(shown(mergeByColumn(chords, 'Down by the quay'))).toBe('C “Down by ” G7 “the quay”');
  });

  it('give the first chord what stands before it, and the last what is left', () => {
    const chords = readChordLine('    C   F')!.tokens;
    expect(shown(mergeByColumn(chords, 'The tide comes in'))).toBe('C “The tide” F “ comes in”');
  });

  it('have none where the words are over', () => {
    const chords = readChordLine('C       G7     F')!.tokens;
    expect(shown(mergeByColumn(chords, 'Down by'))).toBe('C “Down by” G7 F');
  });
});
