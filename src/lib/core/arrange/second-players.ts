import { grouped } from '../score/grouped';
import { AVERAGE_HAND } from '../hands/reach';
import { noteId } from '../units';
import type { Note, Rest } from '../score/model';
import { midiOf } from '../pitch/pitch';
import { accompany } from '../voicing/accompany';
import { chordSpans } from '../voicing/chord-spans';
import type { Setting } from '../document/choices/settings.data';
import type { Material } from '../analyse/material';
import { mendTies } from '../score/mend-ties';
import { fillWithRests } from '../score/fill-rests';
import { SUNG_TEXTURES, TEXTURES } from '../document/choices/textures.data';

/** Staves beside the learner's two: a singer's above, a teacher's two below. Numbers are staves of the one part. */
export interface SecondPlayers {
  readonly notes: readonly Note[];
  readonly rests: readonly Rest[];
  readonly staves: number;
  /** Staves from top to bottom, and how many each player reads. */
  readonly order: readonly number[];
  readonly groups: readonly number[];
  readonly names: readonly string[];
}

/** What sounds beside the learner: the sung tune, and the teacher's part where two are at the piano. */
export function secondPlayers(
  material: Material,
  settingAt: readonly Setting[],
  learner: readonly Note[],
): SecondPlayers {
  const sings = settingAt.includes('sing') && material.hasTune;
  const teaches = settingAt.includes('two');
  const voice = 2;
  const teacher = sings ? 3 : 2;
  const notes: Note[] = [];
  const rests: Rest[] = [];
  if (sings)
    for (const { measure, offset, tune } of material.measures) {
      const own =
        settingAt[measure.index] === 'sing'
          ? tune.notes.map((note): Note => ({ ...note, staff: voice, voice: 'V' }))
          : [];
      notes.push(...own);
      rests.push(...fillWithRests(measure, offset, own, [], { staff: voice, voice: 'V' }));
    }
  if (teaches) {
    const made = teacherPart(material, settingAt, learner, teacher);
    notes.push(...made.notes);
    rests.push(...made.rests);
  }
  return {
    notes: mendTies(notes),
    rests,
    staves: 2 + (sings ? 1 : 0) + (teaches ? 2 : 0),
    order: [...(sings ? [voice] : []), 0, 1, ...(teaches ? [teacher, teacher + 1] : [])],
    groups: [...(sings ? [1] : []), 2, ...(teaches ? [2] : [])],
    names: [...(sings ? ['Voice'] : []), teaches ? 'Learner' : 'Piano', ...(teaches ? ['Teacher'] : [])],
  };
}

/** Chords and bass below the learner, on the beat: the teacher's own hands, and none of the learner's keys. */
function teacherPart(
  material: Material,
  settingAt: readonly Setting[],
  learner: readonly Note[],
  firstStaff: number,
): { readonly notes: readonly Note[]; readonly rests: readonly Rest[] } {
  const shared = {
    material,
    spans: chordSpans(material.score.measures, material.score.chords),
    atOnce: 3,
    widest: null,
    isPlain: false,
    size: AVERAGE_HAND,
    style: 'nearest' as const,
    positionAt: () => null,
  };
  const isTwo = (measure: number) => settingAt[measure] === 'two';
  const right = accompany({
    ...shared,
    hand: 'right',
    textureAt: (measure) =>
      isTwo(measure)
        ? { ...SUNG_TEXTURES['inversions-pulsed'], window: { lowest: 45, highest: 58 }, home: 52 }
        : null,
    otherHand: [],
    byHand: new Map(),
  });
  const left = accompany({
    ...shared,
    hand: 'left',
    textureAt: (measure) => (isTwo(measure) ? TEXTURES['octave-bass'] : null),
    otherHand: [],
    byHand: new Map(),
  });
  const byMeasure = grouped(learner, ({ measure }) => measure);
  const notes: Note[] = [];
  const rests: Rest[] = [];
  for (const { measure, offset } of material.measures)
    for (const [index, made] of [right, left].entries()) {
      const place = { staff: firstStaff + index, voice: `T${index}` };
      const own = (made.notes.get(measure.index) ?? [])
        .filter((note) => !isTaken(note, byMeasure.get(measure.index) ?? []))
        .map((note): Note => ({
          ...note,
          ...place,
          id: noteId(`t${note.id}`),
          tieTo: note.tieTo === null ? null : noteId(`t${note.tieTo}`),
        }));
      notes.push(...own);
      rests.push(...fillWithRests(measure, offset, own, [], place));
    }
  return { notes, rests };
}

function isTaken(note: Note, learner: readonly Note[]): boolean {
  return learner.some(
    (each) =>
      midiOf(each.pitch) === midiOf(note.pitch) &&
      each.at < note.at + note.duration &&
      each.at + each.duration > note.at,
  );
}

/** The learner plays an octave higher than written beside a teacher, who needs the keys below. */
export function raiseLearner(notes: readonly Note[], settingAt: readonly Setting[]): readonly Note[] {
  if (!settingAt.includes('two')) return notes;
  return notes.map((note) =>
    settingAt[note.measure] === 'two'
      ? { ...note, pitch: { ...note.pitch, octave: note.pitch.octave + 1 } }
      : note,
  );
}
