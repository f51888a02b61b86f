<script lang="ts">
  import Handout from '$lib/ui/handout/handout.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>{data.edition.pieceTitle} · Key Path</title></svelte:head>
<p class="screen-only px-4 pt-3"><a href="/stand">Back to what is set</a></p>
{#key data.edition.id}<Handout
    edition={data.edition}
    lines={data.lines}
    sheet={data.sheet}
    hasExports={false}
  />{/key}
