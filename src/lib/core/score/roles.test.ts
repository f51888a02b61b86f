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
    expect(suggestUses(SONG)).toEqual([['tune'], ['accompaniment', 'accompaniment']]));

  it('two tracks of one staff are tune and accompaniment', () => {
    const parts = [
      { id: 'P1', name: 'Flute', staves: 1 },
      { id: 'P2', name: 'Bass', staves: 1 },
    ];
    expect(suggestUses({ ...SONG, parts })).toEqual([['tune'], ['accompaniment']]);
  });

  it('of many parts the bass that goes through is kept, and birdsong here and there is not', () => {
    const band = scoreFromAbc(
      [
        'X:1\nM:4/4\nL:1/4\nK:C\n%%score B F G K',
        'V:B name="Birds"\nV:F name="Flute"\nV:G name="Strings"\nV:K name="Bass" clef=bass',
        "V:B\nz4|z4|z4|z4|z4|z4|z4|c''2 z2|",
        `V:F\n${'c d e f|'.repeat(8)}`,
        `V:G\n${'C4|'.repeat(8)}`,
        `V:K\n${'C, G, C, G,|'.repeat(8)}`,
      ].join('\n'),
    );
    expect(suggestUses(band)).toEqual([['left-out'], ['tune'], ['left-out'], ['accompaniment']]);
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
