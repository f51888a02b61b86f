import type { OpenDocument } from '../document/open-document';
import type { Pinned } from '../document/pins/put-pins';
import { fingerSnags } from '../snags/finger-snags';
import type { showFingers } from './apply-fingers';
import type { ArrangeFor } from './arrange-for';
import type { Arrangement } from './arrangement';
import type { Chosen } from './choose-arrangement';
import { remarksOf, restingSnag } from './describe';
import { overviewOf } from './overview';
import { restingVoicings } from './voicing-places';

interface CompleteTask extends Pick<Arrangement, 'score' | 'counts' | 'pedal'> {
  readonly open: OpenDocument;
  readonly whom: ArrangeFor;
  readonly chosen: Chosen;
  readonly pinned: Pinned;
  readonly fingered: ReturnType<typeof showFingers>;
}

/** The whole arrangement from what is drawn: weighed and checked, with what concerns the piece and what rests. */
export function completeArrangement(task: CompleteTask): Arrangement {
  const { open, whom, chosen, pinned, fingered, score, counts, pedal } = task;
  const { facts, material, interval, settingAt, solved, base, scale } = chosen;
  const overview = overviewOf({ chosen, open, whom, score, pinned, pedal });
  const resting = [...pinned.resting, ...restingVoicings(chosen, open)];
  const pinnedFingers = new Set(open.onNotes.flatMap((pin) => (pin.kind === 'finger' ? [pin.note] : [])));
  return {
    score,
    key: material.key,
    sourceKey: facts.key,
    tempo: material.tempo,
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
      ...fingerSnags(fingered.troubles, (note) => pinnedFingers.has(note)),
      ...resting.map((pin) => restingSnag(pin, facts)),
    ].sort((a, b) => a.measure - b.measure),
    losses: base.losses,
    remarks: remarksOf(chosen, open),
    sourceMeasure: facts.sourceMeasure,
    firstLike: facts.firstLike,
    firstAlike: facts.firstAlike,
    circled: pinned.circled,
    interval,
    scale,
    restingPins: resting,
  };
}
