<script lang="ts">
  import type { Printed } from '$lib/core/sheets/page';
  import PrintedPage from './printed-page.svelte';

  const { printed }: { printed: Printed } = $props();
</script>

<!-- A region that scrolls must be reachable by keyboard. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="pages" role="region" aria-label="Pages" tabindex="0">
  {#each printed.pages as page, index (index)}
    <PrintedPage
      {page}
      widthMm={printed.widthMm}
      heightMm={printed.heightMm}
      label="Page {index + 1} of {printed.pages.length}{page.opens ? `: ${page.opens}` : ''}"
    />
  {/each}
</div>

<style>
  .pages {
    display: flex;
    flex-direction: column;
    align-items: safe center;
    gap: 1.5rem;
    padding: 1.5rem;
    overflow-x: auto;
  }
  @media print {
    .pages {
      display: block;
      padding: 0;
      overflow: visible;
    }
  }
</style>
