import { isInScale, tonicOf, type Key } from '../pitch/key';
import { midiOf, mod, pitchClassOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import { wholeNumberOrAny } from './fields';
import { defineLimit, type HandFacts, type PlacedBreak } from './limit';

const GROUP = 8;

/**
 * Keys outside the key signature, counted over eight measures at a time, each once a chord and hand. An essential third of a
 * chord is kept all the same, with a snag.
 */
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
    const counts = measures.map(({ right, left }) => foreignKeys(right, key) + foreignKeys(left, key));
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

function foreignKeys({ notes, chordChanges, measure }: HandFacts, key: Key): number {
  const chordOf = (at: number) =>
    [...chordChanges].reduce(
      (last, change) => (change <= at && change > last ? change : last),
      measure.start as number,
    );
  return new Set(
    notes.flatMap((note) => (isChromatic(note, key) ? [`${chordOf(note.at)}/${midiOf(note.pitch)}`] : [])),
  ).size;
}

/** Outside the key; the raised sixth and seventh of minor belong to it. */
export function isChromatic(note: Note, key: Key): boolean {
  if (isInScale(note.pitch, key)) return false;
  if (key.mode === 'major') return true;
  const degree = mod(pitchClassOf(note.pitch) - pitchClassOf(tonicOf(key)), 12);
  return degree !== 9 && degree !== 11;
}
