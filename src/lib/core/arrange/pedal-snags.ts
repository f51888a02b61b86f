import { isTaken, pairName, type MeasurePedal } from '../pedal/plan-pedal';
import { PEDAL_POLICIES, type PedalUse } from '../pedal/policies.data';
import type { Rung } from '../rungs/rungs';
import type { ArrangementDocument } from './document';
import { otherTexture, pedalAs, takePedalAway } from './remedies';
import { snag, type Snag } from './snags';
import { needsPedal, textureLabel, type LeftTexture } from './textures.data';

interface PedalSnagTask {
  readonly pedal: readonly MeasurePedal[];
  readonly document: ArrangementDocument;
  readonly rung: Rung;
  readonly use: PedalUse;
  readonly sourceMeasure: readonly number[];
  readonly textures: readonly LeftTexture[];
}

/** Where the pedal blurs, is beyond the rung, or is missing under a texture that cannot do without. */
export function pedalSnags({
  pedal,
  document,
  rung,
  use,
  sourceMeasure,
  textures,
}: PedalSnagTask): readonly Snag[] {
  return pedal.flatMap(({ policy, spans, mud }, index): readonly Snag[] => {
    const source = sourceMeasure[index]!;
    const found: Snag[] = [];
    if (mud)
      found.push(
        snag(
          'pedal',
          index,
          'mud',
          `Under the pedal ${pairName(mud)} blur (${(mud.thousandths / 1000).toFixed(2)}, over 0.83).`,
          [],
          [pedalAs(source, 'each-bass', 'Change at each new bass'), pedalAs(source, 'none', 'No pedal here')],
        ),
      );
    if (spans.length > 0 && !isTaken(rung.pedal, policy === 'as-written' ? 'legato' : policy))
      found.push(
        snag(
          'limit',
          index,
          'pedal',
          `Rung limit: “${PEDAL_POLICIES[policy].label}” is more than this rung pedals.`,
          [],
          [pedalAs(source, 'none', 'No pedal here')],
        ),
      );
    const texture = textures[index]!;
    if (use !== 'yes' && needsPedal(texture))
      found.push(
        snag(
          'pedal',
          index,
          'missing',
          `“${textureLabel(texture)}” needs a pedal, and this learner plays without.`,
          [],
          [otherTexture(source, 'root-then-chord')],
        ),
      );
    const isAsked = document.pins.some(
      (pin) => (pin.kind === 'pedal' || pin.kind === 'pedal-points') && pin.measure === source,
    );
    const isFirst = sourceMeasure.indexOf(source) === index;
    if (use !== 'yes' && isAsked && isFirst)
      found.push(
        snag(
          'pin',
          index,
          'pedal',
          'Your pedal here rests: this learner plays without one.',
          [],
          [takePedalAway(source)],
        ),
      );
    return found;
  });
}
