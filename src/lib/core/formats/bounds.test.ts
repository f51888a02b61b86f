import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import type { Score } from '../score/model';
import { atMost, checkCounts, trimmed } from './bounds';
import { MOST, type Counted } from './most.data';
import { Refusal } from './result';

const song = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4:1/4 D4:1/4 E4:1/2 | F4:1/1',
  left: 'C3:1/1 | F3:1/1',
});

function refusalOf(work: () => void): Refusal['detail'] | null {
  try {
    work();
    return null;
  } catch (fault) {
    if (fault instanceof Refusal) return fault.detail;
    throw fault;
  }
}

describe('how much is taken', () => {
  it('is refused one past the most of it, with the count and the place', () => {
    for (const what of Object.keys(MOST) as Counted[]) {
      const most = MOST[what];
      expect(refusalOf(() => atMost(what, most, { file: 'a.mid' }))).toBeNull();
      expect(refusalOf(() => atMost(what, most + 1, { file: 'a.mid', line: 3 }))).toMatchObject({
        code: 'too-many',
        place: { file: 'a.mid', line: 3 },
        count: { what, reached: most + 1, most },
      });
    }
  });

  it('says the figure as it is read', () => {
    expect(refusalOf(() => atMost('notes', 60_001, { file: 'a' }))!.message).toContain('over 60,000 notes');
  });
});

describe('what a score holds', () => {
  const file = 'a.musicxml';
  const times = <T>(count: number, each: T): T[] => Array<T>(count).fill(each);
  const note = song.notes[0]!;

  it.each<readonly [Counted, Partial<Score>]>([
    ['parts', { parts: times(65, { ...song.parts[0]!, staves: 0 }) }],
    ['staves', { parts: times(33, { ...song.parts[0]!, staves: 2 }) }],
    ['measures', { measures: times(2_001, song.measures[0]!) }],
    ['rests', { rests: times(60_001, {} as Score['rests'][number]) }],
    ['slurs', { slurs: times(30_001, {} as Score['slurs'][number]) }],
    ['changes of clef', { clefs: times(4_001, {} as Score['clefs'][number]) }],
    ['notes in one measure', { notes: times(1_501, note) }],
    ['notes in one chord', { notes: times(33, note) }],
    ['voices', { notes: Array.from({ length: 129 }, (_, voice) => ({ ...note, voice: String(voice) })) }],
    [
      'chords and slashes in one measure',
      { chords: times(25, { id: '', measure: 1, at: note.at, chord: { kind: 'none' as const } }) },
    ],
    [
      'lines of words under a note',
      {
        notes: [
          {
            ...note,
            lyrics: times(13, { verse: 1, text: 'la', syllabic: 'single', extends: false } as never),
          },
        ],
      },
    ],
  ])('is counted: %s', (what, change) => {
    expect(refusalOf(() => checkCounts({ ...song, ...change }, file))).toMatchObject({
      code: 'too-many',
      count: { what },
      place: { file },
    });
  });

  it('is taken as it is otherwise', () => {
    expect(refusalOf(() => checkCounts(song, file))).toBeNull();
  });

  it('is named by the printed number of its measure', () => {
    const crowded = { ...song, notes: times(1_501, { ...note, measure: 1 }) };
    expect(refusalOf(() => checkCounts(crowded, file))!.place.measure).toBe('2');
  });
});

describe('texts of a score', () => {
  it('are cut to what can be shown, and say so', () => {
    const long = trimmed({ ...song, title: 'a'.repeat(301), composer: 'b'.repeat(300) });
    expect(long.title).toHaveLength(300);
    expect(long.title.endsWith('…')).toBe(true);
    expect(long.composer).toBe('b'.repeat(300));
  });

  it('stand inside the piece only', () => {
    const word = (measure: number, at: number) => ({ measure, at: at as never, text: 'la', endsLine: false });
    const end = song.measures[1]!.start + song.measures[1]!.length;
    const kept = trimmed({
      ...song,
      words: [word(0, 0), word(1, end), word(1, end + 1), word(2, 0), word(0, -1)],
    });
    expect(kept.words.map(({ at }) => at)).toEqual([0, end]);
  });
});
