import { mendTies } from '../score/mend-ties';
import { midiOf } from '../pitch/pitch';
import { BASS, TREBLE, type Clef, type Note, type Rest, type Score } from '../score/model';
import { tempoOf } from '../score/tempo';
import { isCompound } from '../score/time';
import { bpm, ticks, TICKS_PER_QUARTER, type NoteId } from '../units';
import { addColours } from '../textures/colours';
import { carryLyrics } from '../touch/carry-lyrics';
import { carryTouch } from '../touch/carry-touch';
import type { Recipe } from '../document/recipe';
import type { Setting } from '../document/choices/settings.data';
import type { Loss } from '../score/losses';
import type { Material } from '../analyse/material';
import { withFinger } from '../score/finger';
import { raiseLearner, secondPlayers } from './second-players';
import type { SolvedRung } from '../ladder/rung-task';
import type { SourceFacts } from '../analyse/study-source';
import { textureLabel } from '../document/choices/textures.data';

const MIDDLE_C = 60;
const LOWEST_IN_TREBLE = 57;

/** The chosen notes of the learner's hands and the other players, as records that live as long as the choice does. */
export interface BaseScore {
  readonly notes: readonly Note[];
  readonly rests: readonly Rest[];
  readonly slurs: Score['slurs'];
  /** Those of the piece, and what colours put between them. */
  readonly chords: Score['chords'];
  readonly losses: readonly Loss[];
  readonly others: ReturnType<typeof secondPlayers>;
  readonly marks: Score['marks'];
  readonly clefs: Score['clefs'];
  readonly parts: Score['parts'];
}

/** Writes the choices of a rung as notes, with what the other players have, touch, clefs and counts. */
export function writeBase(
  material: Material,
  settingAt: readonly Setting[],
  solved: SolvedRung,
  recipe: Recipe,
  facts: SourceFacts,
): BaseScore {
  const choices = solved.choices.map(({ candidate }) => candidate);
  const chosen = choices.flatMap(({ right, left }) => [...right.music.notes, ...left.music.notes]);
  const coloured = addColours(
    {
      notes: chosen,
      rests: choices.flatMap(({ right, left }) => [...right.music.rests, ...left.music.rests]),
    },
    recipe.colours,
    material,
  );
  const raised = raiseLearner(coloured.notes, settingAt);
  const isStripped = recipe.fingers === 'pinned' || recipe.sourceFingers === 'ignored';
  const fingered = isStripped ? raised.map((note) => withFinger(note, null)) : raised;
  const others = secondPlayers(material, settingAt, fingered);
  const sung = carryLyrics(material.score, mendTies(fingered));
  const touched = carryTouch(material.score, sung, solved.place);
  const marks = material.score.marks
    .filter((mark) => mark.part === facts.roles.tune.part || mark.part === facts.roles.left?.part)
    .map((mark) => ({ ...mark, part: 0, staff: Math.min(1, mark.staff) }));
  const ids = new Set<string>(touched.notes.map((note) => note.id));
  return {
    notes: touched.notes,
    rests: coloured.rests,
    slurs: touched.slurs,
    chords: [...material.score.chords, ...coloured.chords].sort((a, b) => a.at - b.at),
    losses: [
      ...choices.flatMap(({ right, left }) => [...right.music.losses, ...left.music.losses]),
      ...touched.losses,
      ...replaced(material, solved, ids, others.notes),
    ],
    others,
    marks: material.tempo === tempoOf(material.score) ? marks : withTempo(marks, material),
    clefs: clefsOf(material, facts, solved, touched.notes, others.staves),
    parts: [
      {
        id: 'P1',
        name: 'Piano',
        staves: others.staves,
        ...(others.staves > 2 ? { groups: others.groups, order: others.order, names: others.names } : {}),
      },
    ],
  };
}

/** The tempo at which it is played in place of the written ones, in the beat that they were written in. */
function withTempo(marks: Score['marks'], { tempo, measures }: Material): Score['marks'] {
  const written = marks.find((mark) => mark.kind === 'tempo');
  const time = measures[0]?.measure.time;
  const beatUnit = written?.beatUnit ?? (time && isCompound(time) ? ticks(15_120) : ticks(TICKS_PER_QUARTER));
  const opening = {
    kind: 'tempo' as const,
    part: 0,
    staff: 0,
    measure: 0,
    at: ticks(0),
    bpm: bpm(Math.round((tempo * TICKS_PER_QUARTER * 10) / beatUnit) / 10),
    beatUnit,
  };
  return [opening, ...marks.filter((mark) => mark.kind !== 'tempo')];
}

/** One record a measure and hand for the notes that a texture stands in place of, so that nothing goes without a word. */
function replaced(
  material: Material,
  solved: SolvedRung,
  present: ReadonlySet<string>,
  others: readonly Note[],
): readonly Loss[] {
  const elsewhere = new Set<string>(others.map((note) => note.id));
  return material.measures.flatMap((own, index): Loss[] => {
    const { right, left } = solved.choices[index]!.candidate;
    const told = new Set<string>([...right.music.losses, ...left.music.losses].flatMap((loss) => loss.notes));
    const missing = (notes: readonly Note[]) =>
      notes
        .filter((note) => !present.has(note.id) && !told.has(note.id) && !elsewhere.has(note.id))
        .map((note): NoteId => note.id);
    const [upper, lower] = [missing(own.upper.notes), missing(own.lower.notes)];
    return [
      ...(upper.length > 0
        ? [
            {
              measure: index,
              hand: 'right' as const,
              kind: 'replaced' as const,
              notes: upper,
              sentence:
                right.texture === 'rests'
                  ? 'The right hand rests here, as it was asked to.'
                  : `“${textureLabel(right.texture)}” stands in place of what else the right hand had.`,
            },
          ]
        : []),
      ...(lower.length > 0
        ? [
            {
              measure: index,
              hand: 'left' as const,
              kind: 'replaced' as const,
              notes: lower,
              sentence:
                left.texture === 'rests'
                  ? 'The left hand rests here, as it was asked to.'
                  : `“${textureLabel(left.texture)}” stands in place of the left hand as written.`,
            },
          ]
        : []),
    ];
  });
}

function clefsOf(
  material: Material,
  facts: SourceFacts,
  solved: SolvedRung,
  notes: readonly Note[],
  staves: number,
): Score['clefs'] {
  const { roles } = facts;
  const opening = (staff: number, clef: Clef) => ({ ...clef, part: 0, staff, measure: 0, at: ticks(0) });
  const from = (place: { readonly part: number; readonly staff: number } | null, staff: number) =>
    material.score.clefs
      .filter((clef) => place && clef.part === place.part && clef.staff === place.staff)
      .map((clef) => ({ ...clef, part: 0, staff }));
  const isWritten = (hand: 'right' | 'left') =>
    solved.choices.some(({ candidate }) => candidate[hand].texture === 'as-written');
  const isTwo = staves >= 4;
  const right =
    isWritten('right') || solved.choices.some(({ candidate }) => candidate.right.texture === 'tune')
      ? from(roles.tune, 0)
      : [];
  const left = isWritten('left') ? from(roles.left, 1) : [];
  const opened = (own: Score['clefs'], staff: number, clef: Clef) =>
    own.some((each) => each.at === 0) ? own : [opening(staff, clef), ...own];
  const extra = Array.from({ length: Math.max(0, staves - 2) }, (_, index) =>
    opening(index + 2, isTwo && index + 2 >= staves - 2 ? BASS : TREBLE),
  );
  return [
    ...opened(right, 0, TREBLE),
    ...opened(left, 1, isTwo || liesHigh(notes) ? TREBLE : BASS),
    ...extra,
  ].sort((a, b) => a.at - b.at || a.staff - b.staff);
}

/** A left hand that shares a high tune would stand on ledger lines in the bass clef: most of it above middle C, none below A3. */
function liesHigh(notes: readonly Note[]): boolean {
  const heights = notes.filter(({ staff }) => staff === 1).map(({ pitch }) => midiOf(pitch));
  const high = heights.filter((height) => height > MIDDLE_C).length;
  return heights.every((height) => height >= LOWEST_IN_TREBLE) && high * 2 > heights.length;
}
