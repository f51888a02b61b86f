import { pairName, type MeasurePedal } from '../pedal/plan-pedal';
import type { PedalUse } from '../learner/pedal-use';
import type { Shown } from '../document/pins/pin';
import { otherTexture, pedalAs, takePedalAway } from './remedies';
import { snag, type Snag } from './snag';
import { needsPedal, textureLabel, type LeftTexture } from '../document/choices/textures.data';

interface PedalSnagTask {
  readonly pedal: readonly MeasurePedal[];
  readonly shows: Shown;
  readonly use: PedalUse;
  readonly sourceMeasure: readonly number[];
  readonly textures: readonly LeftTexture[];
}

/** Where the pedal blurs, is beyond the rung, or is missing under a texture that cannot do without. */
export function pedalSnags({ pedal, shows, use, sourceMeasure, textures }: PedalSnagTask): readonly Snag[] {
  return pedal.flatMap(({ mud }, index): readonly Snag[] => {
    const source = sourceMeasure[index]!;
    const found: Snag[] = [];
    if (mud)
      found.push(
        snag({
          code: 'pedal-mud',
          measure: index,
          sentence: `Under the pedal ${pairName(mud)} blur (${(mud.thousandths / 1000).toFixed(2)}, over 0.83).`,
          remedies: [
            pedalAs(source, 'each-bass', 'Change at each new bass'),
            pedalAs(source, 'none', 'No pedal here'),
          ],
        }),
      );
    const texture = textures[index]!;
    if (use !== 'yes' && needsPedal(texture))
      found.push(
        snag({
          code: 'pedal-missing',
          measure: index,
          sentence: `“${textureLabel(texture)}” needs a pedal, and this learner plays without.`,
          remedies: [otherTexture(source, 'root-then-chord')],
        }),
      );
    const isAsked = shows.pedal.has(source) || shows.pedalPoints.has(source);
    const isFirst = sourceMeasure.indexOf(source) === index;
    if (use !== 'yes' && isAsked && isFirst)
      found.push(
        snag({
          code: 'pin',
          measure: index,
          detail: 'pedal',
          sentence: 'Your pedal here rests: this learner plays without one.',
          remedies: [takePedalAway(source)],
        }),
      );
    return found;
  });
}
