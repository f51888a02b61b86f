<script lang="ts">
  import Handout from '$lib/ui/handout/handout.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>{data.opening.title} · Handout · Key Path</title></svelte:head>
{#key `${data.opening.editionId}/${data.opening.learnerId}`}<Handout
    opening={data.opening}
    kept={data.kept}
    coming={data.coming}
    learners={data.learners}
  />{/key}
