<script lang="ts">
  import { onMount } from 'svelte';
  import Stand from '$lib/ui/stand/stand.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  let isInBrowser = $state(false);
  onMount(() => {
    isInBrowser = true;
  });
</script>

<svelte:head><title>Task {data.place.number} · Key Path</title></svelte:head>

<!-- Marks wait in the browser’s own database, which the server does not have. -->
{#if isInBrowser}
  {#key data.task.id}<Stand opening={data} />{/key}
{/if}
