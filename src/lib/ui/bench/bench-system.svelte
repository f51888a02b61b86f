<script lang="ts">
  import { textureLabel } from '$lib/core/arrange/textures.data';
  import type { EngravedSystem, EngraveOptions, MeasureBox, SystemPlan } from '$lib/workers/protocol';
  import MusicLine from '../engraving/music-line.svelte';
  import { useBench } from './bench-session.svelte';

  const { plan, options }: { plan: SystemPlan; options: EngraveOptions } = $props();
  const bench = useBench();

  let host: HTMLDivElement;
  let root: SVGSVGElement | null = null;
  let boxes = $state.raw<readonly MeasureBox[]>([]);
  let width = $state(1);
  let dragAnchor: number | null = null;

  /** How near, in pixels, a click must come to a note to mean it. */
  const NOTE_REACH_PX = 12;

  const percent = (value: number) => `${(100 * value) / width}%`;
  const isInRange = (measure: number) =>
    bench.range !== null && measure >= bench.range.from && measure <= bench.range.to;
  const textureAt = (measure: number) => bench.arrangement?.textures[measure];
  const snagsAt = (measure: number) =>
    bench.arrangement?.snags.filter((snag) => snag.measure === measure) ?? [];
  const numberOf = (measure: number) =>
    bench.arrangement?.score.measures[measure]?.number || String(measure + 1);
  /** A texture is named where a line begins and where it changes; between, it goes on. */
  const isTextureNamed = (measure: number) =>
    measure === plan.range.from || textureAt(measure) !== textureAt(measure - 1);

  function takeInk(system: EngravedSystem, svg: SVGSVGElement) {
    boxes = system.measures;
    width = system.width;
    root = svg;
    bench.inkCount += 1;
  }

  function measureUnder(event: PointerEvent): number | null {
    const bounds = host.getBoundingClientRect();
    const at = ((event.clientX - bounds.left) / bounds.width) * width;
    return boxes.find((box) => at >= box.left && at < box.right)?.index ?? null;
  }

  function noteUnder(event: PointerEvent): string | null {
    let best: { id: string; distance: number } | null = null;
    for (const head of root?.querySelectorAll('.note .notehead') ?? []) {
      const bounds = head.getBoundingClientRect();
      const dx = Math.max(bounds.left - event.clientX, 0, event.clientX - bounds.right);
      const dy = Math.max(bounds.top - event.clientY, 0, event.clientY - bounds.bottom);
      const distance = Math.hypot(dx, dy);
      if (distance <= NOTE_REACH_PX && (!best || distance < best.distance))
        best = { id: head.closest('.note')!.id, distance };
    }
    return best ? best.id.replace(/\.\d+$/, '') : null;
  }

  function press(event: PointerEvent) {
    if (event.button !== 0) return;
    const measure = measureUnder(event);
    const symbol = (event.target as Element).closest('.harm[id^="h"]');
    if (symbol) bench.hearChord(symbol.id);
    const isRow = (event.target as Element).closest('.measure-row') !== null;
    const note = isRow ? null : noteUnder(event);
    if (event.shiftKey && measure !== null && bench.range) bench.selectRange(bench.range.from, measure);
    else if (note) bench.selectNote(note);
    else if (measure !== null) bench.selectRange(measure, measure);
    dragAnchor = measure;
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
    if (measure !== null && measure !== dragAnchor) bench.selectRange(dragAnchor, measure);
  }
</script>

<!-- The keyboard reaches notes and measures through the Bench's own keys; pointing is an addition to them. -->
<div
  bind:this={host}
  class="bench-system relative mb-3 touch-pan-y select-none"
  data-system={plan.range.from}
  role="group"
  aria-label="Measures {numberOf(plan.range.from)} to {numberOf(plan.range.to)}"
  onpointerdown={press}
  onpointermove={drag}
  onpointerup={() => (dragAnchor = null)}
>
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
  <div
    class="measure-row relative h-6 border-y border-line text-xs"
    aria-label="Left hand and measure numbers"
  >
    {#each boxes as box (box.index)}
      {@const texture = textureAt(box.index)}
      {@const snags = snagsAt(box.index)}
      <button
        tabindex="-1"
        data-measure={box.index}
        class="absolute inset-y-0 flex items-center gap-1.5 overflow-hidden border-l border-line px-1.5 text-left whitespace-nowrap hover:bg-sea-wash {bench.paintedMeasures.has(
          box.index,
        )
          ? 'font-bold text-ink'
          : 'text-quiet'}"
        style:left={percent(box.left)}
        style:width={percent(box.right - box.left)}
        title={snags.map((snag) => snag.sentence).join(' ') || undefined}
      >
        <span class="tabular-nums">{numberOf(box.index)}</span>
        {#if texture && isTextureNamed(box.index)}<span class="truncate">{textureLabel(texture)}</span>{/if}
        {#if snags.length > 0}<span class="ml-auto font-bold text-rust">mend</span>{/if}
      </button>
    {/each}
  </div>
</div>

<style>
  /* Lines out of sight are neither laid out nor painted, which keeps an edit in a long piece quick. */
  .bench-system {
    content-visibility: auto;
    contain-intrinsic-size: auto 14rem;
  }
</style>
