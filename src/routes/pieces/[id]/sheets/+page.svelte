<script lang="ts">
  import Pages from '$lib/ui/handout/pages.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>{data.title}: chords and scale · Key Path</title></svelte:head>
<div class="screen-only flex flex-wrap items-center gap-3 px-4 pt-3">
  <a class="button" href="/pieces/{data.pieceId}">Back to the piece</a>
  <h1 class="grow text-lg">{data.title}: chords and scale</h1>
  <a class="button button-main" href="/api/pieces/{data.pieceId}/sheets" download data-sveltekit-reload>PDF</a
  >
  <button class="button" onclick={() => window.print()}>Print</button>
</div>
<Pages printed={data.printed} />
