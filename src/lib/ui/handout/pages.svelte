<script lang="ts">
  import type { Printed } from '$lib/core/sheets/page';
  import PrintedPage from './printed-page.svelte';

  const { printed }: { printed: Printed } = $props();
</script>

<div class="pages" data-ready>
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
    align-items: center;
    gap: 1.5rem;
    padding: 1.5rem;
  }
  @media print {
    .pages {
      display: block;
      padding: 0;
    }
  }
</style>
