import { grouped } from '../score/grouped';
import type { HandName } from '../hands/hand';
import { midiOf, type Pitch } from '../pitch/pitch';
import { handOf } from '../score/hand-of';
import { ORNAMENTS, type Note, type Score } from '../score/model';
import { playedOrder, unfoldScore } from '../score/unfold';

/** A key that the music asks for at one moment. */
export interface ExpectedKey {
  readonly id: string;
  readonly key: number;
  readonly pitch: Pitch;
  readonly hand: HandName;
  /** Where it is let go: ticks from the start, its ties included. */
  readonly endTick: number;
  /** Grace notes may be played or left. */
  readonly isOptional: boolean;
  /** Its neighbours belong to it, too. */
  readonly isOrnamented: boolean;
}

/** All that begins together. */
export interface Moment {
  readonly tick: number;
  /** Ordinal of the measure in the score as it is played, repeats written out or not. */
  readonly measure: number;
  readonly keys: readonly ExpectedKey[];
  readonly isRolled: boolean;
  readonly isFermata: boolean;
}

/** What is to be played, in order. */
export interface Expected {
  readonly score: Score;
  readonly moments: readonly Moment[];
  /** For each measure as it is played, its ordinal in the score as written. */
  readonly written: readonly number[];
}

/** The moments of a score as it is written, or with its repeats played. Ties sound once; a note that both hands have is one key. */
export function expectedOf(source: Score, hand: HandName | null, isUnfolded: boolean): Expected {
  const score = isUnfolded ? unfoldScore(source) : source;
  const written = isUnfolded
    ? playedOrder(source).map(({ measure }) => measure)
    : score.measures.map(({ index }) => index);
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const tiedInto = new Set(score.notes.flatMap(({ tieTo }) => (tieTo === null ? [] : [tieTo])));
  const own = score.notes.filter(
    (note) =>
      !tiedInto.has(note.id) && isPlayed(score, note) && (hand === null || handOf(score, note) === hand),
  );
  const moments = [...grouped(own, ({ at }) => at)]
    .sort(([a], [b]) => a - b)
    .map(([tick, notes]): Moment => ({
      tick,
      measure: notes[0]!.measure,
      keys: keysOf(score, notes, byId),
      isRolled: notes.some(({ articulations }) => articulations.includes('arpeggiate')),
      isFermata: notes.some(({ articulations }) => articulations.includes('fermata')),
    }));
  return { score, moments, written };
}

/** In a song over a piano, what is sung is not played. */
function isPlayed(score: Score, note: Note): boolean {
  if (score.parts[note.part]?.uses?.[note.staff] === 'left-out') return false;
  const hasKeyboard = score.parts.length > 1 && score.parts.some(({ staves }) => staves > 1);
  return !hasKeyboard || score.parts[note.part]!.staves > 1;
}

function keysOf(
  score: Score,
  notes: readonly Note[],
  byId: ReadonlyMap<string, Note>,
): readonly ExpectedKey[] {
  const keys = new Map<number, ExpectedKey>();
  for (const note of notes) {
    let last = note;
    while (last.tieTo !== null && byId.has(last.tieTo)) last = byId.get(last.tieTo)!;
    const key = midiOf(note.pitch);
    const known = keys.get(key);
    const isOptional = note.grace !== null;
    if (known && (!known.isOptional || isOptional)) continue;
    keys.set(key, {
      id: note.id,
      key,
      pitch: note.pitch,
      hand: handOf(score, note),
      endTick: last.at + last.duration,
      isOptional,
      isOrnamented: note.articulations.some((each) => ORNAMENTS.includes(each)),
    });
  }
  return [...keys.values()].sort((a, b) => a.key - b.key);
}
