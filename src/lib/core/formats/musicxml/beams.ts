import { beamCount, beamRuns } from '../../score/beams';
import type { Measure, Note, Rest } from '../../score/model';
import { isGroupingUnsaid, metreOffset } from '../../score/time';

/** One `<beam>`: its number is 1 for eighths, 2 for sixteenths. */
export interface BeamSign {
  readonly number: number;
  readonly value: 'begin' | 'continue' | 'end' | 'forward hook' | 'backward hook';
}

/**
 * The beams of one voice in one measure, by the event that carries them: of a chord, its first note. Readers that do not
 * beam by themselves would show flags; but where nothing says how a metre is grouped, beams would. O(events).
 */
export function beamSigns(
  events: readonly (Note | Rest)[],
  measure: Measure,
  measures: readonly Measure[],
): ReadonlyMap<Note | Rest, readonly BeamSign[]> {
  if (isGroupingUnsaid(measure.time)) return new Map();
  const slots = events.map((event) => ({
    kind: 'pitch' in event ? 'notes' : 'rest',
    at: event.at,
    duration: event.duration,
    tuplet: event.tuplet,
    event,
  }));
  const signs = new Map<Note | Rest, readonly BeamSign[]>();
  for (const run of beamRuns(slots, measure, metreOffset(measures, measure.index))) {
    if (!run.isBeamed) continue;
    const levels = run.slots.map(beamCount);
    for (const [index, { event }] of run.slots.entries())
      signs.set(
        event,
        Array.from({ length: levels[index]! }, (_, level) => signAt(levels, index, level + 1)),
      );
  }
  return signs;
}

function signAt(levels: readonly number[], index: number, number: number): BeamSign {
  const isBefore = (levels[index - 1] ?? 0) >= number;
  const isAfter = (levels[index + 1] ?? 0) >= number;
  if (isBefore) return { number, value: isAfter ? 'continue' : 'end' };
  if (isAfter) return { number, value: 'begin' };
  return { number, value: index === 0 ? 'forward hook' : 'backward hook' };
}
