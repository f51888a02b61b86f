<script lang="ts">
  import Pages from '$lib/ui/handout/pages.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>{data.title} · Key Path</title></svelte:head>
<div class="screen-only flex items-center gap-3 px-4 pt-3">
  <a class="button min-h-11" href="/stand">Back to what is set</a>
  <h1 class="grow text-lg">{data.title}</h1>
  <button class="button min-h-11" onclick={() => window.print()}>Print</button>
</div>
<Pages printed={data.printed} />
