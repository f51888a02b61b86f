<script lang="ts">
  import type { HandName } from '$lib/core/hands/hand';
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
  interface Words {
    readonly measure: number;
    readonly left: number;
    readonly text: string;
    /** Where the next cell of the row has something to say: until there the words may run on. */
    readonly right: number;
  }

  type Row = 'right' | 'left' | 'hands';
  const LABELS: Readonly<Record<Row, string>> = {
    right: 'Right hand',
    left: 'Left hand',
    hands: 'Where the hands lie',
  };
  const HANDS = ['right', 'left'] as const;

  /** What a hand's row says of a measure: where a line begins, where it changes, and where it was painted; between, it goes on. */
  function textureWords(measure: number, hand: HandName): string {
    const facts = bench.facts[measure]?.[hand];
    if (!facts) return '';
    if (measure === plan.range.from) return `${hand} hand: ${facts.texture}`;
    return facts.isNew || facts.isPainted ? facts.texture : '';
  }

  /** Where a hand lies, said where a line begins and where it moves. */
  function placeWords(measure: number, hand: HandName): string {
    const facts = bench.facts[measure]?.[hand];
    const isSaid = facts?.position && (measure === plan.range.from || facts.isMoved);
    return isSaid ? `${hand} ${facts.position}` : '';
  }

  /** All that there is to say of a measure, though the row says it only where it is new. */
  function hintOf(measure: number, row: Row): string {
    const facts = bench.facts[measure];
    if (!facts) return '';
    if (row !== 'hands') return `${row} hand: ${facts[row].texture}`;
    return HANDS.filter((hand) => facts[hand].position)
      .map((hand) => `${hand} hand: ${facts[hand].position}`)
      .join(', ');
  }

  function inPlace(wordsOf: (measure: number) => string): readonly Words[] {
    const texts = boxes.map(({ index }) => wordsOf(index));
    return boxes.flatMap(({ index: measure, left }, at) => {
      const text = texts[at]!;
      const next = texts.findIndex((each, index) => index > at && each !== '');
      return text === '' ? [] : [{ measure, left, text, right: boxes[next]?.left ?? boxes.at(-1)!.right }];
    });
  }

  /** The lines of words in a row; the hands have one each, so that neither cuts the other off. */
  const linesOf = (row: Row): readonly (readonly Words[])[] =>
    row === 'hands'
      ? HANDS.map((hand) => inPlace((measure) => placeWords(measure, hand)))
      : [inPlace((measure) => textureWords(measure, row))];

  const isPainted = (measure: number, row: Row) => row !== 'hands' && bench.facts[measure]?.[row].isPainted;
</script>

{#snippet line(row: Row)}
  {@const lines = linesOf(row)}
  <div
    class="relative border-b border-line/60"
    style:height="{0.2 + 1.1 * lines.length}rem"
    role="group"
    aria-label={LABELS[row]}
  >
    {#each boxes as box (box.index)}
      <button
        tabindex="-1"
        data-measure={box.index}
        data-row={row}
        class="absolute inset-y-0 border-l border-line hover:bg-sea-wash"
        style:left={percent(box.left)}
        style:width={percent(box.right - box.left)}
        data-hint={hintOf(box.index, row) || undefined}
        aria-label="Measure {bench.facts[box.index]?.number}, {hintOf(box.index, row)}"
      ></button>
    {/each}
    {#each lines as words, order (order)}
      {#each words as { measure, left, right, text } (measure)}
        <span
          aria-hidden="true"
          class="pointer-events-none absolute flex h-[1.1rem] items-center px-1.5 {isPainted(measure, row)
            ? 'font-bold text-ink'
            : 'text-quiet'}"
          style:top="{0.1 + 1.1 * order}rem"
          style:left={percent(left)}
          style:width={percent(right - left)}><span class="truncate">{text}</span></span
        >
      {/each}
    {/each}
  </div>
{/snippet}

<div class="measure-rows border-y border-line text-xs leading-none" bind:this={rows}>
  {@render line('right')}
  {@render line('left')}
  {@render line('hands')}
  <PedalRow {boxes} {heads} {width} />
  <div class="relative h-[1.45rem]" role="group" aria-label="Measure, load and what is to mend">
    {#each boxes as box (box.index)}
      {@const facts = bench.facts[box.index]}
      <button
        tabindex="-1"
        data-measure={box.index}
        data-row="load"
        class="@container absolute inset-y-0 flex items-center gap-1.5 overflow-hidden border-l border-line px-1.5 text-left whitespace-nowrap hover:bg-sea-wash"
        style:left={percent(box.left)}
        style:width={percent(box.right - box.left)}
        data-hint={facts?.snags.join(' ') ||
          `Load ${facts?.load} of 100: how much the measure asks of both hands`}
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
              >{facts.snags.length}<span class="sr-only @min-[8rem]:not-sr-only">&nbsp;to mend</span></span
            >{/if}
        {/if}
      </button>
    {/each}
  </div>
</div>
<RowHint host={rows} />
