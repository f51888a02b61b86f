import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { noteId, ticks } from '../units';
import type { Note, Score } from './model';
import { validateScore } from './validate';

const sound = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4:1/1~ | C4:1/2 r:1/2',
  left: 'C3:1/1 | C3:1/1',
});
const [first] = sound.notes;

const codes = (score: Score) => validateScore(score).map(({ code, measure }) => `${code} ${measure}`);
const withFirst = (change: Partial<Note>): Score => ({
  ...sound,
  notes: sound.notes.map((note, index) => (index === 0 ? { ...note, ...change } : note)),
});

describe('what must hold of a score', () => {
  it('holds of a sound one', () => expect(validateScore(sound)).toEqual([]));

  it.each<[string, Score, readonly string[]]>([
    ['an id twice', { ...sound, notes: [...sound.notes, first!] }, ['duplicate-id 0']],
    ['a finger that no hand has', withFirst({ finger: 6 as Note['finger'] }), ['bad-finger 0']],
    ['a finger under the thumb', withFirst({ finger: 0 as unknown as Note['finger'] }), ['bad-finger 0']],
    ['a staff that is not there', withFirst({ staff: 2 }), ['unknown-part 0']],
    ['a staff below nothing', withFirst({ staff: -1 }), ['unknown-part 0']],
    ['a part that is not there', withFirst({ part: 3 }), ['unknown-part 0']],
    ['a note beyond its measure', withFirst({ duration: ticks(40_321) }), ['outside-measure 0']],
    ['a note before its measure', withFirst({ measure: 1 }), ['outside-measure 1']],
    ['a measure that is not there', withFirst({ measure: 9 }), ['outside-measure 9']],
    ['a tie to nothing', withFirst({ tieTo: noteId('gone') }), ['dangling-tie 0']],
    [
      'a slur from nothing',
      { ...sound, slurs: [{ from: noteId('gone'), to: first!.id }] },
      ['dangling-slur 0'],
    ],
    [
      'a slur to nothing',
      { ...sound, slurs: [{ from: first!.id, to: noteId('gone') }] },
      ['dangling-slur 0'],
    ],
    [
      'a gap between measures',
      {
        ...sound,
        measures: sound.measures.map((each) =>
          each.index === 1 ? { ...each, start: ticks(each.start + 1) } : each,
        ),
      },
      ['gap-between-measures 1', 'outside-measure 1', 'outside-measure 1'],
    ],
    [
      'a metre that cannot be',
      {
        ...sound,
        measures: sound.measures.map((each) =>
          each.index === 1 ? { ...each, time: { beats: 4, beatType: 3 } } : each,
        ),
      },
      ['bad-time 1'],
    ],
  ])('is told of %s', (_, score, expected) => expect(codes(score)).toEqual(expected));

  it('is told in words', () => {
    for (const { message } of validateScore(
      withFirst({ finger: 6 as Note['finger'], tieTo: noteId('gone') }),
    ))
      expect(message).toMatch(/^[A-Z].*\.$/);
  });
});
