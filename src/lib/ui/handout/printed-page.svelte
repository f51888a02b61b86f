<script lang="ts">
  import type { Page } from '$lib/core/sheets/page';
  import Drawing from '../engraving/drawing.svelte';

  interface Props {
    page: Page;
    widthMm: number;
    heightMm: number;
    label: string;
  }

  const { page, widthMm, heightMm, label }: Props = $props();
  const FILLS = { none: 'none', black: 'black', grey: '#c9d2d4', white: 'white' } as const;
</script>

<article
  class="page"
  style:width="{widthMm}mm"
  style:height="{heightMm}mm"
  data-paper={heightMm > 280 ? 'a4' : 'letter'}
  aria-label={label}
>
  <svg viewBox="0 0 {widthMm} {heightMm}" class="absolute inset-0 h-full w-full">
    {#each page.items as item, index (index)}
      {#if item.kind === 'line'}
        <line x1={item.x1} y1={item.y1} x2={item.x2} y2={item.y2} stroke="black" stroke-width={item.width} />
      {:else if item.kind === 'rect'}
        <rect
          x={item.x}
          y={item.y}
          width={item.width}
          height={item.height}
          fill={FILLS[item.fill]}
          stroke="black"
          stroke-width="0.2"
        />
      {:else if item.kind === 'circle'}
        <circle cx={item.x} cy={item.y} r={item.radius} fill={FILLS[item.fill]} />
      {:else if item.kind === 'text'}
        <text
          x={item.x}
          y={item.y}
          font-size={item.size}
          font-weight={item.isBold ? 700 : 400}
          text-anchor={item.anchor}
          fill={item.isWhite ? 'white' : 'black'}>{item.text}</text
        >
      {/if}
    {/each}
  </svg>
  {#each page.items as item, index (index)}
    {#if item.kind === 'music'}
      <div
        class="music absolute"
        style:left="{item.x}mm"
        style:top="{item.y}mm"
        style:width="{item.width}mm"
        style:height="{item.height}mm"
      >
        <Drawing svg={item.svg} />
      </div>
    {/if}
  {/each}
</article>

<style>
  .page {
    position: relative;
    flex: none;
    background: white;
    color: black;
    box-shadow: 0 2px 12px rgb(10 40 48 / 0.2);
    overflow: hidden;
  }
  @media print {
    .page {
      box-shadow: none;
      break-after: page;
    }
    .page:last-child {
      break-after: auto;
    }
  }
</style>
