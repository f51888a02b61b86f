import { findKey } from '../../analyse/find-key';
import { isInScale, type Key } from '../../pitch/key';
import { spellClassInKey, spellLine } from '../../pitch/spell';
import type { Score } from '../../score/model';
import { TICKS_PER_QUARTER } from '../../units';
import { assembleScore, PLAIN_EVENT, PLAIN_MEASURE } from '../assemble';
import type { PlayedMeasure } from './metre';
import type { Performance } from './parse';
import type { GridNote } from './voices';

/** Above this share of notes outside it, a key signature is not believed. */
const MOST_OUTSIDE_KEY = 0.18;

/** The key of each measure: the file's signature where the notes agree with it, otherwise what the notes say. */
export function keysOf(
  performance: Performance,
  measures: readonly PlayedMeasure[],
  notes: readonly GridNote[],
  origin: number,
): readonly Key[] {
  const found = findKey(soundingScore(notes)).key;
  const signatures = performance.keys.map(({ at, value }) => ({
    at,
    key: { fifths: value.fifths, mode: value.isMinor ? ('minor' as const) : ('major' as const) },
  }));
  if (signatures.length === 0) return measures.map(() => found);
  const believed = signatures.map(({ at, key }, index) => {
    const from = index === 0 ? -Infinity : at * TICKS_PER_QUARTER - origin;
    const to = (signatures[index + 1]?.at ?? Infinity) * TICKS_PER_QUARTER - origin;
    const inside = notes.filter((note) => note.at >= from && note.at < to);
    const outside = inside.filter((note) => !isInScale(spellClassInKey(note.key, key), key)).length;
    return { at, key: outside > MOST_OUTSIDE_KEY * inside.length ? found : key };
  });
  return measures.map(
    (measure) => (believed.findLast((each) => each.at <= measure.start + 1e-6) ?? believed[0]!).key,
  );
}

/** A score of the bare notes, enough to find the key by. */
function soundingScore(notes: readonly GridNote[]): Score {
  const length = Math.max(...notes.map((note) => note.end), TICKS_PER_QUARTER);
  return assembleScore({
    title: '',
    composer: '',
    parts: [{ id: 'P1', name: '', staves: 1 }],
    measures: [
      {
        ...PLAIN_MEASURE,
        length,
        time: { beats: 4, beatType: 4 },
        key: { fifths: 0, mode: 'major' },
      },
    ],
    voices: [
      {
        part: 0,
        staff: 0,
        voice: '1',
        measures: [
          notes.map((note) => ({
            ...PLAIN_EVENT,
            at: note.at,
            duration: note.end - note.at,
            pitches: spellLine([note.key], { fifths: 0, mode: 'major' }),
          })),
        ],
      },
    ],
    chords: [],
    marks: [],
  });
}
