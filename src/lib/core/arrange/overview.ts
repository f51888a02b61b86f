import { rungAt } from '../limits/rungs';
import type { MeasurePedal } from '../pedal/plan-pedal';
import type { Score } from '../score/model';
import type { ArrangeFor } from './arrange-for';
import type { Arrangement } from './arrangement';
import { loadWithPedal, termsWithPedal } from './apply-pedal';
import type { Chosen } from './choose-arrangement';
import { positionName } from './describe';
import type { OpenDocument } from '../document/open-document';
import { judgeMeasures } from '../load/judge-measures';
import { limitSnags } from '../snags/limit-snags';
import { lostNotes } from '../snags/lost-notes';
import type { Pinned } from '../document/pins/put-pins';
import { doubleThem, keepTune } from '../snags/remedies';
import { pedalSnags } from '../snags/pedal-snags';
import { physicalSnags } from '../snags/physical-snags';
import { strainSnags } from '../snags/strain-snags';
import { strongTuneNotes } from '../ladder/solve-rung';

/** What is found by looking a finished arrangement over. */
export type Overview = Pick<Arrangement, 'loads' | 'loadTerms' | 'positions' | 'snags'>;

interface OverviewTask {
  readonly chosen: Chosen;
  readonly open: OpenDocument;
  readonly whom: ArrangeFor;
  readonly score: Score;
  readonly pinned: Pinned;
  readonly pedal: readonly MeasurePedal[];
}

const last = new WeakMap<
  Chosen,
  { readonly asked: string; readonly pedal: readonly MeasurePedal[]; readonly overview: Overview }
>();

/** Weighs and checks a result; a finger or a mark changes none of it, so that the last overview stands. */
export function overviewOf(task: OverviewTask): Overview {
  const { pedal } = task;
  const asked = task.open.soundsBy;
  const known = last.get(task.chosen);
  if (known?.asked === asked && known.pedal === pedal) return known.overview;
  const overview = lookOver(task);
  last.set(task.chosen, { asked, pedal, overview });
  return overview;
}

function lookOver({ chosen, open, whom, score, pinned, pedal }: OverviewTask): Overview {
  const { facts, material, settingAt, solved, base, scale } = chosen;
  const { recipe } = open;
  const isAsChosen = pinned.touched.size === 0;
  const judged = judgeMeasures({
    material,
    notes: isAsChosen ? base.notes : pinned.notes,
    size: whom.size,
    leftTextures: solved.choices.map(({ candidate }) => candidate.left.texture),
    rightTextures: solved.choices.map(({ candidate }) => candidate.right.texture),
  });
  const isChosen = !open.hasPins && recipe.colours.length === 0;
  const changesAt = (index: number) => pedal[index]?.spans.length ?? 0;
  const loads = judged.map((each, index) =>
    loadWithPedal(isChosen ? solved.choices[index]!.load : each.load, changesAt(index)),
  );
  const rung = rungAt(whom.rules.rungs, recipe.rung);
  const limits = limitSnags({
    material,
    document: open,
    rung,
    settingAt,
    size: whom.size,
    measures: judged.map((each, index) => ({ ...each, load: loads[index]! })),
    pedal,
    hands: solved.hands,
    firstLike: facts.firstLike,
    sourceMeasure: facts.sourceMeasure,
    quartersAMinute: material.tempo,
  });
  const textures = solved.choices.map(({ candidate }) => candidate.left.texture);
  const present = new Set(pinned.notes.map((note) => note.id));
  const lost =
    recipe.rung >= 2
      ? lostNotes(solved.choices, strongTuneNotes(material), present, (measure) => [
          keepTune(facts.sourceMeasure[measure]!),
          ...(recipe.noteValues === 'as-written' ? [doubleThem()] : []),
        ])
      : [];
  return {
    loads,
    loadTerms: judged.map(({ right, left }, index) => ({
      right: termsWithPedal(right.terms, changesAt(index)),
      left: termsWithPedal(left.terms, changesAt(index)),
    })),
    positions: judged.map(({ right, left }) => ({
      right: positionName(right.notes, 'right'),
      left: positionName(left.notes, 'left'),
    })),
    snags: [
      ...limits,
      ...physicalSnags({ score, keyboard: whom.keyboard, size: whom.size, scale }),
      ...pedalSnags({
        pedal,
        shows: open.shows,
        use: whom.pedal,
        sourceMeasure: facts.sourceMeasure,
        textures,
      }),
      ...strainSnags(score.notes, whom.size, facts.sourceMeasure),
      ...lost,
    ],
  };
}
