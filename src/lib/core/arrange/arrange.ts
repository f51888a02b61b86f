import { findKey } from '../analyse/key';
import { findChords } from '../analyse/find-chords';
import { findForm } from '../analyse/form';
import { findTune } from '../analyse/tune';
import { countScore, type Count } from '../counting/count';
import { FULL_KEYBOARD, transposeScore, transpositionTo, type Keyboard } from '../keys/transpose-score';
import { intervalName, type Interval } from '../pitch/interval';
import { keyLabel, keyOf, readKey, tonicOf, type Key } from '../pitch/key';
import {
  BASS,
  TREBLE,
  type ChordSymbol,
  type Clef,
  type Note,
  type Score,
  type Section,
} from '../score/model';
import { compareNotes, comparePlaces } from '../score/order';
import { ticks, type NoteId } from '../units';
import type { ArrangementDocument, Pin } from './document';
import { handRoles, leftHandOf, rightHandOf, type HandRoles, type Reason } from './hands';
import { findSnags, type Snag } from './snags';
import type { LeftTexture } from './textures.data';

/** The derived result: a two-staff score (0 right hand, 1 left hand) and what stands beside it. */
export interface Arrangement {
  readonly score: Score;
  readonly key: Key;
  readonly sourceKey: Key;
  /** Counts of each measure, always computed; whether they are printed is the recipe's choice. */
  readonly counts: readonly (readonly Count[])[];
  readonly textures: readonly LeftTexture[];
  readonly sections: readonly Section[];
  readonly snags: readonly Snag[];
  readonly reasons: readonly Reason[];
  /** Pins whose note is not in this arrangement: kept, and back when the note is back. */
  readonly restingPins: readonly Pin[];
}

/** What arranging needs to know of a source and never changes with the recipe. */
export interface SourceFacts {
  readonly score: Score;
  readonly key: Key;
  readonly chords: readonly ChordSymbol[];
  readonly areChordsGiven: boolean;
  readonly sections: readonly Section[];
  readonly roles: HandRoles;
}

/** Looks at a source once: key, chords, sections, and which staves the hands take. */
export function studySource(score: Score): SourceFacts {
  const key = findKey(score).key;
  const areChordsGiven = score.chords.length > 0;
  return {
    score,
    key,
    areChordsGiven,
    chords: findChords(score, key).map(({ symbol }) => symbol),
    sections: sectionsOf(score),
    roles: handRoles(score.parts),
  };
}

/** Sections as the teacher set them, as the score marks them, or as they are found from what repeats. */
function sectionsOf(score: Score): readonly Section[] {
  const tune = new Set(findTune(score).notes);
  return findForm(
    score,
    score.notes.filter((note) => tune.has(note.id)),
  ).sections.map(({ id, name, from, to }) => ({ id, name, from, to }));
}

/**
 * Source + recipe + pins = arrangement. Pure: the same input gives the same output. What fingers do not touch is
 * worked out once for a key and its textures, and its records keep their identity from call to call, so that whoever
 * draws the result can tell what changed. O(events × candidates) at first, O(notes) when only fingers change.
 */
export function arrange(
  facts: SourceFacts,
  document: ArrangementDocument,
  keyboard: Keyboard = FULL_KEYBOARD,
): Arrangement {
  const key = targetKey(facts.key, document.recipe.key);
  const setting = settingFor(facts, key, texturesOf(facts, document), keyboard);
  const fingers = pinnedFingers(document);
  const keepsSourceFingers = document.recipe.fingers !== 'pinned';
  const notes = setting.score.notes.map((note) => {
    const finger = fingers.get(note.id) ?? (keepsSourceFingers ? note.finger : null);
    return finger === note.finger ? note : withFinger(note, finger);
  });
  const { counts, textures, snags, reasons } = setting;
  return {
    counts,
    textures,
    snags,
    reasons,
    score: { ...setting.score, notes },
    key,
    sourceKey: facts.key,
    sections: document.sections ?? facts.sections,
    restingPins: document.pins.filter(
      (pin) => pin.kind === 'finger' && !setting.noteIds.has(pin.note as NoteId),
    ),
  };
}

/** Everything that key and textures decide. */
interface Setting extends Pick<Arrangement, 'counts' | 'textures' | 'snags' | 'reasons'> {
  readonly score: Score;
  readonly noteIds: ReadonlySet<NoteId>;
}

/** The setting last worked out for a source. */
const lastSetting = new WeakMap<SourceFacts, { readonly choices: string; readonly setting: Setting }>();

function settingFor(
  facts: SourceFacts,
  key: Key,
  textures: readonly LeftTexture[],
  keyboard: Keyboard,
): Setting {
  const choices = JSON.stringify([key, textures, keyboard]);
  const last = lastSetting.get(facts);
  if (last?.choices === choices) return last.setting;
  const setting = workOut(facts, key, textures, keyboard);
  lastSetting.set(facts, { choices, setting });
  return setting;
}

/** Notes with another finger than the setting gave them, kept so that the same finger is the same record. */
const fingered = new WeakMap<Note, Map<number | null, Note>>();

function withFinger(note: Note, finger: number | null): Note {
  const variants = fingered.get(note) ?? new Map<number | null, Note>();
  fingered.set(note, variants);
  const known = variants.get(finger) ?? { ...note, finger };
  variants.set(finger, known);
  return known;
}

function workOut(
  facts: SourceFacts,
  key: Key,
  textures: readonly LeftTexture[],
  keyboard: Keyboard,
): Setting {
  const interval = transpositionTo(facts.score, facts.key, key, keyboard);
  const moved = transposeScore({ ...facts.score, chords: facts.chords }, interval);
  const right = rightHandOf(moved, facts.roles);
  const left = leftHandOf(moved, facts.roles, textures, right.notes);
  const raw = [...right.notes, ...left.notes];
  const noteIds = new Set(raw.map((note) => note.id));
  const score: Score = {
    ...moved,
    parts: [{ id: 'P1', name: 'Piano', staves: 2 }],
    notes: raw
      .map((note) => (note.tieTo === null || noteIds.has(note.tieTo) ? note : { ...note, tieTo: null }))
      .sort(compareNotes),
    rests: [...right.rests, ...left.rests].sort(comparePlaces),
    clefs: clefsOf(moved, facts.roles, textures),
    slurs: moved.slurs.filter((slur) => noteIds.has(slur.from) && noteIds.has(slur.to)),
    marks: moved.marks
      .filter((mark) => mark.part === facts.roles.tune.part || mark.part === facts.roles.left?.part)
      .map((mark) => ({ ...mark, part: 0, staff: Math.min(1, mark.staff) })),
  };
  return {
    score,
    noteIds,
    counts: countScore(score),
    textures,
    snags: findSnags(score, keyboard),
    reasons: [...keyReasons(facts, key, interval), ...left.reasons],
  };
}

/** The key asked for; one named only by its tonic keeps the piece's own mode. */
export function targetKey(source: Key, wanted: string | null): Key {
  const key = wanted === null ? null : readKey(wanted);
  if (!key) return source;
  if (key.mode === source.mode) return key;
  const sameTonic = keyOf(tonicOf(key), source.mode);
  return Math.abs(sameTonic.fifths) <= 7 ? sameTonic : source;
}

function texturesOf(facts: SourceFacts, document: ArrangementDocument): readonly LeftTexture[] {
  const painted = new Map(
    document.pins.flatMap((pin) => (pin.kind === 'texture' ? [[pin.measure, pin.texture] as const] : [])),
  );
  return facts.score.measures.map((measure) => {
    const chosen = painted.get(measure.index) ?? document.recipe.leftTexture;
    // Without a left hand in the source there is nothing to keep.
    return chosen === 'as-written' && facts.roles.left === null ? 'held-root' : chosen;
  });
}

function pinnedFingers(document: ArrangementDocument): ReadonlyMap<string, number> {
  return new Map(
    document.pins.flatMap((pin) => (pin.kind === 'finger' ? [[pin.note, pin.finger] as const] : [])),
  );
}

function clefsOf(score: Score, roles: HandRoles, textures: readonly LeftTexture[]): Score['clefs'] {
  const opening = (staff: number, clef: Clef) => ({ ...clef, part: 0, staff, measure: 0, at: ticks(0) });
  const right = score.clefs
    .filter((clef) => clef.part === roles.tune.part && clef.staff === roles.tune.staff)
    .map((clef) => ({ ...clef, part: 0, staff: 0 }));
  const kept = score.clefs
    .filter((clef) => clef.part === roles.left?.part && clef.staff === roles.left.staff)
    .map((clef) => ({ ...clef, part: 0, staff: 1 }));
  const left = textures.every((texture) => texture !== 'as-written')
    ? [opening(1, BASS)]
    : kept.some((clef) => clef.at === 0)
      ? kept
      : [opening(1, BASS), ...kept];
  return [...(right.some((clef) => clef.at === 0) ? right : [opening(0, TREBLE), ...right]), ...left].sort(
    (a, b) => a.at - b.at || a.staff - b.staff,
  );
}

function keyReasons(facts: SourceFacts, key: Key, interval: Interval): readonly Reason[] {
  const source = keyLabel(facts.key);
  if (interval.semitones === 0 && interval.steps === 0)
    return [{ measure: null, sentence: `The piece stays in ${source}, the key it came in.` }];
  const direction =
    interval.semitones > 0 ? 'up' : interval.semitones < 0 ? 'down' : 'to the same sounding pitch, by';
  return [
    {
      measure: null,
      sentence:
        `From ${source} to ${keyLabel(key)}: every note moves ${direction} a ${intervalName(interval)}.`.replace(
          / a (octave|augmented)/,
          ' an $1',
        ),
    },
  ];
}
