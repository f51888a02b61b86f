import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { scoreFromText } from '../../testing/score-from-text';
import type { Lyric, Score } from '../score/model';
import { ANYONE } from '../arrange/arrange-for';
import { arrange } from '../arrange/arrange';
import { carryLyrics } from './carry-lyrics';
import { newDocument } from '../document/document';
import { makeupOf, studySource } from '../analyse/study-source';

const syllable = (text: string, syllabic: Lyric['syllabic']): Lyric => ({
  verse: 1,
  text,
  syllabic,
  isExtended: false,
});

/** Four quarters sung “har-bour lights on”. */
function song(): Score {
  const score = scoreFromText({ time: [4, 4], key: 'C', right: 'C4 D4 E4 F4', left: 'C3:1/1' });
  const words = [
    syllable('har', 'begin'),
    syllable('bour', 'end'),
    syllable('lights', 'single'),
    syllable('on', 'single'),
  ];
  const right = score.notes.filter((note) => note.staff === 0);
  return {
    ...score,
    notes: score.notes.map((note) => ({
      ...note,
      lyrics: note.staff === 0 ? [words[right.indexOf(note)]!] : [],
    })),
  };
}

const sung = (score: Score, leftOut: readonly number[]) => {
  const right = score.notes.filter((note) => note.staff === 0);
  const kept = score.notes.filter((note) => !leftOut.some((index) => right[index] === note));
  return carryLyrics(score, kept).flatMap(({ lyrics }) =>
    lyrics.map(({ text, syllabic }) => [text, syllabic]),
  );
};

describe('words of a song', () => {
  it('stay as they are while every note stays', () => {
    const score = song();
    expect(carryLyrics(score, score.notes)).toBe(score.notes);
  });

  it('join the note before: one word without a gap, two with one', () => {
    expect(sung(song(), [1])).toEqual([
      ['harbour', 'single'],
      ['lights', 'single'],
      ['on', 'single'],
    ]);
    expect(sung(song(), [2, 3])).toEqual([
      ['har', 'begin'],
      ['bour lights on', 'end'],
    ]);
  });

  it('go to the first note after, where none is before', () => {
    expect(sung(song(), [0, 1])).toEqual([
      ['harbour lights', 'single'],
      ['on', 'single'],
    ]);
  });

  it('are all there on every rung of a song, in order', () => {
    const { score } = demoTunes().find(({ file }) => file.startsWith('slow-tide'))!;
    const facts = studySource(score);
    const text = (notes: Score['notes']) =>
      notes
        .flatMap(({ lyrics }) => lyrics.filter(({ verse }) => verse === 1).map((each) => each.text))
        .join('')
        .replaceAll(' ', '');
    const whole = text(score.notes);
    expect(whole.length).toBeGreaterThan(40);
    for (const rung of [1, 2, 3, 4, 5, 6]) {
      const { score: made } = arrange(facts, newDocument(makeupOf(facts), rung), ANYONE);
      expect(text(made.notes)).toBe(whole);
    }
  });
});
