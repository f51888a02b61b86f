import type { Key } from '../pitch/key';
import type { Note, Score } from '../score/model';
import { isToneOfKey } from './degrees';
import { findChords, type ChordFinding } from './find-chords';
import { findForm, type FormFinding } from './form';
import { findKey, findKeyPassages, type KeyFinding, type KeyPassage } from './find-key';
import { findMisspellings, type SpellingFinding } from './spelling';
import { findVoicings, type VoicingFinding } from './voiced-twice';
import { findTune, type TuneFinding } from './tune';

/** All that a teacher works out about a piece before arranging it. */
export interface Analysis {
  readonly key: KeyFinding;
  readonly passages: readonly KeyPassage[];
  readonly chords: readonly ChordFinding[];
  readonly outsideNotes: readonly Note[];
  readonly tune: TuneFinding;
  readonly form: FormFinding;
  readonly misspellings: readonly SpellingFinding[];
  readonly voicings: readonly VoicingFinding[];
}

/** Knows a piece: key, chords, tune, form and spelling, each as the teacher overruled it where they did. Pure. */
export function analyseScore(score: Score): Analysis {
  const key = findKey(score);
  const passages = findKeyPassages(score, key.key);
  const chords = findChords(score, key.key);
  const tune = findTune(score);
  const tuneIds = new Set(tune.notes);
  const tuneNotes = score.notes.filter((note) => tuneIds.has(note.id));
  return {
    key,
    passages,
    chords,
    outsideNotes: outsideNotes(score, key.key),
    tune,
    form: findForm(score, tuneNotes),
    misspellings: findMisspellings(score, chords, passages, key.key),
    voicings: findVoicings(score, chords),
  };
}

function outsideNotes(score: Score, key: Key): readonly Note[] {
  return score.notes.filter((note) => !isToneOfKey(note.pitch, key));
}
