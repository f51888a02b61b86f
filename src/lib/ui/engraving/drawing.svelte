<script lang="ts">
  import { adoptSvg, isDrawingAlone } from './adopt-svg';

  /** A picture from the engraver, as text. The server writes it into the page, so that it is there before anything runs. */
  const { svg }: { svg: string } = $props();
</script>

{#if isDrawingAlone(svg)}
  <!-- The engraver's own drawing elements and escaped words: anything else takes the other way. -->
  <!-- eslint-disable-next-line svelte/no-at-html-tags -->
  {@html svg}
{:else}
  <span {@attach (host) => host.replaceChildren(adoptSvg(svg))}></span>
{/if}
