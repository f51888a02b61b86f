import { writtenValue } from '../score/duration';
import type { Measure, TimeSignature } from '../score/model';
import { beatsOf, strongPoints } from '../score/time';
import { TICKS_PER_QUARTER, type Ticks } from '../units';
import type { Layer, Slot } from './layers';

/** Runs of slots: those joined by a beam, and those that stand alone. */
export interface BeamRun {
  readonly isBeamed: boolean;
  readonly slots: readonly Slot[];
}

/**
 * Groups a layer for beaming: eighths and shorter join within a beat; in 4/4 and 2/4 plain eighths join across two
 * beats of one half. Rests, spaces and tuplet borders break a beam. `offset` is where the measure stands in its metre.
 */
export function beamRuns(layer: Layer, measure: Measure, offset: Ticks): readonly BeamRun[] {
  const runs: { isBeamed: boolean; slots: Slot[]; window: number }[] = [];
  const wide = widensToHalves(layer, measure.time);
  for (const slot of layer) {
    const window = windowOf(slot.at - measure.start + offset, measure.time, wide);
    const last = runs.at(-1);
    const canBeam = isBeamable(slot);
    const isSameTuplet = last?.slots[0]?.tuplet?.id === slot.tuplet?.id;
    if (last && last.isBeamed && canBeam && last.window === window && isSameTuplet) last.slots.push(slot);
    else runs.push({ isBeamed: canBeam, slots: [slot], window });
  }
  return runs.map((run) => ({ isBeamed: run.isBeamed && run.slots.length > 1, slots: run.slots }));
}

export function isBeamable(slot: Slot): boolean {
  if (slot.kind !== 'notes') return false;
  const value = writtenValue(slot.duration, slot.tuplet);
  return value !== null && value.divisor >= 8;
}

function widensToHalves(layer: Layer, time: TimeSignature): boolean {
  const beats = beatsOf(time);
  const isQuarterBeats = time.beatType === 4 && (beats.length === 4 || beats.length === 2);
  return (
    isQuarterBeats &&
    layer.every((slot) => !isBeamable(slot) || (slot.duration === TICKS_PER_QUARTER / 2 && !slot.tuplet))
  );
}

function windowOf(at: number, time: TimeSignature, wide: boolean): number {
  const points = wide
    ? beatsOf(time).length === 2
      ? [0]
      : strongPoints(time)
    : beatsOf(time).map((beat) => beat.at);
  return points.findLastIndex((point) => point <= at);
}
