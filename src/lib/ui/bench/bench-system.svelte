<script lang="ts">
  import type { EngravedSystem, EngraveOptions, MeasureBox, SystemPlan } from '$lib/core/engrave/line';
  import MusicLine from '../engraving/music-line.svelte';
  import { nearestNote } from '../engraving/nearest-note';
  import { useBench } from './bench-session.svelte';
  import MeasureRows from './measure-rows.svelte';
  import VoicingPanel from './voicing-panel.svelte';
  import WhyNote from './why-note.svelte';

  const { plan, options }: { plan: SystemPlan; options: EngraveOptions } = $props();
  const bench = useBench();

  let host: HTMLDivElement;
  let root: SVGSVGElement | null = null;
  let boxes = $state.raw<readonly MeasureBox[]>([]);
  let heads = $state.raw<ReadonlyMap<string, number>>(new Map());
  let width = $state(1);
  let dragAnchor: number | null = null;
  let isPainting = false;

  const percent = (value: number) => `${(100 * value) / width}%`;
  const isInRange = (measure: number) =>
    bench.selection.range !== null &&
    measure >= bench.selection.range.from &&
    measure <= bench.selection.range.to;
  const numberOf = (measure: number) => bench.facts[measure]?.number ?? String(measure + 1);
  const isOnLine = (measure: number | null) =>
    measure !== null && measure >= plan.range.from && measure <= plan.range.to;
  const isWhyHere = $derived(isOnLine(bench.reasons.whyAt));
  const isVoicingHere = $derived(isOnLine(bench.voicing.at));

  function takeInk(system: EngravedSystem, svg: SVGSVGElement) {
    boxes = system.measures;
    heads = system.heads;
    width = system.width;
    root = svg;
    bench.inkCount += 1;
  }

  function measureUnder(event: PointerEvent): number | null {
    const bounds = host.getBoundingClientRect();
    const at = ((event.clientX - bounds.left) / bounds.width) * width;
    return boxes.find((box) => at >= box.left && at < box.right)?.index ?? null;
  }

  function press(event: PointerEvent) {
    const target = event.target as Element;
    if (event.button !== 0 || target.closest('section')) return;
    const measure = measureUnder(event);
    const symbol = target.closest('.harm[id^="h"]');
    if (symbol) bench.hearChord(symbol.id);
    const count = /^n(\d+)c(\d+)$/.exec(target.closest('.harm[id^="n"]')?.id ?? '');
    if (count) {
      event.preventDefault();
      bench.selection.selectCount(Number(count[1]), Number(count[2]));
      return;
    }
    const row = target.closest<HTMLElement>('[data-row]')?.dataset['row'] ?? null;
    const note = row || !root ? null : nearestNote(root, event);
    if (event.shiftKey && measure !== null && bench.selection.range)
      bench.selection.selectRange(bench.selection.range.from, measure);
    else if (note) bench.selection.selectNote(note);
    else if (measure !== null) bench.selection.selectRange(measure, measure);
    dragAnchor = measure;
    isPainting = row === 'left' && bench.selection.brush !== null;
  }

  function drag(event: PointerEvent) {
    if (dragAnchor === null || event.buttons === 0) return;
    // The drag may have gone on to another line, so the line under the pointer is asked.
    const line = document
      .elementFromPoint(event.clientX, event.clientY)
      ?.closest<HTMLElement>('[data-system]');
    const cell = [...(line?.querySelectorAll<HTMLElement>('[data-measure]') ?? [])].find((each) => {
      const bounds = each.getBoundingClientRect();
      return event.clientX >= bounds.left && event.clientX < bounds.right;
    });
    const measure = cell ? Number(cell.dataset['measure']) : measureUnder(event);
    if (
      measure !== null &&
      (measure !== dragAnchor || bench.selection.range?.from !== bench.selection.range?.to)
    )
      bench.selection.selectRange(dragAnchor, measure);
  }

  function release() {
    dragAnchor = null;
    if (isPainting && bench.selection.brush) bench.measures.paintTexture(bench.selection.brush);
    isPainting = false;
  }
</script>

<!-- The keyboard reaches notes and measures through the Bench's own keys; pointing is an addition to them. -->
<div
  bind:this={host}
  class="bench-system relative mb-3 touch-pan-y select-none {bench.selection.brush ? 'is-painting' : ''}"
  data-system={plan.range.from}
  role="group"
  aria-label="Measures {numberOf(plan.range.from)} to {numberOf(plan.range.to)}"
  onpointerdown={press}
  onpointermove={drag}
  onpointerup={release}
>
  <div class="relative">
    {#each boxes as box (box.index)}
      {#if isInRange(box.index)}
        <div
          class="pointer-events-none absolute inset-y-0 bg-sea-wash"
          style:left={percent(box.left)}
          style:width={percent(box.right - box.left)}
        ></div>
      {/if}
    {/each}
    <div class="relative">
      <MusicLine engraver={bench.engraver} {plan} {options} oninked={takeInk} />
    </div>
    <MeasureRows {plan} {boxes} {heads} {width} />
  </div>
  {#if isVoicingHere}<VoicingPanel measure={bench.voicing.at!} />{/if}
  {#if isWhyHere}<WhyNote measure={bench.reasons.whyAt!} />{/if}
</div>

<style>
  /* Lines out of sight are neither laid out nor painted, which keeps an edit in a long piece quick. */
  .bench-system {
    content-visibility: auto;
    contain-intrinsic-size: auto 16rem;
  }
  .is-painting :global([data-row='left']) {
    cursor: crosshair;
  }
</style>
