import { notesByMeasure } from '../score/by-measure';
import { fillWithRests } from '../score/fill-rests';
import type { Note, Rest, Score } from '../score/model';
import { compareNotes, comparePlaces } from '../score/order';
import type { SourceFacts } from '../analyse/study-source';
import type { ArrangementDocument } from '../document/document';
import { openDocument, type OpenDocument } from '../document/open-document';
import { putPins, type Pinned } from '../document/pins/put-pins';
import { countsFor } from './apply-counts';
import { showFingers } from './apply-fingers';
import { pedalFor, withPedalMarks } from './apply-pedal';
import { ANYONE, type ArrangeFor } from './arrange-for';
import type { Arrangement } from './arrangement';
import { completeArrangement } from './complete';
import { mendTies } from '../score/mend-ties';
import { chooseArrangement, type Chosen } from './choose-arrangement';

/**
 * Source + recipe + pins = arrangement. Pure: the same input gives the same output. What a change does not touch is kept
 * from call to call (the source in its key, the rungs above, the rung without its note pins), and its records keep their
 * identity, so that whoever draws the result can tell what changed.
 */
export function arrange(
  facts: SourceFacts,
  document: ArrangementDocument,
  whom: ArrangeFor = ANYONE,
): Arrangement {
  return draft(facts, document, whom).complete();
}

/** An arrangement that can be drawn already, and is weighed and checked when it is asked to be complete. */
export interface Draft extends Pick<Arrangement, 'score' | 'counts'> {
  readonly complete: () => Arrangement;
}

/**
 * The steps in the order in which a teacher works: open the document; choose key, sections, hands, textures and voicings;
 * put the teacher's own notes in place; fingers, counts, pedal. Looking it all over waits until it is asked for, so that
 * the ink need not.
 */
export function draft(facts: SourceFacts, document: ArrangementDocument, whom: ArrangeFor = ANYONE): Draft {
  const open = openDocument(document);
  const chosen = chooseArrangement(facts, open, whom);
  const { pinned, notes } = pinNotes(open, chosen);
  const fingered = showFingers(chosen, notes, open.recipe, whom);
  const pedal = pedalFor(chosen, notes, open, whom);
  const score = writeScore(chosen, pinned, fingered.notes, pedal);
  const counts = countsFor(chosen, open, score);
  const complete = () => completeArrangement({ open, whom, chosen, pinned, fingered, pedal, score, counts });
  return { score, counts, complete };
}

/** The learner's notes with what was pinned on them, before fingers are worked out. */
export function pinNotes(
  open: OpenDocument,
  { facts, material, interval, scale, base }: Chosen,
): { readonly pinned: Pinned; readonly notes: readonly Note[] } {
  const { measures } = material.score;
  const place = { measures, sourceMeasure: facts.sourceMeasure, interval, scale };
  const pinned = putPins(open.onNotes, place, base.notes, base.slurs);
  return { pinned, notes: pinned.touched.size === 0 ? pinned.notes : mendTies(pinned.notes) };
}

/** Everything that is printed, in one score. */
function writeScore(
  { material, base }: Chosen,
  pinned: Pinned,
  fingered: readonly Note[],
  pedal: Arrangement['pedal'],
): Score {
  const marks =
    pinned.marks.length === 0 ? base.marks : [...base.marks, ...pinned.marks].sort((a, b) => a.at - b.at);
  return {
    ...material.score,
    parts: base.parts,
    chords: base.chords,
    notes: [...fingered, ...base.others.notes].sort(compareNotes),
    rests: [...restsAround(base.rests, pinned, material), ...base.others.rests].sort(comparePlaces),
    clefs: base.clefs,
    slurs: pinned.slurs,
    marks: withPedalMarks(marks, pedal),
  };
}

/** Rests of measures whose notes a pin changed are filled anew. */
function restsAround(
  rests: readonly Rest[],
  { notes, touched }: Pick<Pinned, 'notes' | 'touched'>,
  { measures }: Chosen['material'],
): readonly Rest[] {
  if (touched.size === 0) return rests;
  const byMeasure = notesByMeasure(notes, measures.length);
  const filled = [...touched].flatMap((index) => {
    const { measure, offset } = measures[index]!;
    return [0, 1].flatMap((staff) => {
      const own = byMeasure[index]!.filter((note) => note.staff === staff);
      const before = rests.filter((rest) => rest.measure === index && rest.staff === staff);
      const voice = own[0]?.voice ?? before[0]?.voice ?? (staff === 0 ? 'R' : 'L');
      return fillWithRests(measure, offset, own, before, { staff, voice });
    });
  });
  return [...rests.filter((rest) => !touched.has(rest.measure)), ...filled];
}
