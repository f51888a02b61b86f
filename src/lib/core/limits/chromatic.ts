import { isInScale, tonicOf, type Key } from '../pitch/key';
import { mod, pitchClassOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import { wholeNumberOrAny } from './fields';
import { defineLimit, type PlacedBreak } from './limit';

const GROUP = 8;

/** Notes outside the key, counted over eight measures at a time. */
export const chromatic = defineLimit({
  fields: {
    chromaticPerEight: wholeNumberOrAny({
      label: 'Chromatic notes in 8 measures',
      least: 0,
      most: 64,
      defaults: [0, 2, 4, 8, null, null],
    }),
  },
  price: 0,
  remedies: ['easier-measure'],
  inPiece: ({ measures, key }, { chromaticPerEight: most }) => {
    if (most === null) return [];
    const counts = measures.map(
      ({ right, left }) => [...right.notes, ...left.notes].filter((note) => isChromatic(note, key)).length,
    );
    const found: PlacedBreak[] = [];
    for (let from = 0; from < counts.length; from += GROUP) {
      let total = 0;
      for (const [index, count] of counts.slice(from, from + GROUP).entries()) {
        total += count;
        if (total <= most || count === 0) continue;
        found.push({
          measure: from + index,
          hand: null,
          sentence: `${total} chromatic notes in eight measures, over ${most}`,
        });
        break;
      }
    }
    return found;
  },
});

/** Outside the key; the raised sixth and seventh of minor belong to it. */
export function isChromatic(note: Note, key: Key): boolean {
  if (isInScale(note.pitch, key)) return false;
  if (key.mode === 'major') return true;
  const degree = mod(pitchClassOf(note.pitch) - pitchClassOf(tonicOf(key)), 12);
  return degree !== 9 && degree !== 11;
}
