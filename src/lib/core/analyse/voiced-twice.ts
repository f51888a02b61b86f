import { grouped } from '../score/grouped';
import { chordName, spellChord, type NamedChord } from '../pitch/chord';
import { withSigns, midiOf, pitchClassOf } from '../pitch/pitch';
import type { HandName } from '../hands/hand';
import type { Note, Score } from '../score/model';
import type { ChordFinding } from './find-chords';

/** One chord that a hand of the source plays in more than one shape. */
export interface VoicingFinding {
  readonly id: string;
  readonly chord: string;
  readonly hand: HandName;
  /** Where each shape is first met. */
  readonly measures: readonly number[];
  readonly sentence: string;
}

/**
 * Chords that a hand plays in more than one shape; some teachers want one shape for one chord. A shape is at least three of
 * the chord's own keys: of the left hand all that it plays under the chord, of the right what it strikes at once. O(notes).
 */
export function findVoicings(score: Score, chords: readonly ChordFinding[]): readonly VoicingFinding[] {
  const dismissed = new Set(score.judgement?.dismissed);
  const struck = score.notes.filter((note) => !note.grace);
  return (['left', 'right'] as const).flatMap((hand) => {
    const own = struck.filter((note) => note.staff > 0 === (hand === 'left'));
    return [...shapesOf(own, chords, hand)].flatMap(([name, shapes]): VoicingFinding[] => {
      const id = hand === 'left' ? `voicing:${name}` : `voicing:${name}:right`;
      if (shapes.size < 2 || dismissed.has(id)) return [];
      return [
        {
          ...{ id, chord: name, hand, measures: [...shapes.values()] },
          sentence: `${withSigns(name)} is played in ${shapes.size} shapes by the ${hand} hand.`,
        },
      ];
    });
  });
}

/** By chord, its shapes (keys low to high) with the measure of each. */
function shapesOf(
  notes: readonly Note[],
  chords: readonly ChordFinding[],
  hand: HandName,
): ReadonlyMap<string, ReadonlyMap<string, number>> {
  const found = new Map<string, Map<string, number>>();
  let first = 0;
  for (const { symbol, duration } of chords) {
    const end = symbol.at + duration;
    while (first < notes.length && notes[first]!.at < symbol.at) first += 1;
    const within: Note[] = [];
    for (let index = first; index < notes.length && notes[index]!.at < end; index += 1)
      within.push(notes[index]!);
    if (symbol.chord.kind !== 'chord') continue;
    const name = chordName(symbol.chord);
    const shapes = found.get(name) ?? new Map<string, number>();
    found.set(name, shapes);
    for (const keys of hand === 'left' ? [keysOf(within)] : blocksOf(within, symbol.chord)) {
      const shape = keys.join();
      if (keys.length >= 3 && !shapes.has(shape)) shapes.set(shape, symbol.measure);
    }
  }
  return found;
}

/** What is struck at once and is all of the chord. */
function blocksOf(notes: readonly Note[], chord: NamedChord): readonly (readonly number[])[] {
  const tones = new Set(spellChord(chord).map(pitchClassOf));
  return [...grouped(notes, ({ at }) => at).values()]
    .filter((block) => block.every(({ pitch }) => tones.has(pitchClassOf(pitch))))
    .filter((block) => new Set(block.map(({ pitch }) => pitchClassOf(pitch))).size >= 3)
    .map(keysOf);
}

function keysOf(notes: readonly Note[]): readonly number[] {
  return [...new Set(notes.map((note) => midiOf(note.pitch)))].sort((a, b) => a - b);
}
