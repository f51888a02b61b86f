import type { Pin } from '$lib/core/document/pins/registry';
import { pedalPin, pedalPinId } from '$lib/core/document/pins/pedal';
import { pedalPointsPin, pedalPointsPinId } from '$lib/core/document/pins/pedal-points';
import type { Arrangement } from '$lib/core/arrange/arrangement';
import { liftAt, movePoint, putDown, type PointKind } from '$lib/core/pedal/edit-points';
import type { PedalSpan } from '$lib/core/pedal/place-pedal';
import { PEDAL_POLICY_NAMES, type PedalPolicy } from '$lib/core/document/choices/pedal-policies.data';
import type { Editable } from './editable';

/** Changes of the pedal: a measure's policy, or its points one by one. Each is one step of undo. */
export class PedalEdits {
  constructor(private readonly bench: Editable) {}

  /** Gives measures of the source a policy, or with null the piece's again. */
  paint(measures: readonly number[], policy: PedalPolicy | null): void {
    this.bench.work.pin({
      put: policy === null ? [] : measures.map((measure) => pedalPin(measure, policy)),
      remove: measures.flatMap((measure) => [
        pedalPointsPinId(measure),
        ...(policy === null ? [pedalPinId(measure)] : []),
      ]),
    });
  }

  /** The next policy for the selected measures. */
  cycle(from: PedalPolicy): void {
    const choices: readonly PedalPolicy[] = PEDAL_POLICY_NAMES.filter((policy) => policy !== 'as-written');
    this.paint(this.bench.selection.selectedSources, choices[(choices.indexOf(from) + 1) % choices.length]!);
  }

  /** Moves one point of a measure to a tick of the arrangement. */
  move(measure: number, index: number, kind: PointKind, to: number): void {
    const spans = this.bench.work.arrangement?.pedal[measure]?.spans;
    if (spans) this.#set(measure, movePoint(spans, index, kind, to));
  }

  downAtNote(): void {
    const { arrangement } = this.bench.work;
    const { note } = this.bench.selection;
    if (!note || !arrangement) return;
    const measure = arrangement.score.measures[note.measure]!;
    const { spans } = arrangement.pedal[note.measure]!;
    this.#set(note.measure, putDown(spans, note.at, measure.start + measure.length));
  }

  liftAtNote(): void {
    const { arrangement } = this.bench.work;
    const { note } = this.bench.selection;
    if (note && arrangement) this.#set(note.measure, liftAt(arrangement.pedal[note.measure]!.spans, note.at));
  }

  #set(measure: number, spans: readonly PedalSpan[]): void {
    const { arrangement } = this.bench.work;
    if (arrangement) this.bench.work.pin({ put: [pointsPin(arrangement, measure, spans)], remove: [] });
  }
}

/** The points of a measure of the source: those given for one of its measures here, and the others as they are. */
function pointsPin(
  { score, pedal, sourceMeasure, scale }: Arrangement,
  measure: number,
  spans: readonly PedalSpan[],
): Pin {
  const source = sourceMeasure[measure]!;
  const start = score.measures[sourceMeasure.indexOf(source)]!.start;
  const all = sourceMeasure.flatMap((each, index) =>
    each === source ? (index === measure ? spans : pedal[index]!.spans) : [],
  );
  return pedalPointsPin(
    source,
    all.map(({ down, up }) => ({
      down: Math.round((down - start) / scale),
      up: Math.round((up - start) / scale),
    })),
  );
}
