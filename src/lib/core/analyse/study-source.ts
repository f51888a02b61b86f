import { findChords } from './find-chords';
import { findForm } from './form';
import { findKey } from './find-key';
import { fingerprints } from './likeness';
import { findTune } from './tune';
import type { Key } from '../pitch/key';
import type { ChordSymbol, Score, Section } from '../score/model';
import type { NoteId } from '../units';
import type { PieceMakeup } from '../score/makeup';
import { handRoles, type HandRoles } from '../score/roles';

/** What arranging needs to know of a source and never changes with the recipe. */
export interface SourceFacts {
  readonly score: Score;
  readonly key: Key;
  readonly chords: readonly ChordSymbol[];
  readonly sections: readonly Section[];
  /** Named in the score or drawn by a teacher, rather than found. */
  readonly areSectionsGiven: boolean;
  readonly roles: HandRoles;
  readonly tuneIds: ReadonlySet<NoteId>;
  /** For each measure the first one with the same music, or itself. */
  readonly firstLike: readonly number[];
  /** The same, where music that was only moved to other notes counts as the same, too. */
  readonly firstAlike: readonly number[];
  /** For each measure the one of the piece as it came in; they differ when note values are doubled. */
  readonly sourceMeasure: readonly number[];
}

/** Looks at a source once: key, chords, tune, sections, what repeats, and which staves the hands take. */
export function studySource(score: Score): SourceFacts {
  const key = findKey(score).key;
  const tuneIds = new Set(findTune(score).notes);
  const tune = score.notes.filter((note) => tuneIds.has(note.id));
  const chords = findChords(score, key).map(({ symbol }) => symbol);
  const form = findForm(score, tune);
  return {
    score,
    key,
    chords,
    tuneIds,
    sections: form.sections.map(({ id, name, from, to }) => ({ id, name, from, to })),
    areSectionsGiven:
      form.origin === 'chosen' || score.measures.some((measure) => measure.rehearsal !== null),
    roles: handRoles(score.parts),
    ...repeatsOf({ ...score, chords }, tune),
    sourceMeasure: score.measures.map((measure) => measure.index),
  };
}

/** Measures with the same music, and with the same music moved to other notes. O(notes). */
function repeatsOf(
  score: Score,
  tune: Parameters<typeof fingerprints>[1],
): Pick<SourceFacts, 'firstLike' | 'firstAlike'> {
  const prints = fingerprints(score, tune);
  const kinds = prints.map(({ full, harmony }, index) => {
    const { length, time } = score.measures[index]!;
    return { frame: `${length}/${time.beats}/${time.beatType}`, full, harmony };
  });
  return {
    firstLike: firsts(kinds.map(({ frame, full, harmony }) => `${frame}|${full}|${harmony}`)),
    firstAlike: firsts(
      kinds.map(({ frame, full }, index) => `${frame}|${full === '' ? index : fromItsLowest(full)}`),
    ),
  };
}

/** A fingerprint with keys counted from its lowest, so that a moved measure reads the same. */
function fromItsLowest(full: string): string {
  const notes = full.split(',').map((each) => each.split(':'));
  const lowest = Math.min(...notes.map(([, key]) => Number(key)));
  return notes
    .map(([place, key]) => `${place}:${Number(key) - lowest}`)
    .sort()
    .join();
}

function firsts(kinds: readonly string[]): readonly number[] {
  const seen = new Map<string, number>();
  return kinds.map((kind, index) => {
    const first = seen.get(kind) ?? index;
    seen.set(kind, first);
    return first;
  });
}

export function makeupOf({ tuneIds, score, roles }: SourceFacts): PieceMakeup {
  const { left } = roles;
  return {
    hasTune: tuneIds.size > 0,
    hasLeftHand:
      left !== null && score.notes.some((note) => note.part === left.part && note.staff >= left.staff),
    hasPedal: score.marks.some((mark) => mark.kind === 'pedal'),
    hasFingers: score.notes.some((note) => note.finger !== null),
  };
}
