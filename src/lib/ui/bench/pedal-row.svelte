<script lang="ts">
  import type { PointKind } from '$lib/core/pedal/edit-points';
  import { PEDAL_POLICIES } from '$lib/core/document/choices/pedal-policies.data';
  import type { MeasureBox } from '$lib/core/engrave/line';
  import { useBench } from './bench-session.svelte';
  import { nearestPlace, onsetPlaces, placeOf, type OnsetPlace } from './onset-places';

  interface Props {
    boxes: readonly MeasureBox[];
    heads: ReadonlyMap<string, number>;
    width: number;
  }

  const { boxes, heads, width }: Props = $props();
  const bench = useBench();

  interface Grip {
    readonly measure: number;
    readonly index: number;
    readonly kind: PointKind;
    readonly places: readonly OnsetPlace[];
  }

  let host: HTMLElement;
  let grip = $state.raw<Grip | null>(null);
  /** Where the point that is dragged would come to. */
  let reached = $state.raw<OnsetPlace | null>(null);

  const percent = (value: number) => `${(100 * value) / width}%`;
  const numberOf = (measure: number) => bench.facts[measure]?.number ?? String(measure + 1);
  const isPinned = (measure: number) => bench.facts[measure]?.isPedalPinned ?? false;
  const placesOf = (box: MeasureBox) => {
    const measure = bench.work.arrangement?.score.measures[box.index];
    return measure ? onsetPlaces(measure, bench.work.notesByMeasure[box.index] ?? [], box, heads) : [];
  };
  const policyWord = (measure: number) => {
    const own = bench.work.pedalPlan[measure];
    const before = bench.work.pedalPlan[measure - 1];
    if (!own || own.policy === 'none') return isPinned(measure) ? 'no pedal' : '';
    const isNew = measure === boxes[0]?.index || own.policy !== before?.policy || isPinned(measure);
    return isNew ? PEDAL_POLICIES[own.policy].label : '';
  };

  function take(event: PointerEvent, taken: Grip) {
    event.stopPropagation();
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    grip = taken;
    bench.selection.selectRange(taken.measure, taken.measure);
  }

  function drag(event: PointerEvent) {
    if (!grip) return;
    const bounds = host.getBoundingClientRect();
    reached = nearestPlace(((event.clientX - bounds.left) / bounds.width) * width, grip.places);
  }

  function drop() {
    if (grip && reached) bench.pedal.move(grip.measure, grip.index, grip.kind, reached.at);
    grip = null;
    reached = null;
  }

  /** A point is moved by keyboard to the moment before or after. */
  function step(event: KeyboardEvent, taken: Grip, at: number) {
    const direction = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (direction === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const next =
      direction > 0
        ? taken.places.find((each) => each.at > at)
        : taken.places.findLast((each) => each.at < at);
    if (next) bench.pedal.move(taken.measure, taken.index, taken.kind, next.at);
  }
</script>

<div bind:this={host} class="relative h-[1.3rem] border-b border-line/60" role="group" aria-label="Pedal">
  {#each boxes as box (box.index)}
    {@const own = bench.work.pedalPlan[box.index]}
    {@const places = own && own.spans.length > 0 ? placesOf(box) : []}
    <button
      tabindex="-1"
      data-measure={box.index}
      data-row="pedal"
      class="absolute inset-y-0 flex items-end truncate border-l border-line px-1.5 pb-px text-left text-[0.68rem] hover:bg-sea-wash {isPinned(
        box.index,
      )
        ? 'font-bold text-ink'
        : 'text-quiet'}"
      style:left={percent(box.left)}
      style:width={percent(box.right - box.left)}
      data-hint={own?.sentence}
      aria-label="Measure {numberOf(box.index)}, pedal: {own ? PEDAL_POLICIES[own.policy].label : 'none'}"
      >{policyWord(box.index)}</button
    >
    {#each own?.spans ?? [] as span, index (index)}
      {@const isHeld = grip?.measure === box.index && grip.index === index}
      {@const from = isHeld && grip?.kind === 'down' && reached ? reached.x : placeOf(span.down, places)}
      {@const to = isHeld && grip?.kind === 'up' && reached ? reached.x : placeOf(span.up, places)}
      <span
        class="pointer-events-none absolute top-[0.2rem] h-[0.2rem] {own?.mud ? 'bg-rust' : 'bg-sea/70'}"
        style:left={percent(from)}
        style:width={percent(Math.max(0, to - from - 3))}
        aria-hidden="true"
      ></span>
      {#each [['down', from, span.down], ['up', to - 3, span.up]] as const as [kind, x, at] (kind)}
        <span
          class="pedal-point absolute top-0 h-[0.75rem] w-[0.7rem] -translate-x-1/2 cursor-ew-resize"
          class:is-up={kind === 'up'}
          style:left={percent(x)}
          role="slider"
          tabindex="0"
          data-point="{box.index}-{index}-{kind}"
          aria-label="Pedal {kind} in measure {numberOf(box.index)}"
          aria-valuemin={0}
          aria-valuemax={Math.max(0, places.length - 1)}
          aria-valuenow={Math.max(
            0,
            places.findIndex((each) => each.at >= at),
          )}
          onpointerdown={(event) => take(event, { measure: box.index, index, kind, places })}
          onpointermove={drag}
          onpointerup={drop}
          onkeydown={(event) => step(event, { measure: box.index, index, kind, places }, at)}
        ></span>
      {/each}
    {/each}
  {/each}
</div>

<style>
  .pedal-point::after {
    content: '';
    position: absolute;
    left: 50%;
    top: 0.05rem;
    width: 2px;
    height: 0.55rem;
    background: var(--color-sea);
  }
  .pedal-point.is-up::after {
    background: none;
    border-right: 2px solid var(--color-sea);
    height: 0.35rem;
    width: 0;
  }
  .pedal-point:hover::after,
  .pedal-point:focus-visible::after {
    outline: 2px solid var(--color-sea);
  }
</style>
