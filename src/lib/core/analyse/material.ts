import { partitionPoint } from '../score/partition-point';
import { tempoOf } from '../score/tempo';
import type { Chord } from '../pitch/chord';
import type { Key } from '../pitch/key';
import type { ChordSymbol, Measure, Note, Rest, Score, Section } from '../score/model';
import { metreLength, metreOffset } from '../score/time';
import { fillWithRests } from '../score/fill-rests';
import type { NoteId } from '../units';
import type { HandRoles } from '../score/roles';
import { twinsOf } from './twins';

/** Notes and rests of one staff in one measure. */
export interface StaffMusic {
  readonly notes: readonly Note[];
  readonly rests: readonly Rest[];
}

/** What the source gives for one measure, moved to the arrangement's key. */
export interface MeasureMaterial {
  readonly measure: Measure;
  /** Where it begins in its metre, in ticks. */
  readonly offset: number;
  readonly lengthMs: number;
  /** The tune by itself, on the right hand's staff. */
  readonly tune: StaffMusic;
  /** The whole staff that has the tune. */
  readonly upper: StaffMusic;
  /** The source's own left hand; empty where it has none. */
  readonly lower: StaffMusic;
  readonly section: number;
  readonly opensSection: boolean;
  readonly isPhraseEnd: boolean;
}

/** All of a source but its chords. */
export interface Gathered {
  readonly score: Score;
  readonly key: Key;
  readonly measures: readonly MeasureMaterial[];
  readonly sections: readonly Section[];
  /** Named by the score or a teacher, so that their kinds count. */
  readonly areSectionsGiven: boolean;
  /** Quarters a minute. */
  readonly tempo: number;
  readonly hasLeftHand: boolean;
  readonly hasTune: boolean;
  /** Notes held over from the measure before, with the place in its metre where they were struck (−1 if earlier). */
  readonly heldFrom: ReadonlyMap<NoteId, number>;
  /** Where each note of the source begins. */
  readonly startOf: ReadonlyMap<NoteId, number>;
  readonly tuneIds: ReadonlySet<NoteId>;
}

export interface Material extends Gathered {
  readonly chordAt: (tick: number) => Chord | null;
  /** For each measure the first that has the same tune over the same chords in a section of its kind, or itself. */
  readonly twinOf: readonly number[];
  /** The same, by all that the source has there. */
  readonly wholeTwinOf: readonly number[];
}

export interface MaterialInput {
  /** Already in the arrangement's key. */
  readonly score: Score;
  readonly key: Key;
  readonly roles: HandRoles;
  readonly tuneIds: ReadonlySet<NoteId>;
  readonly sections: readonly Section[];
  readonly areSectionsGiven: boolean;
  /** Quarters a minute; null takes the score's own. */
  readonly tempo: number | null;
}

/** Sorts a source by measures and hands. O(notes). */
export function gatherMaterial(input: MaterialInput): Gathered {
  const { score, key, roles, tuneIds, sections, areSectionsGiven, tempo } = input;
  const count = score.measures.length;
  const empty = () =>
    Array.from({ length: count }, (): { notes: Note[]; rests: Rest[] } => ({ notes: [], rests: [] }));
  const [tune, upper, lower] = [empty(), empty(), empty()];
  const isUpper = (event: Note | Rest) => event.part === roles.tune.part && event.staff === roles.tune.staff;
  const isLower = (event: Note | Rest) => {
    const { left } = roles;
    return left !== null && event.part === left.part && event.staff >= left.staff && !isUpper(event);
  };
  for (const note of score.notes) {
    if (tuneIds.has(note.id) || (note.grace && isUpper(note)))
      tune[note.measure]!.notes.push({ ...note, part: 0, staff: 0 });
    if (isUpper(note)) upper[note.measure]!.notes.push({ ...note, part: 0, staff: 0 });
    else if (isLower(note))
      lower[note.measure]!.notes.push({ ...note, part: 0, staff: 1, voice: `L${note.voice}` });
  }
  for (const rest of score.rests) {
    if (isUpper(rest)) {
      const own = { ...rest, part: 0, staff: 0 };
      tune[rest.measure]!.rests.push(own);
      upper[rest.measure]!.rests.push(own);
    } else if (isLower(rest))
      lower[rest.measure]!.rests.push({ ...rest, part: 0, staff: 1, voice: `L${rest.voice}` });
  }
  const sectionOf = (measure: number) =>
    Math.max(
      0,
      sections.findLastIndex((each) => each.from <= measure),
    );
  const pace = tempo ?? tempoOf(score);
  const measures = score.measures.map((measure, index): MeasureMaterial => {
    const section = sectionOf(index);
    const own = sections[section];
    const endsSection = own?.to === index || index === count - 1;
    // A pickup is no measure of its phrase.
    const opening = own && score.measures[own.from];
    const isLedIn = opening !== undefined && opening.length < metreLength(opening.time);
    const isFourth =
      own !== undefined && (index - own.from + (isLedIn ? 0 : 1)) % 4 === 0 && index > own.from;
    const offset = metreOffset(score.measures, index);
    return {
      measure,
      offset,
      // A pickup is judged at the pace of the measure that it belongs to.
      lengthMs: Math.round((Math.max(measure.length, metreLength(measure.time)) / 10_080) * (60_000 / pace)),
      tune: withoutGaps(measure, offset, onlyTune(tune[index]!), 0),
      upper: withoutGaps(measure, offset, upper[index]!, 0),
      lower: withoutGaps(measure, offset, lower[index]!, 1),
      section,
      opensSection: own?.from === index || index === 0,
      isPhraseEnd: endsSection || isFourth,
    };
  });
  return {
    score,
    key,
    measures,
    sections,
    areSectionsGiven,
    tempo: pace,
    hasLeftHand: lower.some((each) => each.notes.length > 0),
    hasTune: tune.some((each) => each.notes.length > 0),
    heldFrom: heldNotes(score),
    startOf: new Map(score.notes.map((note) => [note.id, note.at])),
    tuneIds,
  };
}

/** The same music over chords: the notes keep their identity, whatever the chords become. O(notes). */
export function harmonize(gathered: Gathered, chords: readonly ChordSymbol[]): Material {
  const { measures, sections, areSectionsGiven } = gathered;
  const score = { ...gathered.score, chords };
  const likeness = { measures: score.measures, chords, sections, areSectionsGiven };
  return {
    ...gathered,
    score,
    twinOf: twinsOf({ ...likeness, notes: measures.map((each) => each.tune.notes) }),
    wholeTwinOf: twinsOf({
      ...likeness,
      notes: measures.map((each) => [...each.upper.notes, ...each.lower.notes]),
    }),
    chordAt: chordFinder(chords),
  };
}

/** A file may leave silence unwritten; where one voice stands alone it is said with rests. */
function withoutGaps(
  measure: Measure,
  offset: number,
  { notes, rests }: StaffMusic,
  staff: number,
): StaffMusic {
  const [first] = notes;
  const isAlone = first && [...notes, ...rests].every(({ voice }) => voice === first.voice);
  if (!isAlone) return { notes, rests };
  return { notes, rests: fillWithRests(measure, offset, notes, rests, { staff, voice: first.voice }) };
}

/** Rests of a second voice say nothing about a tune that sounds meanwhile. */
function onlyTune({ notes, rests }: StaffMusic): StaffMusic {
  const isSilent = (rest: Rest) =>
    notes.every((note) => note.at >= rest.at + rest.duration || note.at + note.duration <= rest.at);
  const kept = rests.filter(isSilent);
  const voice = notes[0]?.voice ?? kept[0]?.voice;
  return { notes, rests: kept.filter((rest) => rest.voice === voice) };
}

function heldNotes(score: Score): ReadonlyMap<NoteId, number> {
  const held = new Map<NoteId, number>();
  for (const note of score.notes) {
    if (note.tieTo === null) continue;
    const measure = score.measures[note.measure]!;
    held.set(
      note.tieTo,
      held.has(note.id) ? -1 : note.at - measure.start + metreOffset(score.measures, note.measure),
    );
  }
  return held;
}

function chordFinder(chords: readonly ChordSymbol[]): Material['chordAt'] {
  const sorted = [...chords].sort((a, b) => a.at - b.at);
  return (tick) => sorted[partitionPoint(sorted, ({ at }) => at > tick) - 1]?.chord ?? null;
}
