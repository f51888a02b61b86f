<script lang="ts">
  import Stand from '$lib/ui/stand/stand.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>Task {data.opening.place.number} · Key Path</title></svelte:head>
{#key data.opening.task.id}<Stand opening={data.opening} />{/key}
