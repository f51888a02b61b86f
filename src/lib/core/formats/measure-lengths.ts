import type { Measure } from '../score/model';
import { metreLength, metreOffset } from '../score/time';
import type { WarningList } from './result';

/**
 * Reports measures that do not fill their metre, or overfill it. Pickups, the measures that complete them, and those
 * that a file marks as irregular on purpose are in order.
 */
export function warnUnevenMeasures(
  measures: readonly Measure[],
  warnings: WarningList,
  isIrregularOnPurpose: (index: number) => boolean = () => false,
): void {
  for (const [index, measure] of measures.entries()) {
    const full = metreLength(measure.time);
    const isLast = index === measures.length - 1;
    if (measure.length > full)
      warnings.add('A measure is longer than its time signature; it was kept as it stands.', measure.number);
    const completes =
      metreOffset(measures, index) > 0 || (measures[index + 1]?.length ?? 0) + measure.length === full;
    if (measure.length < full && !isLast && !completes && !isIrregularOnPurpose(index))
      warnings.add('A measure is shorter than its time signature; it was kept as it stands.', measure.number);
  }
}
