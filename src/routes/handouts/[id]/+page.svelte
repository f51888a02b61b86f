<script lang="ts">
  import Handout from '$lib/ui/handout/handout.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>{data.edition.pieceTitle} · Handout · Key Path</title></svelte:head>
{#key data.edition.id}<Handout edition={data.edition} lines={data.lines} sheet={data.sheet} />{/key}
