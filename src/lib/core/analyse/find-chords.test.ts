import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { chordName, readChord, type Chord } from '../pitch/chord';
import { readKey } from '../pitch/key';
import { NO_JUDGEMENT, type ChordSymbol, type Score } from '../score/model';
import { TICKS_PER_WHOLE as WHOLE } from '../units';
import { findChords } from './find-chords';

const chord = (name: string): Chord => {
  const reading = readChord(name);
  if (!reading.ok) throw new Error(`${name} is no chord.`);
  return reading.chord;
};
const symbol = (measure: number, name: string): ChordSymbol => ({
  id: `c${measure}`,
  measure,
  at: (measure * WHOLE) as ChordSymbol['at'],
  chord: chord(name),
});

const C = readKey('C')!;
const song = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'E4:1/4 G4:1/4 C5:1/2 | F4:1/4 A4:1/4 C5:1/2 | D4:1/4 G4:1/4 B4:1/2 | C4:1/1',
  left: '(C3 G3):1/1 | (F3 C4):1/1 | (G2 D3):1/1 | (C3 E3):1/1',
});
const found = (score: Score) => findChords(score, C);
const names = (score: Score) => found(score).map((each) => chordName(each.symbol.chord));

describe('the harmony of a piece without symbols', () => {
  it('is named from its notes, one chord a measure here', () => {
    expect(names(song)).toEqual(['C', 'F', 'G', 'C']);
    expect(found(song).every(({ origin }) => origin === 'found')).toBe(true);
    expect(found(song).map(({ roman }) => roman)).toEqual(['I', 'IV', 'V', 'I']);
  });

  it('fills the piece from chord to chord', () => {
    let at = 0;
    for (const { symbol: each, duration } of found(song)) {
      expect(each.at).toBe(at);
      at += duration;
    }
    expect(at).toBe(4 * WHOLE);
  });

  it('is probable only where no third is heard', () => {
    const bare = scoreFromText({ time: [4, 4], key: 'C', right: 'G4:1/1', left: '(C3 G3):1/1' });
    expect(found(bare)[0]!.isProbable).toBe(true);
    expect(found(song)[0]!.isProbable).toBe(false);
  });
});

describe('the harmony of a piece with symbols', () => {
  const given = (...chords: readonly string[]): Score => ({
    ...song,
    chords: chords.map((name, measure) => symbol(measure, name)),
  });

  it('is what is given', () => {
    expect(names(given('C', 'F', 'G7', 'C'))).toEqual(['C', 'F', 'G7', 'C']);
    expect(found(given('C', 'F', 'G7', 'C')).every(({ origin }) => origin === 'given')).toBe(true);
  });

  it('is questioned where the notes plainly spell another', () => {
    const [, second] = found(given('C', 'B', 'G7', 'C'));
    expect(chordName(second!.symbol.chord)).toBe('B');
    expect(second!.dissent!.sentence).toBe('The symbol says B; the notes spell F.');
    expect(chordName(second!.dissent!.chord)).toBe('F');
  });

  it('is not questioned for a tone more or less', () => {
    for (const { dissent } of found(given('Cmaj7', 'Dm7', 'G7', 'Am'))) expect(dissent).toBeNull();
  });

  it('says what lies outside the key', () => {
    expect(found(given('C', 'Fm', 'G', 'C')).map(({ isOutsideKey }) => isOutsideKey)).toEqual([
      false,
      true,
      false,
      false,
    ]);
  });
});

describe('what the teacher chose', () => {
  it('stands in place of what is found or given, and is never questioned', () => {
    const chosen = { ...song, judgement: { ...NO_JUDGEMENT, chords: [symbol(1, 'B')] } };
    expect(names(chosen)).toEqual(['C', 'B', 'G', 'C']);
    expect(found(chosen)[1]).toMatchObject({ origin: 'chosen', dissent: null, isProbable: false });
  });
});
