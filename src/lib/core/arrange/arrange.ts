import { explainFinger, type ExplainDepth, type FingerWhy } from '../fingering/explain';
import { countsFor } from './apply-counts';
import { fingerTask, showFingers } from './apply-fingers';
import { pedalFor, withPedalMarks } from './apply-pedal';
import { rungAt } from '../rungs/rungs';
import type { Note, Rest, Score } from '../score/model';
import { compareNotes, comparePlaces } from '../score/order';
import type { ArrangementDocument } from './document';
import type { Material } from './material';
import { applyNotePins } from './note-pins';
import { fillWithRests } from './reduce-rhythm';
import type { SourceFacts } from './study-source';
import { explain, type Why } from './why';
import { ANYONE, type ArrangeFor } from './arrange-for';
import { settingFor, type Chosen } from './choose-arrangement';
import { mendTies } from './base-score';
import { remarksOf, restingSnag } from './describe';
import { fingerSnags } from './finger-snags';
import type { Arrangement } from './arrangement';
import { overviewOf } from './overview';

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

/** The music of an arrangement first, so that its ink need not wait until it has been looked over. */
export function draft(facts: SourceFacts, document: ArrangementDocument, whom: ArrangeFor = ANYONE): Draft {
  return finish(settingFor(facts, document, whom), document, whom);
}

/** Why one measure is as it is, with the ways that lost. */
export function explainMeasure(
  facts: SourceFacts,
  document: ArrangementDocument,
  measure: number,
  whom: ArrangeFor = ANYONE,
): Why | null {
  const { facts: source, solved } = settingFor(facts, document, whom);
  if (!solved.choices[measure]) return null;
  const rung = rungAt(whom.rules.rungs, document.recipe.rung);
  return explain(
    measure,
    source.sourceMeasure[measure]!,
    solved,
    rung,
    solved.voicingAt.get(measure) ?? null,
  );
}

/** Why one note has its finger, whether it is shown or not, with the ways that lost. */
export function explainFingerOf(
  facts: SourceFacts,
  document: ArrangementDocument,
  note: string,
  whom: ArrangeFor = ANYONE,
  depth: ExplainDepth = 'full',
): FingerWhy | null {
  const { chosen, notes } = learnerNotes(facts, document, whom);
  return explainFinger(fingerTask(chosen, notes, document.recipe, whom), note, depth);
}

/** The learner's notes with what was pinned on them, before fingers are shown. */
export function learnerNotes(
  facts: SourceFacts,
  document: ArrangementDocument,
  whom: ArrangeFor,
): { readonly chosen: Chosen; readonly notes: readonly Note[] } {
  const chosen = settingFor(facts, document, whom);
  const context = {
    measures: chosen.material.score.measures,
    sourceMeasure: chosen.facts.sourceMeasure,
    interval: chosen.interval,
    scale: chosen.scale,
  };
  const { notes } = applyNotePins(document, context, chosen.base.notes, chosen.base.slurs);
  return { chosen, notes: mendTies(notes) };
}

/** Puts the note pins on top. */
function finish(chosen: Chosen, document: ArrangementDocument, whom: ArrangeFor): Draft {
  const { facts, material, interval, settingAt, solved, base, scale } = chosen;
  const context = { measures: material.score.measures, sourceMeasure: facts.sourceMeasure, interval, scale };
  const pinned = applyNotePins(document, context, base.notes, base.slurs);
  const own = pinned.touched.size === 0 ? pinned.notes : mendTies(pinned.notes);
  const fingered = showFingers(chosen, own, document.recipe, whom);
  const notes = [...fingered.notes, ...base.others.notes].sort(compareNotes);
  const pedal = pedalFor(chosen, own, document, whom);
  const marks =
    pinned.marks.length === 0 ? base.marks : [...base.marks, ...pinned.marks].sort((a, b) => a.at - b.at);
  const score: Score = {
    ...material.score,
    parts: base.parts,
    notes,
    rests: [...restsAround(base.rests, pinned, material), ...base.others.rests].sort(comparePlaces),
    clefs: base.clefs,
    slurs: pinned.slurs,
    marks: withPedalMarks(marks, pedal),
  };
  const counts = countsFor(chosen, document, score);
  const complete = (): Arrangement => {
    const overview = overviewOf({ chosen, document, whom, score, pinned, pedal });
    return {
      score,
      key: material.key,
      sourceKey: facts.key,
      textures: solved.choices.map(({ candidate }) => candidate.left.texture),
      rightTextures: solved.choices.map(({ candidate }) => candidate.right.texture),
      settings: settingAt,
      counts,
      pedal,
      loads: overview.loads,
      loadTerms: overview.loadTerms,
      positions: fingered.positions() ?? overview.positions,
      sections: material.sections,
      snags: [
        ...overview.snags,
        ...fingerSnags(fingered.troubles, document),
        ...pinned.resting.map((pin) => restingSnag(pin, facts)),
      ].sort((a, b) => a.measure - b.measure),
      losses: base.losses,
      remarks: remarksOf(chosen, document),
      sourceMeasure: facts.sourceMeasure,
      firstLike: facts.firstLike,
      firstAlike: facts.firstAlike,
      circled: pinned.circled,
      interval,
      scale,
      restingPins: pinned.resting,
    };
  };
  return { score, counts, complete };
}

/** Rests of measures whose notes a pin changed are filled anew. */
function restsAround(
  rests: readonly Rest[],
  { notes, touched }: { readonly notes: readonly Note[]; readonly touched: ReadonlySet<number> },
  material: Material,
): readonly Rest[] {
  if (touched.size === 0) return rests;
  const filled = [...touched].flatMap((index) => {
    const { measure, offset } = material.measures[index]!;
    return [0, 1].flatMap((staff) => {
      const own = notes.filter((note) => note.measure === index && note.staff === staff);
      const before = rests.filter((rest) => rest.measure === index && rest.staff === staff);
      const voice = own[0]?.voice ?? before[0]?.voice ?? (staff === 0 ? 'R' : 'L');
      return fillWithRests(measure, offset, own, before, { staff, voice });
    });
  });
  return [...rests.filter((rest) => !touched.has(rest.measure)), ...filled];
}
