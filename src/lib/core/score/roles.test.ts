import { describe, expect, it } from 'vitest';
import { TEXTURES } from '../../testing/labelled/textures';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { plainDocument } from '../../testing/documents';
import { arrange } from '../arrange/arrange';
import { handRoles, suggestUses } from './roles';
import { studySource } from '../analyse/study-source';

const SONG = scoreFromAbc(TEXTURES.find(({ name }) => name.startsWith('a sung'))!.abc);

describe('what each staff is for', () => {
  it('is suggested: the voice has the tune, the keyboard accompanies', () =>
    expect(suggestUses(SONG.parts)).toEqual([['tune'], ['accompaniment', 'accompaniment']]));

  it('two tracks of one staff are tune and accompaniment', () => {
    const parts = [
      { id: 'P1', name: 'Flute', staves: 1 },
      { id: 'P2', name: 'Bass', staves: 1 },
    ];
    expect(suggestUses(parts)).toEqual([['tune'], ['accompaniment']]);
  });

  it('as the teacher chose it, the hands follow', () => {
    const parts = SONG.parts.map((part, index) => ({
      ...part,
      uses: index === 0 ? (['left-out'] as const) : (['tune', 'accompaniment'] as const),
    }));
    expect(handRoles(parts)).toEqual({ tune: { part: 1, staff: 0 }, left: { part: 1, staff: 1 } });
    const { score } = arrange(studySource({ ...SONG, parts }), plainDocument({ leftTexture: 'as-written' }));
    const upper = SONG.notes.filter((note) => note.part === 1 && note.staff === 0);
    expect(score.notes.filter((note) => note.staff === 0)).toHaveLength(upper.length);
  });

  it('sections and chords that the teacher set are those of a new arrangement', () => {
    const sections = [
      { id: 'x', name: 'First', from: 0, to: 3 },
      { id: 'y', name: 'Last', from: 4, to: 7 },
    ];
    const judged = { ...SONG, judgement: { key: null, chords: [], tune: [], sections, dismissed: [] } };
    expect(studySource(judged).sections).toEqual(sections);
  });
});
