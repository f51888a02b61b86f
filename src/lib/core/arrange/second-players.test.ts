import type { Pin } from '../document/pins/registry';
import { strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { plainDocument } from '../../testing/documents';
import { readMusicXml } from '../formats/musicxml/read';
import { midiOf } from '../pitch/pitch';
import { asParts } from '../score/as-parts';
import { validateScore } from '../score/validate';
import { arrange } from './arrange';
import type { Setting } from '../document/choices/settings.data';
import { arrangementMusicXml } from '../handout/export';
import { studySource } from '../analyse/study-source';

const facts = studySource(demoTunes().find(({ file }) => file.startsWith('slow-tide'))!.score);
const made = (setting: Setting, rung = 3, pins: readonly Pin[] = []) =>
  arrange(facts, {
    ...plainDocument({ setting, rung, leftTexture: 'by-rung', rightTexture: 'by-rung' }),
    pins,
  });

describe('a song', () => {
  it('gives the tune to the voice with its words, chords to the right hand, a bass to the left', () => {
    const { score } = made('sing');
    expect(validateScore(score)).toEqual([]);
    expect(score.parts[0]).toMatchObject({ staves: 3, order: [2, 0, 1], groups: [1, 2] });
    const voice = score.notes.filter((note) => note.staff === 2);
    expect(voice.map((note) => note.id).sort()).toEqual([...facts.tuneIds].sort());
    expect(voice.some((note) => note.lyrics.length > 0)).toBe(true);
    const right = score.notes.filter((note) => note.staff === 0);
    expect(right.every((note) => note.id.startsWith('g'))).toBe(true);
    expect(score.notes.filter((note) => note.staff === 1).length).toBeGreaterThan(0);
  });

  it('goes out as a part for each player, which reads back the same', () => {
    const { score, counts } = made('sing');
    const parts = asParts(score);
    expect(parts.parts.map(({ name, staves }) => [name, staves])).toEqual([
      ['Voice', 1],
      ['Piano', 2],
    ]);
    const back = readMusicXml(strToU8(arrangementMusicXml(score, counts)), 'song.musicxml');
    if (!back.ok) throw new Error(back.error.message);
    expect(back.value.notes).toHaveLength(score.notes.length);
    expect(back.value.notes.filter((note) => note.part === 0)).toHaveLength(facts.tuneIds.size);
  });

  it('holds no note of the voice over to one that the voice does not have', () => {
    const song = studySource(scoreFromAbc('X:1\nM:3/4\nL:1/4\nK:C\n"C"c d e|"F"B,3-|"C"[B,g]2 z|"G"g3|]'));
    const { score } = arrange(song, plainDocument({ setting: 'sing', rung: 3 }));
    expect(validateScore(score)).toEqual([]);
    expect(score.notes.filter(({ staff, tieTo }) => staff === 2 && tieTo !== null)).toEqual([]);
  });

  it('can be played in one section and sung in another', () => {
    const refrain = facts.sections[1]!;
    const pins = Array.from({ length: refrain.to - refrain.from + 1 }, (_, index): Pin => ({
      id: `setting:${refrain.from + index}`,
      kind: 'setting',
      measure: refrain.from + index,
      setting: 'sing',
    }));
    const { score, settings } = made('solo', 3, pins);
    expect(validateScore(score)).toEqual([]);
    expect(new Set(settings)).toEqual(new Set(['solo', 'sing']));
    const sung = score.notes.filter((note) => note.staff === 2);
    expect(sung.every((note) => note.measure >= refrain.from && note.measure <= refrain.to)).toBe(true);
    const ids = score.notes.map((note) => note.id);
    expect(new Set(ids).size).toBe(ids.length);
  });
});

describe('two at the piano', () => {
  it('has the learner an octave up and the teacher below, with no key between them', () => {
    const two = made('two', 2);
    const solo = made('solo', 2);
    expect(validateScore(two.score)).toEqual([]);
    expect(two.score.parts[0]!.names).toEqual(['Learner', 'Teacher']);
    const tuneOf = (arrangement: typeof two) =>
      arrangement.score.notes.filter((note) => facts.tuneIds.has(note.id)).map((note) => midiOf(note.pitch));
    expect(tuneOf(two)).toEqual(tuneOf(solo).map((key) => key + 12));
    const learner = two.score.notes.filter((note) => note.staff <= 1);
    for (const teacher of two.score.notes.filter((note) => note.staff > 1))
      expect(
        learner.some(
          (note) =>
            midiOf(note.pitch) === midiOf(teacher.pitch) &&
            note.at < teacher.at + teacher.duration &&
            note.at + note.duration > teacher.at,
        ),
      ).toBe(false);
  });

  it('counts for the learner only', () => {
    const two = made('two', 2);
    const solo = made('solo', 2);
    expect(two.counts).toEqual(solo.counts);
  });
});
