<script lang="ts">
  import { textureLabel } from '$lib/core/arrange/textures.data';
  import type { MeasureBox, SystemPlan } from '$lib/workers/protocol';
  import PedalRow from './pedal-row.svelte';
  import { snagWord, useBench } from './bench-session.svelte';

  interface Props {
    plan: SystemPlan;
    boxes: readonly MeasureBox[];
    heads: ReadonlyMap<string, number>;
    width: number;
  }

  const { plan, boxes, heads, width }: Props = $props();
  const bench = useBench();
  const arrangement = $derived(bench.arrangement);

  const percent = (value: number) => `${(100 * value) / width}%`;
  const numberOf = (measure: number) => arrangement?.score.measures[measure]?.number || String(measure + 1);
  const pinsAt = (measure: number) => bench.measurePins.get(arrangement?.sourceMeasure[measure] ?? -1) ?? [];
  const isPainted = (measure: number, kind: string) => pinsAt(measure).some((pin) => pin.kind === kind);
  const snagsAt = (measure: number) => arrangement?.snags.filter((snag) => snag.measure === measure) ?? [];
  /** A texture is named where a line begins and where it changes; between, it goes on. */
  const isNew = (measure: number, values: readonly string[] | undefined) =>
    measure === plan.range.from || values?.[measure] !== values?.[measure - 1];
  const marksAt = (measure: number) => {
    const words: string[] = [];
    for (const pin of pinsAt(measure)) {
      if (pin.kind === 'ease') words.push(pin.by < 0 ? `easier by ${-pin.by}` : `richer by ${pin.by}`);
      if (pin.kind === 'keep') words.push('tune kept');
      if (pin.kind === 'settled') words.push('settled');
      if (pin.kind === 'setting') words.push(pin.setting);
    }
    if (bench.differences?.some((each) => each.measure === measure)) words.push('changed');
    return words.join(', ');
  };
</script>

{#snippet cell(box: MeasureBox, text: string, isBold: boolean, row: string)}
  <button
    tabindex="-1"
    data-measure={box.index}
    data-row={row}
    class="absolute inset-y-0 truncate border-l border-line px-1.5 text-left hover:bg-sea-wash {isBold
      ? 'font-bold text-ink'
      : 'text-quiet'}"
    style:left={percent(box.left)}
    style:width={percent(box.right - box.left)}
    title={text || undefined}
    aria-label="Measure {numberOf(box.index)}, {row} hand{text && `: ${text}`}">{text}</button
  >
{/snippet}

<div class="measure-rows border-y border-line text-xs leading-none">
  <div class="relative h-[1.3rem] border-b border-line/60" role="group" aria-label="Left hand">
    {#each boxes as box (box.index)}
      {@const texture = arrangement?.textures[box.index]}
      {@render cell(
        box,
        texture && (isNew(box.index, arrangement?.textures) || isPainted(box.index, 'texture'))
          ? `left: ${textureLabel(texture)}`
          : '',
        isPainted(box.index, 'texture'),
        'left',
      )}
    {/each}
  </div>
  <div class="relative h-[1.3rem] border-b border-line/60" role="group" aria-label="Right hand and positions">
    {#each boxes as box (box.index)}
      {@const texture = arrangement?.rightTextures[box.index]}
      {@const position = arrangement?.positions[box.index]}
      {@const named =
        texture && (isNew(box.index, arrangement?.rightTextures) || isPainted(box.index, 'right-texture'))
          ? `${textureLabel(texture)} · `
          : ''}
      {@render cell(
        box,
        named +
          [position?.right && `R ${position.right}`, position?.left && `L ${position.left}`]
            .filter((each) => each)
            .join(' · '),
        isPainted(box.index, 'right-texture'),
        'right',
      )}
    {/each}
  </div>
  <PedalRow {boxes} {heads} {width} />
  <div class="relative h-[1.45rem]" role="group" aria-label="Measure, load and snags">
    {#each boxes as box (box.index)}
      {@const load = arrangement?.loads[box.index]}
      {@const snags = snagsAt(box.index)}
      <button
        tabindex="-1"
        data-measure={box.index}
        data-row="load"
        class="absolute inset-y-0 flex items-center gap-1.5 overflow-hidden border-l border-line px-1.5 text-left whitespace-nowrap hover:bg-sea-wash"
        style:left={percent(box.left)}
        style:width={percent(box.right - box.left)}
        title={snags.map((snag) => snag.sentence).join(' ') || `Load ${load?.total}`}
        ondblclick={() => void bench.showWhy(box.index)}
      >
        <span class="font-semibold tabular-nums">{numberOf(box.index)}</span>
        <span class="flex h-2 w-12 shrink-0 bg-line/50" aria-hidden="true"
          ><span class="h-full bg-sea/60" style:width="{load?.total ?? 0}%"></span></span
        >
        <span class="text-quiet tabular-nums">{load?.total}</span>
        {#if marksAt(box.index)}<span class="truncate font-semibold">{marksAt(box.index)}</span>{/if}
        {#if snags.length > 0}<span class="ml-auto font-bold text-rust">{snagWord(snags)}</span>{/if}
      </button>
    {/each}
  </div>
</div>
