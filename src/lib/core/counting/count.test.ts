import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { GRACE } from '../../testing/grace';
import { scoreFromText } from '../../testing/score-from-text';
import { demoTunes } from '../../testing/demo-tunes';
import { metreLength } from '../score/time';
import { readNotation } from '../score/text';
import { ticks } from '../units';
import { countSentence } from './explain-count';
import { countMeasure, countScore, DEFAULT_COUNT_OPTIONS, type Count, type CountOptions } from './count';

/** Counts written out: a plain syllable sounds, `-x` is held, `(x)` is a rest. */
function written(counts: readonly Count[]): string {
  return counts
    .map(({ syllable, state }) =>
      state === 'sounds' ? syllable : state === 'held' ? `-${syllable}` : `(${syllable})`,
    )
    .join(' ');
}

function count(time: string, notes: string, offset = 0, options: Partial<CountOptions> = {}): string {
  const [beats, beatType] = time.split('/').map(Number);
  const reading = readNotation(notes);
  if (!reading.ok) throw new Error(reading.message);
  const sounding = reading.events
    .filter((event) => !event.isRest)
    .map((event) => ({ at: event.at, end: event.at + event.duration }));
  return written(
    countMeasure({ beats: beats!, beatType: beatType! }, reading.length, ticks(offset), sounding, {
      ...DEFAULT_COUNT_OPTIONS,
      ...options,
    }),
  );
}

describe('counting in numbers', () => {
  it.each([
    ['4/4', '1/4 1/8 1/8 r:1/4 1/4', '1 2 & (3) 4'],
    ['4/4', '1/2 1/2', '1 -2 3 -4'],
    ['4/4', '3/8 1/8 1/4 1/4', '1 -2 & 3 4'],
    ['4/4', '1/16 1/16 1/16 1/16 1/8 1/16 1/16 1/2', '1 e & a 2 & a 3 -4'],
    ['4/4', '3[1/8 1/8 1/8] 1/4 1/2', '1 trip let 2 3 -4'],
    ['4/4', '3[1/4 1/8] 1/4 1/2', '1 let 2 3 -4'],
    ['3/4', 'r:1/4 1/2', '(1) 2 -3'],
    ['2/2', '1/2 1/4 1/4', '1 2 &'],
    ['6/8', '1/4 1/8 1/8 1/8 1/8', '1 a 2 & a'],
    ['6/8', '3/8 1/16 1/16 1/8 1/8', '1 2 ta & a'],
    ['12/8', '3/8 3/8 3/4', '1 2 3 -4'],
    ['3/8', '1/8 1/16 1/16 1/8', '1 2 & 3'],
    ['5/8', '1/8 1/8 1/8 1/8 1/8', '1 & a 2 &'],
    ['7/8', '1/8 1/8 1/8 1/8 3/8', '1 & 2 & 3'],
    ['4/4', '1/32 1/32 1/16 1/8 3/4', '1 ta e & 2 -3 -4'],
  ])('%s: %s', (time, notes, expected) => expect(count(time, notes)).toBe(expected));

  it('counts a pickup as the end of its measure', () => {
    expect(count('4/4', '1/8 1/8', 30_240)).toBe('4 &');
    expect(count('4/4', '1/8', 35_280)).toBe('&');
    expect(count('6/8', '1/8', 25_200)).toBe('a');
    expect(count('3/4', '1/4 1/4', 10_080)).toBe('2 3');
  });

  it('keeps the smallest division running on request', () => {
    expect(count('4/4', '1/4 1/8 1/8 1/2', 0, { fill: 'running' })).toBe('1 2 & 3 -4');
    expect(count('4/4', '1/8 1/16 1/16 3/4', 0, { fill: 'running' })).toBe('1 -e & a 2 -3 -4');
  });

  it('covers every measure of random scores, and sounds exactly at the onsets', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const counts = countScore(score);
        const tied = new Set(score.notes.map((note) => note.tieTo));
        for (const measure of score.measures) {
          let at = 0;
          for (const each of counts[measure.index]!) {
            expect(each.at).toBe(at);
            expect(each.duration).toBeGreaterThan(0);
            at += each.duration;
          }
          expect(at).toBe(measure.length);
          const onsets = new Set(
            score.notes
              .filter((note) => note.measure === measure.index && !tied.has(note.id))
              .map((note) => note.at - measure.start),
          );
          const sounding = counts[measure.index]!.filter((each) => each.state === 'sounds').map(
            (each) => each.at as number,
          );
          expect(new Set(sounding)).toEqual(onsets);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('numbers the first beat of every full measure of the demo tunes', () => {
    for (const { score } of demoTunes()) {
      for (const [index, counts] of countScore(score).entries()) {
        const measure = score.measures[index]!;
        if (measure.length === metreLength(measure.time)) expect(counts[0]!.syllable).toBe('1');
      }
    }
  });
});

describe('why a count', () => {
  const said = (time: string, notes: string, index: number, offset = 0) => {
    const [beats, beatType] = time.split('/').map(Number);
    const reading = readNotation(notes);
    if (!reading.ok) throw new Error(reading.message);
    const sounding = reading.events
      .filter((event) => !event.isRest)
      .map((event) => ({ at: event.at, end: event.at + event.duration }));
    const metre = { beats: beats!, beatType: beatType! };
    return countSentence(countMeasure(metre, reading.length, ticks(offset), sounding)[index]!, metre, offset);
  };

  it('is its place in the metre and what is heard', () => {
    expect(said('4/4', '1/4 1/8 1/8 1/2', 2)).toBe('Beat 2 of 4, its second half; a note is struck here.');
    expect(said('4/4', '1/2 r:1/2', 1)).toContain('Beat 2 of 4; the note before is held on');
    expect(said('4/4', '1/2 r:1/2', 2)).toContain('a rest: counted in silence');
    expect(said('6/8', '1/8 1/8 1/8 3/8', 2)).toBe('Beat 1 of 2, its last third; a note is struck here.');
    expect(said('4/4', '1/8 1/8', 1, 30_240)).toContain('Beat 4 of 4, its second half');
  });
});

describe('counting in other styles', () => {
  it.each([
    ['note-values', '4/4', '1/4 1/4 1/2', '1 1 1 -2'],
    ['note-values', '3/4', '3/4', '1 -2 -3'],
    ['note-values', '4/4', '1/1', '1 -2 -3 -4'],
    ['note-values', '4/4', '1/4 r:1/2 1/4', '1 (1) (2) 1'],
    ['ta-ti', '4/4', '1/4 1/8 1/8 1/2', 'ta ti ti ta -a'],
    ['ta-ti', '3/4', '3/4', 'ta -a -a'],
    ['ta-ti', '2/4', '1/16 1/16 1/16 1/16 1/4', 'ti ri ti ri ta'],
    ['ta-ti', '2/4', '3[1/8 1/8 1/8] 1/4', 'tri o la ta'],
    ['ta-ti', '6/8', '1/8 1/8 1/8 3/8', 'ti ti ti ta'],
    ['beat-function', '4/4', '1/4 1/8 1/8 1/16 1/16 1/16 1/16 1/4', 'ta ta di ta ka di mi ta'],
    ['beat-function', '2/4', '3[1/8 1/8 1/8] 1/4', 'ta ki da ta'],
    ['beat-function', '6/8', '1/16 1/16 1/16 1/16 1/16 1/16 3/8', 'ta va ki di da ma ta'],
    ['beat-function', '5/8', '1/8 1/8 1/8 1/8 1/8', 'ta ki da ta di'],
  ] as const)('%s, %s: %s', (style, time, notes, expected) =>
    expect(count(time, notes, 0, { style })).toBe(expected),
  );

  it.each([
    ['eighths', '6/8', '1/8 1/8 1/8 1/4 1/8', '1 2 3 4 -5 6'],
    ['eighths', '6/8', '1/8 1/8 1/8 3/8', '1 2 3 4 -5 -6'],
    ['eighths', '6/8', '3/8 1/8 r:1/8 1/8', '1 -2 -3 4 (5) 6'],
    ['eighths', '12/8', '3/4 3/8 1/4 1/8', '1 -2 -3 -4 -5 -6 7 -8 -9 10 -11 12'],
    ['eighths', '5/8', '1/8 1/8 1/8 1/4', '1 2 3 4 -5'],
    ['eighths', '3/8', '1/4 1/8', '1 -2 3'],
    ['beats', '9/8', '3/8 1/4 1/8 3/8', '1 -2 -3 2 -2 3 3 -2 -3'],
    ['eighths', '9/8', '1/8 1/8 1/8 3/8 1/8 1/8 1/8', '1 2 3 4 -5 -6 7 8 9'],
    ['eighths', '6/8', '1/16 1/16 1/8 1/8 3/8', '1 & 2 3 4 -5 -6'],
    ['beats', '6/8', '1/8 1/8 1/8 1/8 1/8 1/8', '1 2 3 2 2 3'],
    ['and-a', '12/8', '1/8 1/8 1/8 3/8 3/8 3/8', '1 & a 2 3 4'],
  ] as const)('compound beats said as %s, %s: %s', (compound, time, notes, expected) =>
    expect(count(time, notes, 0, { compound })).toBe(expected),
  );

  it.each([
    ['4/4', '1/16 r:1/16 1/8 3/4', '1 (e) & 2 -3 -4'],
    ['4/4', '1/16 r:1/8 1/16 3/4', '1 (e) a 2 -3 -4'],
    ['6/8', '1/8 r:1/8 1/8 3/8', '1 (&) a 2'],
    ['2/4', '1/8 r:1/8 1/4', '1 2'],
  ])('%s: %s: a rest between two syllables of a beat is shown', (time, notes, expected) =>
    expect(count(time, notes)).toBe(expected),
  );

  it('says triplets otherwise, and swung eighths as a triplet’s first and third', () => {
    expect(count('2/4', '3[1/8 1/8 1/8] 1/4', 0, { triplet: 'and-a' })).toBe('1 & a 2');
    expect(count('2/4', '1/8 1/8 1/4', 0, { isSwung: true })).toBe('1 let 2');
  });

  it('says two against three as “trip & let”, the eighth falling between', () => {
    const beat = 10_080;
    const at = [0, beat / 3, beat / 2, (2 * beat) / 3, beat];
    const sounding = at.map((each, index) => ({ at: each, end: at[index + 1] ?? 2 * beat }));
    const said = (triplet: 'trip-let' | 'and-a') =>
      countMeasure({ beats: 2, beatType: 4 }, ticks(2 * beat), ticks(0), sounding, {
        ...DEFAULT_COUNT_OPTIONS,
        triplet,
      }).map(({ syllable }) => syllable);
    expect(said('trip-let')).toEqual(['1', 'trip', '&', 'let', '2']);
    expect(new Set(said('and-a')).size).toBe(5);
  });

  it('covers the measure in every style', () => {
    for (const style of ['numbers', 'note-values', 'ta-ti', 'beat-function'] as const)
      for (const { score } of demoTunes())
        for (const [index, counts] of countScore(score, { ...DEFAULT_COUNT_OPTIONS, style }).entries())
          expect(counts.reduce((sum, each) => sum + each.duration, 0)).toBe(score.measures[index]!.length);
  });

  it('holds on, in the note-values style, from where the note began, before the barline too', () => {
    const beat = 10_080;
    const said = (sounding: readonly { at: number; end: number }[]) =>
      written(
        countMeasure({ beats: 4, beatType: 4 }, ticks(4 * beat), ticks(0), sounding, {
          ...DEFAULT_COUNT_OPTIONS,
          style: 'note-values',
        }),
      );
    expect(
      said([
        { at: -2 * beat, end: beat },
        { at: beat, end: 4 * beat },
      ]),
    ).toBe('-3 1 -2 -3');
    // Under a longer note the newer one is counted, for as long as it sounds.
    expect(
      said([
        { at: 0, end: 4 * beat },
        { at: beat, end: 3 * beat },
      ]),
    ).toBe('1 1 -2 -4');
    expect(
      said([
        { at: 0, end: beat },
        { at: 3 * beat, end: 4 * beat },
      ]),
    ).toBe('1 (1) (2) 1');
    expect(count('4/4', '1/8 1/8 3/4', 0, { style: 'note-values' })).toBe('1 & 1 -2 -3');
  });

  it('says where in the beat a rest stands that begins a measure inside it', () => {
    expect(count('4/4', 'r:1/8 1/4', 25_200, { style: 'ta-ti' })).toBe('(ti) ta');
    expect(count('4/4', '1/8 1/4', 25_200, { style: 'beat-function' })).toBe('di ta');
  });

  it('says what no table has as a finer part', () => {
    expect(count('4/4', '1/16 1/16 1/8 3/4', 0, { isSwung: true })).toBe('1 e let 2 -3 -4');
    expect(count('2/4', '1/32 3/32 1/8 1/4')).toBe('1 ta & 2');
    expect(count('2/4', '1/32 3/32 1/8 1/4', 0, { style: 'ta-ti' })).toBe('ti ta ti ta');
    expect(count('2/4', '1/32 3/32 1/8 1/4', 0, { style: 'beat-function' })).toBe('ta ta di ta');
    expect(count('6/8', '1/32 7/32 1/8 3/8', 0, { compound: 'eighths' })).toBe('1 e -2 3 4 -5 -6');
  });

  it('numbers simple beats as they are, however compound ones are said', () => {
    expect(count('4/4', '1/4 1/8 1/8 1/2', 0, { compound: 'eighths' })).toBe('1 2 & 3 -4');
    expect(count('4/4', '1/4 1/8 1/8 1/2', 0, { compound: 'beats' })).toBe('1 2 & 3 -4');
  });
});

describe('measures and notes that are not plain', () => {
  it('go on with the numbers where a measure is longer than its metre, and stop where it is shorter', () => {
    expect(count('3/4', '1/4 1/4 1/4 1/4 1/8 1/8')).toBe('1 2 3 4 5 &');
    expect(count('6/8', '3/8 3/8 3/8')).toBe('1 2 3');
    expect(count('4/4', '1/4')).toBe('1');
    expect(count('4/4', '1/4 1/8')).toBe('1 2');
    expect(count('3/4', '1/4 1/4 1/4 1/4', 20_160)).toBe('3 4 5 6');
  });

  it('keep triplets, sixteenths and compound parts running', () => {
    const running = { fill: 'running' } as const;
    expect(count('4/4', '3[1/4 1/8] 1/4 1/2', 0, running)).toBe('1 -trip let 2 3 -4');
    expect(count('4/4', '1/8 1/8 1/4 1/2', 0, running)).toBe('1 & 2 3 -4');
    expect(count('4/4', 'r:1/4 1/16 3/16 1/2', 0, running)).toBe('(1) 2 e -& -a 3 -4');
    expect(count('6/8', '1/4 1/8 3/8', 0, running)).toBe('1 -& a 2');
    expect(count('6/8', '1/16 1/16 1/8 1/8 3/8', 0, running)).toBe('1 ta & -ta a -ta 2');
    expect(count('6/8', '1/8 1/8 1/8 3/8', 0, running)).toBe('1 & a 2');
  });

  it('count what sounds, whatever the order in which it is given, and nothing outside the measure', () => {
    const metre = { beats: 2, beatType: 4 };
    const onsets = [
      { at: 15_120, end: 20_160 },
      { at: 0, end: 5_040 },
      { at: 5_040, end: 10_080 },
      { at: 20_160, end: 30_240 },
      { at: 7_560, end: 10_080 },
    ];
    expect(written(countMeasure(metre, ticks(20_160), ticks(0), onsets))).toBe('1 & a (2) &');
  });

  it('leave grace notes out, and hold what is tied over, also through a whole measure', () => {
    const score = scoreFromText({ time: [2, 4], key: 'C', right: 'C4:1/2~ | C4:1/2~ | C4:1/4 D4:1/4' });
    expect(countScore(score).map(written)).toEqual(['1 -2', '-1 -2', '-1 2']);
    const late = scoreFromText({ time: [2, 4], key: 'C', right: 'C4 r:1/8 D4:1/8' });
    const graced = {
      ...late,
      notes: late.notes.map((note) => (note.at > 0 ? { ...note, grace: GRACE } : note)),
    };
    expect(countScore(late).map(written)).toEqual(['1 (2) &']);
    expect(countScore(graced).map(written)).toEqual(['1 (2)']);
    const byNotes = countScore(score, { ...DEFAULT_COUNT_OPTIONS, style: 'note-values' }).map(written);
    expect(byNotes).toEqual(['1 -2', '-3 -4', '-5 1']);
  });

  it('are explained by their place', () => {
    const metre = { beats: 4, beatType: 4 };
    const sentence = (at: number, offset = 0) =>
      countSentence({ at: ticks(at), duration: ticks(1), syllable: '', state: 'sounds' }, metre, offset);
    const beat = 10_080;
    expect(sentence(beat / 4)).toMatch(/^Beat 1 of 4, its second quarter;/);
    expect(sentence((3 * beat) / 4)).toMatch(/^Beat 1 of 4, its last quarter;/);
    expect(sentence(beat / 3)).toMatch(/^Beat 1 of 4, its second third;/);
    expect(sentence(beat / 8)).toMatch(/^Beat 1 of 4, its finer part;/);
    expect(sentence(beat, 2 * beat)).toMatch(/^Beat 4 of 4;/);
  });
});
