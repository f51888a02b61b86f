import { TICKS_PER_QUARTER, type Ticks } from '../units';
import { writtenValue } from './duration';
import type { Measure, TimeSignature, Tuplet } from './model';
import { beatsOf, strongPoints } from './time';

/** One written value of a voice: notes, or what stands where none sound. */
export interface Beamable {
  readonly kind: string;
  readonly at: Ticks;
  readonly duration: Ticks;
  readonly tuplet: Tuplet | null;
}

/** Runs of slots: those joined by a beam, and those that stand alone. */
export interface BeamRun<Slot extends Beamable = Beamable> {
  readonly isBeamed: boolean;
  readonly slots: readonly Slot[];
}

/**
 * Groups a layer for beaming: eighths and shorter join within a beat; in 4/4 and 2/4 plain eighths join across two
 * beats of one half. Rests, spaces and tuplet borders break a beam. `offset` is where the measure stands in its metre.
 */
export function beamRuns<Slot extends Beamable>(
  layer: readonly Slot[],
  measure: Measure,
  offset: Ticks,
): readonly BeamRun<Slot>[] {
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

export function isBeamable(slot: Beamable): boolean {
  return beamCount(slot) > 0;
}

/** Beams that a value has when it stands in a beamed run: 1 for an eighth, 2 for a sixteenth. */
export function beamCount(slot: Beamable): number {
  const value = slot.kind === 'notes' ? writtenValue(slot.duration, slot.tuplet) : null;
  return value === null ? 0 : Math.max(0, Math.log2(value.divisor) - 2);
}

function widensToHalves(layer: readonly Beamable[], time: TimeSignature): boolean {
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
