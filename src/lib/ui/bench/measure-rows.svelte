<script lang="ts">
  import type { MeasureBox, SystemPlan } from '$lib/core/engrave/line';
  import { useBench } from './bench-session.svelte';
  import PedalRow from './pedal-row.svelte';
  import RowHint from './row-hint.svelte';

  interface Props {
    plan: SystemPlan;
    boxes: readonly MeasureBox[];
    heads: ReadonlyMap<string, number>;
    width: number;
  }

  const { plan, boxes, heads, width }: Props = $props();
  const bench = useBench();

  let rows = $state<HTMLElement | null>(null);

  const percent = (value: number) => `${(100 * value) / width}%`;
  /** A texture is named where a line begins, where it changes and where it was painted; between, it goes on. */
  const isNamed = (measure: number, row: 'left' | 'right') => {
    const text = bench.facts[measure]?.[row];
    return text && (measure === plan.range.from || text.isNew || text.isPainted);
  };
</script>

{#snippet cell(box: MeasureBox, text: string, isBold: boolean, row: 'left' | 'right')}
  <button
    tabindex="-1"
    data-measure={box.index}
    data-row={row}
    class="absolute inset-y-0 truncate border-l border-line px-1.5 text-left hover:bg-sea-wash {isBold
      ? 'font-bold text-ink'
      : 'text-quiet'}"
    style:left={percent(box.left)}
    style:width={percent(box.right - box.left)}
    data-hint={text || undefined}
    aria-label="Measure {bench.facts[box.index]?.number}, {row} hand{text && `: ${text}`}">{text}</button
  >
{/snippet}

<div class="measure-rows border-y border-line text-xs leading-none" bind:this={rows}>
  <div class="relative h-[1.3rem] border-b border-line/60" role="group" aria-label="Left hand">
    {#each boxes as box (box.index)}
      {@const left = bench.facts[box.index]?.left}
      {@render cell(
        box,
        left && isNamed(box.index, 'left') ? `left: ${left.texture}` : '',
        left?.isPainted ?? false,
        'left',
      )}
    {/each}
  </div>
  <div class="relative h-[1.3rem] border-b border-line/60" role="group" aria-label="Right hand and positions">
    {#each boxes as box (box.index)}
      {@const facts = bench.facts[box.index]}
      {@render cell(
        box,
        [isNamed(box.index, 'right') && facts?.right.texture, facts?.position]
          .filter((each) => each)
          .join(' · '),
        facts?.right.isPainted ?? false,
        'right',
      )}
    {/each}
  </div>
  <PedalRow {boxes} {heads} {width} />
  <div class="relative h-[1.45rem]" role="group" aria-label="Measure, load and snags">
    {#each boxes as box (box.index)}
      {@const facts = bench.facts[box.index]}
      <button
        tabindex="-1"
        data-measure={box.index}
        data-row="load"
        class="absolute inset-y-0 flex items-center gap-1.5 overflow-hidden border-l border-line px-1.5 text-left whitespace-nowrap hover:bg-sea-wash"
        style:left={percent(box.left)}
        style:width={percent(box.right - box.left)}
        data-hint={facts?.snags.join(' ') || `Load ${facts?.load}`}
        ondblclick={() => void bench.reasons.show(box.index)}
      >
        {#if facts}
          <span class="font-semibold tabular-nums">{facts.number}</span>
          <span class="flex h-2 w-12 shrink-0 bg-line/50" aria-hidden="true"
            ><span class="h-full bg-sea/60" style:width="{facts.load}%"></span></span
          >
          <span class="text-quiet tabular-nums">{facts.load}</span>
          {#if facts.marks}<span class="truncate font-semibold">{facts.marks}</span>{/if}
          {#if facts.snags.length > 0}<span class="ml-auto font-bold text-rust"
              >{facts.snags.length} {facts.snags.length === 1 ? 'snag' : 'snags'}</span
            >{/if}
        {/if}
      </button>
    {/each}
  </div>
</div>
<RowHint host={rows} />
